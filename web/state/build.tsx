/**
 * The open build for every station: the document, its edits with undo, its verdict, its parts
 * library and how saving stands.
 */
import {
  createContext,
  type ReactNode,
  useCallback,
  useContext,
  useDeferredValue,
  useEffect,
  useMemo,
  useReducer,
  useRef,
  useState,
} from 'react';
import { useQuery } from '@tanstack/react-query';
import { type Score, scorecard } from '@deft/core/brief';
import { STARTER_PARTS } from '@deft/core/catalogue';
import type { Checker } from '@deft/core/fit';
import { appliedAll, type Change, type Part, type Project, readProject } from '@deft/core/model';
import { type Check, check } from '@deft/core/verdict';
import { listParts, type StoredBuild } from './api';
import { history } from './history';
import { type Saving, useSaving } from './useSaving';

export interface Build {
  key: string;
  doc: Project;
  check: Check;
  /** Every goal that was set, judged; what is missed first. */
  scores: readonly Score[];
  library: readonly Part[];
  /** Returns a sentence when the edit would make an impossible document; nothing is changed then. */
  edit: (next: Project | ((p: Project) => Project), merge?: string) => string | undefined;
  apply: (changes: readonly Change[]) => void;
  undo: () => void;
  redo: () => void;
  canUndo: boolean;
  canRedo: boolean;
  saving: Saving;
  open: (document: Project) => void;
  /** The finding in the light, shared by all stations. */
  chosen: string | undefined;
  choose: (id: string | undefined) => void;
}

const Context = createContext<Build | undefined>(undefined);
export const useBuild = (): Build => {
  const b = useContext(Context);
  if (!b) throw new Error('No build is open here.');
  return b;
};

/* eslint-disable react-hooks/refs -- the checker of before is a cache: from any, the verdict is the same */
/** A verdict that reuses the shell of the one before while shell and cuts are the same objects. */
function useCheck(doc: Project): Check {
  const before = useRef<Checker>(undefined);
  return useMemo(() => {
    const next = check(doc, before.current);
    before.current = next.checker;
    return next;
  }, [doc]);
}
/* eslint-enable react-hooks/refs */

export function BuildProvider({
  opened,
  draft,
  conflict,
  children,
}: {
  opened: StoredBuild;
  draft: Project | undefined;
  conflict: StoredBuild | undefined;
  children: ReactNode;
}) {
  const [h, move] = useReducer(history, {
    past: [],
    present: draft ?? opened.document,
    future: [],
  });
  const doc = h.present;
  const latest = useRef(doc);
  useEffect(() => {
    latest.current = doc;
  }, [doc]);
  const verdict = useCheck(useDeferredValue(doc));
  const scores = useMemo(() => scorecard(verdict.checker.scene.project, verdict), [verdict]);
  const mine = useQuery({ queryKey: ['parts'], queryFn: listParts });
  // A part of one's own stands for the starter part of the same id.
  const library = useMemo(() => {
    const own = mine.data ?? [];
    const ids = new Set(own.map((p) => p.id));
    return [...own, ...STARTER_PARTS.filter((p) => !ids.has(p.id))];
  }, [mine.data]);
  const saving = useSaving(opened.key, opened, doc, conflict);
  const [chosen, choose] = useState<string>();
  const edit = useCallback(
    (next: Project | ((p: Project) => Project), merge?: string): string | undefined => {
      const after = typeof next === 'function' ? next(latest.current) : next;
      // A field that says again what stands already is no step to undo.
      if (after === latest.current || JSON.stringify(after) === JSON.stringify(latest.current)) {
        return undefined;
      }
      const read = readProject(after);
      if (!read.ok) return read.complaints[0]!.sentence;
      latest.current = after;
      move({ do: 'edit', next: after, merge });
      return undefined;
    },
    [],
  );
  const value: Build = {
    key: opened.key,
    doc,
    check: verdict,
    scores,
    library,
    edit,
    saving,
    chosen,
    choose,
    apply: useCallback(
      (changes) => {
        edit((p) => appliedAll(p, changes));
      },
      [edit],
    ),
    undo: useCallback(() => move({ do: 'undo' }), []),
    redo: useCallback(() => move({ do: 'redo' }), []),
    canUndo: h.past.length > 0,
    canRedo: h.future.length > 0,
    open: useCallback((document: Project) => move({ do: 'open', document }), []),
  };
  return <Context.Provider value={value}>{children}</Context.Provider>;
}
