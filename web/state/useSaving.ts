/**
 * Autosave with a visible state. A stale save keeps the edits and asks; a server that is down is
 * tried again until it answers.
 */
import { useCallback, useEffect, useRef, useState } from 'react';
import { patchBetween, type Project } from '@deft/core/model';
import {
  ApiError,
  createBuild,
  isOffline,
  saveBuild,
  type SaveResult,
  type StoredBuild,
} from './api';
import { type Draft, dropDraft, keepDraft } from './draft';
import { keepBuild, type OpenedBuild } from './kept';
import { drafting } from './storage';

type SaveState =
  | { is: 'saved'; at: string }
  | { is: 'saving' }
  | { is: 'unsaved' }
  | { is: 'offline' }
  | { is: 'conflict'; current: StoredBuild; trouble?: string }
  | { is: 'refused'; sentence: string };

const SOON_MS = 500;
const AGAIN_MS = 2500;
/** How often a server that went away is asked about a draft before it is shown as it is. */
const SETTLE_TRIES = 4;

export interface Saving {
  state: SaveState;
  /** Puts their document in the place of mine; `open` says the number of the state that makes. */
  takeTheirs: (open: (theirs: Project) => number) => void;
  saveMine: () => void;
  saveCopy: () => Promise<string | undefined>;
}

/** A document with the number of its state in the log: undone back to, it has the same number again. */
export interface Numbered {
  doc: Project;
  at: number;
}

/** A name nobody else gives; made by hand where the page did not come over a safe way. */
function saveName(): string {
  const bytes = crypto.getRandomValues(new Uint8Array(16));
  bytes[6] = (bytes[6]! & 0x0f) | 0x40;
  bytes[8] = (bytes[8]! & 0x3f) | 0x80;
  const hex = Array.from(bytes, (b) => b.toString(16).padStart(2, '0')).join('');
  return hex.replace(/^(.{8})(.{4})(.{4})(.{4})(.{12})$/, '$1-$2-$3-$4-$5');
}

/** More single changes than this are told as the whole document. */
const MOST_CHANGES = 400;

/** Tells the server, which has `before`, what changed; the whole of it where that says more. */
async function saveChanges(
  key: string,
  version: number,
  before: Project,
  document: Project,
  name: string,
): Promise<SaveResult> {
  const patch = patchBetween(before, document);
  if (!patch.length || patch.length > MOST_CHANGES) {
    return saveBuild(key, version, { document }, name);
  }
  try {
    return await saveBuild(key, version, { patch }, name);
  } catch (e) {
    // A server that cannot follow the changes may still take where they lead.
    if (!(e instanceof ApiError) || !e.field?.startsWith('patch')) throw e;
    return saveBuild(key, version, { document }, name);
  }
}

/** Number of a state that is in no log: what the server has is not what stands here. */
const ELSEWHERE = -1;

/**
 * A draft whose save was sent and never answered: asked about again, since it may be what stands.
 *
 * @returns  the draft, based on its own save when that was taken
 */
export async function settled<T extends Draft>(key: string, draft: T): Promise<T> {
  const { sending = [], basedOn, document } = draft;
  for (let n = 0; n < SETTLE_TRIES; n++) {
    if (n) await new Promise((resolve) => setTimeout(resolve, AGAIN_MS));
    try {
      const version = await ownVersion(key, basedOn, document, sending);
      return version === undefined ? draft : { ...draft, basedOn: version, sending: undefined };
    } catch {
      // The server went away between two answers: it may well be ours.
    }
  }
  return draft;
}

/**
 * The version that one of these saves made, when it was one of them that was taken.
 *
 * @throws when the server does not answer: then nobody knows whose it is
 */
async function ownVersion(
  key: string,
  basedOn: number,
  document: Project,
  names: readonly string[],
): Promise<number | undefined> {
  for (const name of names) {
    const saved = await saveBuild(key, basedOn, { document }, name).catch((e: unknown) => {
      if (isOffline(e)) throw e;
      return undefined;
    });
    if (saved?.ok) return saved.version;
  }
  return undefined;
}

/** A build opened while the server is away is as it was last saved, and may be another by now. */
function opening(opened: OpenedBuild, conflict: StoredBuild | undefined): SaveState {
  if (conflict) return { is: 'conflict', current: conflict };
  return opened.kept ? { is: 'offline' } : { is: 'saved', at: opened.savedAt };
}

export function useSaving(
  key: string,
  opened: OpenedBuild,
  mine: Numbered,
  conflict: StoredBuild | undefined,
): Saving {
  const [state, setState] = useState<SaveState>(opening(opened, conflict));
  const has = useRef({ version: opened.version, document: opened.document });
  /** Saves of the version the server is known to have, sent and not answered, the last one last. */
  const sent = useRef<{ basedOn: number; saves: Array<{ at: number; name: string }> }>({
    basedOn: opened.version,
    saves: [],
  });
  const saved = useRef(mine.doc === opened.document ? mine.at : ELSEWHERE);
  const latest = useRef(mine);
  const savedAt = useRef(opened.savedAt);
  const busy = useRef(false);
  const timer = useRef<ReturnType<typeof setTimeout>>(undefined);

  /** What stands is a save of our own whose answer was lost before more was edited. */
  const isOurs = useCallback(
    async (current: StoredBuild, basedOn: number, doc: Project, names: readonly string[]) =>
      current.version === basedOn + 1 &&
      (await ownVersion(key, basedOn, doc, names)) === current.version,
    [key],
  );
  const pushAgain = useRef<() => Promise<void>>(undefined);
  const push = useCallback(async (): Promise<void> => {
    if (busy.current || latest.current.at === saved.current) return;
    busy.current = true;
    const sending = latest.current;
    setState({ is: 'saving' });
    let again: number | undefined;
    try {
      const { version } = has.current;
      if (sent.current.basedOn !== version) sent.current = { basedOn: version, saves: [] };
      const { saves } = sent.current;
      // The same save again, after its answer was lost, goes under the same name.
      if (saves.at(-1)?.at !== sending.at) saves.push({ at: sending.at, name: saveName() });
      const names = saves.map((s) => s.name);
      const name = names.at(-1)!;
      // A tab closed before the answer comes asks about these very saves when it is opened again.
      const under = { basedOn: version, document: sending.doc, sending: names };
      void keepDraft(key, under, has.current);
      const r = await saveChanges(key, version, has.current.document, sending.doc, name);
      if (r.ok) {
        has.current = { version: r.version, document: sending.doc };
        saved.current = sending.at;
        savedAt.current = r.savedAt;
        keepBuild({ key, version: r.version, savedAt: r.savedAt, document: sending.doc });
        // Said at once: an edit made while the draft is dropped must not be called saved afterwards.
        if (latest.current.at === sending.at) {
          setState({ is: 'saved', at: r.savedAt });
          void dropDraft(key);
        } else {
          const draft = { basedOn: r.version, document: latest.current.doc };
          await keepDraft(key, draft, has.current);
          again = 0;
        }
      } else if (await isOurs(r.current, version, sending.doc, names.slice(0, -1))) {
        has.current = r.current;
        again = 0;
      } else setState({ is: 'conflict', current: r.current });
    } catch (e) {
      if (isOffline(e)) {
        setState({ is: 'offline' });
        again = AGAIN_MS;
      } else {
        setState({
          is: 'refused',
          sentence:
            e instanceof ApiError ? `${e.field ? `${e.field}: ` : ''}${e.message}` : 'Not saved.',
        });
      }
    }
    busy.current = false;
    if (again !== undefined) {
      clearTimeout(timer.current);
      timer.current = setTimeout(() => void pushAgain.current?.(), again);
    }
  }, [key, isOurs]);
  useEffect(() => {
    pushAgain.current = push;
  }, [push]);

  useEffect(() => {
    latest.current = mine;
    if (mine.at === saved.current) {
      // Undone back to what is saved: nothing waits any more.
      if (!busy.current && state.is === 'unsaved') {
        void dropDraft(key);
        setState({ is: 'saved', at: savedAt.current });
      }
      return;
    }
    const { basedOn, saves } = sent.current;
    const sending = basedOn === has.current.version ? saves.map((s) => s.name) : [];
    const draft = { basedOn: has.current.version, document: mine.doc, sending };
    void keepDraft(key, draft, has.current);
    setState((s) => (s.is === 'conflict' || s.is === 'offline' ? s : { is: 'unsaved' }));
    if (state.is === 'conflict') return;
    clearTimeout(timer.current);
    timer.current = setTimeout(() => void push(), SOON_MS);
    // Only a new document starts the clock.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [mine]);

  // The server is back, and has what stands here.
  const { kept } = opened;
  useEffect(() => {
    if (kept || busy.current || latest.current.at !== saved.current) return;
    setState((s) => (s.is === 'offline' ? { is: 'saved', at: savedAt.current } : s));
  }, [kept]);

  // Without drafts a closed tab loses what is not saved: the browser asks first.
  const unsafe = state.is !== 'saved';
  useEffect(() => {
    const ask = (e: BeforeUnloadEvent) => {
      if (unsafe && drafting.getState().trouble) e.preventDefault();
    };
    window.addEventListener('beforeunload', ask);
    return () => window.removeEventListener('beforeunload', ask);
  }, [unsafe]);

  useEffect(() => {
    const retry = () => void push();
    window.addEventListener('online', retry);
    return () => {
      window.removeEventListener('online', retry);
      clearTimeout(timer.current);
    };
  }, [push]);

  return {
    state,
    takeTheirs(open) {
      if (state.is !== 'conflict') return;
      has.current = state.current;
      keepBuild(state.current);
      saved.current = open(state.current.document);
      void dropDraft(key);
      setState({ is: 'saved', at: state.current.savedAt });
    },
    saveMine() {
      if (state.is !== 'conflict') return;
      has.current = state.current;
      saved.current = ELSEWHERE;
      setState({ is: 'unsaved' });
      void push();
    },
    async saveCopy() {
      const { doc } = latest.current;
      try {
        const name = `${doc.name.slice(0, 185)} (my copy)`;
        const made = await createBuild({ ...doc, name }, key);
        await dropDraft(key);
        return made.key;
      } catch (e) {
        const trouble = isOffline(e)
          ? 'The server does not answer: nothing was copied, and your edits stay here. Try again.'
          : (e as Error).message;
        setState((s) => (s.is === 'conflict' ? { ...s, trouble } : s));
        return undefined;
      }
    },
  };
}
