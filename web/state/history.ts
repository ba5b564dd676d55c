/** The open document with its past and future: every edit can be undone, every undo redone. */
import type { Project } from '@deft/core/model';

export interface History {
  past: Project[];
  present: Project;
  future: Project[];
  merge?: string | undefined;
}
export type Move =
  | { do: 'edit'; next: Project; merge?: string | undefined }
  | { do: 'undo' }
  | { do: 'redo' }
  /** Another document altogether: theirs, or one read back. */
  | { do: 'open'; document: Project };

const DEEPEST = 300;

export function history(h: History, m: Move): History {
  switch (m.do) {
    case 'edit':
      if (m.next === h.present) return h;
      // Nudges of one part follow each other as one step.
      if (m.merge !== undefined && m.merge === h.merge) {
        return { ...h, present: m.next, future: [] };
      }
      return {
        past: [...h.past.slice(-DEEPEST), h.present],
        present: m.next,
        future: [],
        merge: m.merge,
      };
    case 'undo': {
      const before = h.past[h.past.length - 1];
      return before
        ? { past: h.past.slice(0, -1), present: before, future: [h.present, ...h.future] }
        : h;
    }
    case 'redo': {
      const [after, ...future] = h.future;
      return after ? { past: [...h.past, h.present], present: after, future } : h;
    }
    case 'open':
      return { past: [], present: m.document, future: [] };
  }
}
