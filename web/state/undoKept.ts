/**
 * What can be undone, kept for a reload of this tab. It belongs to one document: in another, which
 * was saved elsewhere or found again as a draft, none of it is taken up.
 */
import { z } from 'zod';
import { type Patch, patchBetween, patched, type Project, readProject } from '@deft/core/model';
import { type Edit, type Log, logOf } from './log';

/** Steps kept; a session's storage is small. */
const DEEPEST = 60;

const Operations = z.array(z.looseObject({ op: z.string(), path: z.string() }));
const Step = z.object({ patch: Operations, inverse: Operations, words: z.string() });
const Kept = z.object({ document: z.unknown(), past: z.array(Step), future: z.array(Step) });

const slot = (key: string): string => `deft-undo:${key}`;

/** Called when the tab is about to go; without storage, or with too little, nothing is kept. */
export function keepUndo(key: string, log: Log): void {
  const bare = ({ patch, inverse, words }: Edit) => ({ patch, inverse, words });
  try {
    if (!log.past.length && !log.future.length) {
      sessionStorage.removeItem(slot(key));
      return;
    }
    const past = log.past.slice(-DEEPEST).map(bare);
    const future = log.future.slice(0, DEEPEST).map(bare);
    sessionStorage.setItem(slot(key), JSON.stringify({ document: log.document, past, future }));
  } catch {
    // Full or refused: undo begins anew.
  }
}

/** @returns  the log with the steps of before the reload, or without any when they are of another document */
export function logAgain(key: string, document: Project): Log {
  const fresh = logOf(document);
  try {
    const kept = Kept.parse(JSON.parse(sessionStorage.getItem(slot(key)) ?? 'null'));
    if (patchBetween(kept.document as Project, document).length) return fresh;
    return withSteps(fresh, kept.past as Steps, kept.future as Steps);
  } catch {
    return fresh;
  }
}

type Steps = ReadonlyArray<{ patch: Patch; inverse: Patch; words: string }>;

/** Numbers are given anew: the document that stands is the last of the past. */
function withSteps(fresh: Log, past: Steps, future: Steps): Log {
  const at = past.length;
  const number = (step: Steps[number], from: number): Edit => ({
    ...step,
    from,
    to: from + 1,
    merge: undefined,
  });
  const log: Log = {
    ...fresh,
    at,
    last: at + future.length,
    past: past.map((s, i) => number(s, i)),
    future: future.map((s, i) => number(s, at + i)),
    step: { to: at, whole: true },
  };
  return leadsBack(log) ? log : fresh;
}

/** Every step, back and forth, leads to a document that can be read. */
function leadsBack(log: Log): boolean {
  const readable = (p: Project): boolean => readProject(p).ok;
  const back = [...log.past].reverse().reduce((p, s) => patched(p, s.inverse), log.document);
  const on = log.future.reduce((p, s) => patched(p, s.patch), log.document);
  return readable(back) && readable(on);
}
