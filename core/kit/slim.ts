/**
 * The least that must come off a board so that it is no thicker than wanted.
 *
 * Fewest blocks first, then the least difficult of those; exact, by trying sets in that order.
 */
import { type Block, mm1, type Part } from '../model';
import { blockBox } from '../geometry';
import { remaining } from './thickness';

export interface Slimming {
  reached: boolean;
  /** In the order to take them off: the easiest first. Everything that can come off when it cannot be reached. */
  blocks: Block[];
  before: number;
  after: number;
  difficulty: number;
  /** What must be wired or done without afterwards. */
  lost: string[];
  working: string[];
}

/** Sets beyond this many removable blocks are not tried one by one; no board here has as many. */
const MOST = 20;

/**
 * @param struck   blocks that are off already
 * @param wantedMm greatest thickness, mm
 * @throws         RangeError when the wish is no thickness
 */
export function leastRemovals(part: Part, struck: readonly string[], wantedMm: number): Slimming {
  if (!(wantedMm > 0)) throw new RangeError(`A board cannot be ${wantedMm} mm thick.`);
  const blocks = remaining(part, struck);
  const z = new Map(
    blocks.map((b) => {
      const [l, h] = blockBox(b);
      return [b.id, [l[2], h[2]] as const];
    }),
  );
  const off = blocks.filter((b) => b.removable).slice(0, MOST);
  const fixed = blocks.filter((b) => !off.includes(b));
  const thick = (gone: readonly Block[]): number => {
    let low = Infinity;
    let high = -Infinity;
    for (const b of fixed) {
      const [l, h] = z.get(b.id)!;
      low = Math.min(low, l);
      high = Math.max(high, h);
    }
    for (const b of off) {
      if (!gone.includes(b)) {
        const [l, h] = z.get(b.id)!;
        low = Math.min(low, l);
        high = Math.max(high, h);
      }
    }
    return high - low;
  };
  const before = thick([]);
  const least = thick(off);
  const hard = (set: readonly Block[]) => set.reduce((s, b) => s + b.removable!.difficulty, 0);
  const result = (set: readonly Block[], reached: boolean): Slimming => {
    const ordered = [...set].sort(
      (a, b) => a.removable!.difficulty - b.removable!.difficulty || a.name.localeCompare(b.name),
    );
    const after = thick(set);
    return {
      reached,
      blocks: ordered,
      before,
      after,
      difficulty: hard(set),
      lost: ordered.map((b) => b.removable!.lost).filter(Boolean),
      working: [
        `${mm1(before)} mm now, ${mm1(after)} mm without ${ordered.length ? ordered.map((b) => b.name).join(', ') : 'anything taken off'}`,
        reached
          ? `fewest blocks for ${mm1(wantedMm)} mm, of those the least difficult (${hard(set)} in all)`
          : `${mm1(wantedMm)} mm cannot be reached: ${mm1(least)} mm is the thinnest this board gets`,
      ],
    };
  };
  if (before <= wantedMm + 1e-9) return result([], true);
  if (least > wantedMm + 1e-9) return result(off, false);
  for (let size = 1; size <= off.length; size++) {
    let best: Block[] | undefined;
    const pick = (from: number, set: Block[]): void => {
      if (set.length === size) {
        if (thick(set) <= wantedMm + 1e-9 && (!best || hard(set) < hard(best))) best = [...set];
        return;
      }
      for (let i = from; i <= off.length - (size - set.length); i++) {
        set.push(off[i]!);
        pick(i + 1, set);
        set.pop();
      }
    };
    pick(0, []);
    if (best) return result(best, true);
  }
  return result(off, false);
}
