/**
 * The open build for every station: the document, its edits with undo, its verdict, its parts
 * library and how saving stands. A view takes what it needs by name and is drawn again only when
 * that has changed.
 */
import { createContext, type ReactNode, useContext, useEffect, useMemo, useState } from 'react';
import { useQuery } from '@tanstack/react-query';
import { useStore } from 'zustand';
import { useShallow } from 'zustand/react/shallow';
import type { Checker, Scene } from '@deft/core/fit';
import type { Project } from '@deft/core/model';
import type { StoredBuild } from './api';
import { knownParts, type OpenedBuild } from './kept';
import { type Build, buildStore, type BuildStore } from './store';
import { useSaving } from './useSaving';

const Context = createContext<BuildStore | undefined>(undefined);

function useOpenStore(): BuildStore {
  const store = useContext(Context);
  if (!store) throw new Error('No build is open here.');
  return store;
}

/** The named fields of the open build. */
export function useBuild<K extends keyof Build>(...fields: readonly K[]): Pick<Build, K> {
  return useStore(
    useOpenStore(),
    useShallow((build) => {
      const taken: Partial<Pick<Build, K>> = {};
      for (const field of fields) taken[field] = build[field];
      return taken as Pick<Build, K>;
    }),
  );
}

/** Whether the verdict on show is about the document as it stands. */
export const useSettled = (): boolean =>
  useStore(useOpenStore(), (build) => build.judgedAt === build.at);

/** Every part where it stands, of the document as it stands. */
export const useScene = (): Scene => useStore(useOpenStore(), (build) => build.sceneNow());

/** The body on show, as it stands. */
export const useShownScene = (): Scene => useStore(useOpenStore(), (build) => build.shownNow());

/** The build as the body on show is laid out. */
export const useLayout = (): Project => useStore(useOpenStore(), (build) => build.layoutNow());

/** What a drag starts from: every contact of the body on show, when asked. */
export const useCheckerNow = (): (() => Checker) =>
  useStore(useOpenStore(), (build) => build.checkerNow);

export function BuildProvider({
  opened,
  draft,
  conflict,
  children,
}: {
  opened: OpenedBuild;
  draft: Project | undefined;
  conflict: StoredBuild | undefined;
  children: ReactNode;
}) {
  const [store] = useState(() => buildStore(opened.key, draft ?? opened.document));
  useEffect(() => store.getState().begin(), [store]);
  const mine = useQuery({ queryKey: ['parts'], queryFn: knownParts });
  useEffect(() => {
    if (mine.data) store.getState().takeParts(mine.data);
  }, [store, mine.data]);
  return (
    <Context.Provider value={store}>
      <Saver opened={opened} conflict={conflict} />
      {children}
    </Context.Provider>
  );
}

/** Saves what is edited, and tells the others how it stands. */
function Saver({ opened, conflict }: { opened: OpenedBuild; conflict: StoredBuild | undefined }) {
  const { doc, at, showSaving } = useBuild('doc', 'at', 'showSaving');
  const now = useMemo(() => ({ doc, at }), [doc, at]);
  const saving = useSaving(opened.key, opened, now, conflict);
  useEffect(() => showSaving(saving), [saving, showSaving]);
  return null;
}
