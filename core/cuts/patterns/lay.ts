/** Where the holes of a pattern go: rows or hexagons about a middle, as many as the region takes. */
import { holeReach, type PatternCut, type PatternHole, type PatternRegion } from '../../model';

export type Layout = Pick<PatternCut, 'region' | 'hole' | 'lay' | 'web'>;
export type Offset = [across: number, up: number];

/** A document holds no more holes of one pattern. */
const MOST_HOLES = 600;
/** Half a step across, half a row up: one of the four takes most holes. */
const SHIFTS: readonly Offset[] = [
  [0, 0],
  [0.5, 0],
  [0, 0.5],
  [0.5, 0.5],
];

interface Grid {
  across: number;
  up: number;
  /** Every second row stands half a step aside. */
  isStaggered: boolean;
}

/** Round holes in hexagons touch six neighbours; slots stand like bricks. */
function gridOf({ hole, lay, web }: Layout): Grid {
  const [across, up] = holeReach(hole).map((r) => 2 * r + web) as Offset;
  const isStaggered = lay === 'hexagons';
  const isHexagonal = isStaggered && hole.kind === 'round';
  return { across, up: isHexagonal ? (up * Math.sqrt(3)) / 2 : up, isStaggered };
}

/** Whether the whole hole lies in the region. */
function liesIn(region: PatternRegion, hole: PatternHole, [u, v]: Offset): boolean {
  const [across, up] = holeReach(hole);
  const within = 1e-9;
  if (region.kind === 'rect') {
    return (
      Math.abs(u) + across <= region.w / 2 + within && Math.abs(v) + up <= region.h / 2 + within
    );
  }
  // Its round ends reach farthest out.
  const r = Math.min(across, up);
  const farthest = Math.hypot(Math.abs(u) + across - r, Math.abs(v) + up - r) + r;
  return farthest <= region.d / 2 + within;
}

const spanOf = (region: PatternRegion): Offset =>
  region.kind === 'round' ? [region.d, region.d] : [region.w, region.h];
const hundredth = (mm: number): number => Math.round(mm * 100) / 100;

function shifted(layout: Layout, [shiftU, shiftV]: Offset): Offset[] {
  const { across, up, isStaggered } = gridOf(layout);
  const [w, h] = spanOf(layout.region);
  const [columns, rows] = [Math.ceil(w / across) + 1, Math.ceil(h / up) + 1];
  const out: Offset[] = [];
  for (let row = -rows; row <= rows; row++) {
    const aside = isStaggered && row % 2 !== 0 ? 0.5 : 0;
    for (let column = -columns; column <= columns; column++) {
      out.push([(column + shiftU + aside) * across, (row + shiftV) * up]);
    }
  }
  return out.filter((at) => liesIn(layout.region, layout.hole, at));
}

/**
 * @param isFree  whether a hole may be there, by its middle from the region's middle, mm
 * @returns       middles to a hundredth of a millimetre, from the bottom row up; those nearest the
 *                middle where there are more than a document holds
 */
export function laidHoles(layout: Layout, isFree: (at: Offset) => boolean): Offset[] {
  const tries = SHIFTS.map((shift) => shifted(layout, shift).filter(isFree));
  const most = tries.reduce((best, one) => (one.length > best.length ? one : best));
  return [...most]
    .sort((a, b) => Math.hypot(...a) - Math.hypot(...b))
    .slice(0, MOST_HOLES)
    .map(([u, v]): Offset => [hundredth(u), hundredth(v)])
    .sort((a, b) => a[1] - b[1] || a[0] - b[0]);
}

/** Least wall between any two holes, mm; none with fewer than two. */
export function leastWeb(hole: PatternHole, holes: readonly Offset[]): number {
  const [across, up] = holeReach(hole);
  const r = Math.min(across, up);
  const [longU, longV] = [2 * (across - r), 2 * (up - r)];
  let least = Infinity;
  // Sorted by row: what lies further up than the least is not nearer.
  const sorted = [...holes].sort((a, b) => a[1] - b[1]);
  sorted.forEach((a, i) => {
    for (let j = i + 1; j < sorted.length; j++) {
      const b = sorted[j]!;
      const dv = Math.max(0, b[1] - a[1] - longV);
      if (dv - 2 * r >= least) break;
      const du = Math.max(0, Math.abs(b[0] - a[0]) - longU);
      least = Math.min(least, Math.hypot(du, dv) - 2 * r);
    }
  });
  return least;
}
