/** What stays joined while the book lies open: up to both rims, over the spine, and down again. */
import type { Body } from '../model';
import { spineOf } from '../shell';
import type { Pt3 } from './ends';

/** It bends over the spine no tighter than so many of its thicknesses. */
const BEND_TIMES = 3;

export interface OverSpine {
  /** Place on the spine. */ at: [number, number];
  mm: number;
  working: string;
}

/**
 * The shortest way over the spine with the halves side by side.
 *
 * @param a, b   its two ends, one in each half    @param thick  what bends, mm
 */
export function overSpine(body: Body, a: Pt3, b: Pt3, thick: number): OverSpine {
  const { away, along, at } = spineOf(body);
  const [da, db] = [away(a), away(b)];
  const t = da + db > 0 ? (along(a) * db + along(b) * da) / (da + db) : along(a);
  const run = Math.hypot(da + db, along(a) - along(b));
  const rise = Math.abs(a[2]) + Math.abs(b[2]);
  const bend = Math.PI * BEND_TIMES * thick;
  const mm = run + rise + 2 * body.wall.mm + bend;
  return {
    at: at(t),
    mm,
    working: `open: ${run.toFixed(0)} mm to and from the spine + ${rise.toFixed(0)} up to the rims + 2 × ${body.wall.mm.toFixed(1)} over the edges + ${bend.toFixed(0)} bend = ${mm.toFixed(0)} mm`,
  };
}
