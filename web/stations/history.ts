/** Lines of a build's history, gathered: many small saves of one thing in a row are one line. */
import type { SavedLine } from '../state/api';

export interface SavedGroup extends SavedLine {
  /** How many saves it stands for. */
  saves: number;
}

/** Saves of the same thing further apart than this are lines of their own, ms. */
const APART_MS = 3 * 60_000;

/** @param lines  the newest first */
export function gathered(lines: readonly SavedLine[]): SavedGroup[] {
  const groups: SavedGroup[] = [];
  let oldest = 0;
  for (const line of lines) {
    const at = Date.parse(line.at);
    const last = groups.at(-1);
    if (last?.words === line.words && oldest - at <= APART_MS) last.saves++;
    else groups.push({ ...line, saves: 1 });
    oldest = at;
  }
  return groups;
}
