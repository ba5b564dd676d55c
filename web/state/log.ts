/**
 * The open document as a log of numbered edits. Every edit is a JSON Patch with its inverse and its
 * words; undo, the engine and the draft kept in the browser all follow this one log.
 */
import { editWords, type Patch, patchBetween, patched, type Project } from '@deft/core/model';

export interface Edit {
  /** Number of the state this edit leads to, and of the one it starts from. */
  to: number;
  from: number;
  patch: Patch;
  inverse: Patch;
  words: string;
  /** Edits that follow each other under one such name are one step to undo. */
  merge?: string | undefined;
}

/** What the last move did to the document, for those who follow it. */
export type Step = { from: number; to: number; patch: Patch } | { to: number; whole: true };

export interface Log {
  document: Project;
  /** Number of the state that stands. A state come back to by undo has its old number again. */
  at: number;
  /** The highest number given so far. */
  last: number;
  past: readonly Edit[];
  future: readonly Edit[];
  step: Step;
}

export type Move =
  | { do: 'edit'; next: Project; merge?: string | undefined }
  | { do: 'undo' }
  | { do: 'redo' }
  /** Another document altogether: theirs, or one read back. */
  | { do: 'open'; document: Project };

const DEEPEST = 300;

export const logOf = (document: Project, at = 0): Log => ({
  document,
  at,
  last: at,
  past: [],
  future: [],
  step: { to: at, whole: true },
});

export function moved(log: Log, move: Move): Log {
  switch (move.do) {
    case 'edit':
      return edited(log, move.next, move.merge);
    case 'undo': {
      const edit = log.past.at(-1);
      if (!edit) return log;
      return {
        ...log,
        document: patched(log.document, edit.inverse),
        at: edit.from,
        past: log.past.slice(0, -1),
        future: [{ ...edit, merge: undefined }, ...log.future],
        step: { from: log.at, to: edit.from, patch: edit.inverse },
      };
    }
    case 'redo': {
      const [edit, ...future] = log.future;
      if (!edit) return log;
      return {
        ...log,
        document: patched(log.document, edit.patch),
        at: edit.to,
        past: [...log.past, edit],
        future,
        step: { from: log.at, to: edit.to, patch: edit.patch },
      };
    }
    case 'open':
      return logOf(move.document, log.last + 1);
  }
}

function edited(log: Log, next: Project, merge: string | undefined): Log {
  const patch = patchBetween(log.document, next);
  if (!patch.length) return log;
  const to = log.last + 1;
  const before = log.past.at(-1);
  const joins = merge !== undefined && before?.merge === merge && before.to === log.at;
  const step: Step = { from: log.at, to, patch };
  if (joins) {
    const start = patched(log.document, before.inverse);
    const whole = edit(start, next, before.from, to, merge);
    return {
      ...log,
      document: next,
      at: to,
      last: to,
      past: [...log.past.slice(0, -1), whole],
      future: [],
      step,
    };
  }
  const past = [...log.past.slice(1 - DEEPEST), edit(log.document, next, log.at, to, merge)];
  return { document: next, at: to, last: to, past, future: [], step };
}

const edit = (
  before: Project,
  next: Project,
  from: number,
  to: number,
  merge: string | undefined,
): Edit => {
  const patch = patchBetween(before, next);
  return {
    from,
    to,
    patch,
    inverse: patchBetween(next, before),
    words: editWords(before, next, patch),
    merge,
  };
};
