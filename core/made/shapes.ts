/** Flat outlines a made part is extruded from: every part is prisms that do not overlap. */
import type { Block, Length } from '../model';

export type Pt = [number, number];

/** Sides of a round outline; a printed circle is no rounder. */
const SIDES = 48;

/** A size that is made, not measured: as exact as the process, which is judged by its gap. */
const made = (mm: number): Length => ({ mm: hundredth(mm), u: 0.1, how: 'typical' });
const hundredth = (mm: number): number => Math.round(mm * 100) / 100;

export interface Rect {
  x0: number;
  y0: number;
  x1: number;
  y1: number;
}
export const grown = (r: Rect, by: number): Rect => ({
  x0: r.x0 - by,
  y0: r.y0 - by,
  x1: r.x1 + by,
  y1: r.y1 + by,
});
export const overlap = (a: Rect, b: Rect): boolean =>
  a.x0 < b.x1 && b.x0 < a.x1 && a.y0 < b.y1 && b.y0 < a.y1;
export const rectRing = (r: Rect): Pt[] => [
  [r.x0, r.y0],
  [r.x1, r.y0],
  [r.x1, r.y1],
  [r.x0, r.y1],
];
const ringAt = (x: number, y: number, r: number): Pt[] =>
  Array.from({ length: SIDES }, (_, i): Pt => {
    const a = (2 * Math.PI * i) / SIDES;
    return [x + r * Math.cos(a), y + r * Math.sin(a)];
  });
/** A round hole: outside its circle, so that what is as large passes. */
export const boreRing = (x: number, y: number, d: number): Pt[] =>
  ringAt(x, y, d / 2 / Math.cos(Math.PI / SIDES));
/** A round pin: inside its circle, so that it passes a hole as large. */
export const pinRing = (x: number, y: number, d: number): Pt[] => ringAt(x, y, d / 2);

/** One prism standing from `base` for `height`, mm. */
export function prism(
  id: string,
  name: string,
  ring: readonly Pt[],
  base: number,
  height: number,
  holes: ReadonlyArray<readonly Pt[]> = [],
): Block {
  const low = hundredth(base);
  const points = (r: readonly Pt[]): Pt[] => r.map(([x, y]) => [hundredth(x), hundredth(y)]);
  return {
    id,
    name,
    kind: 'body',
    plan: {
      kind: 'polygon',
      points: points(ring),
      ...(holes.length ? { holes: holes.map(points) } : {}),
      how: 'typical',
    },
    axis: 'z',
    base: low,
    // Both ends are rounded, not the height: what stands on it begins where it ends.
    height: made(hundredth(base + height) - low),
  };
}

/** Twice the signed area of a ring. */
const twice = (r: readonly Pt[]): number =>
  r.reduce((s, [x, y], i) => {
    const [u, v] = r[(i + 1) % r.length]!;
    return s + x * v - u * y;
  }, 0);

/** Volume of prisms that do not overlap, cm³. */
export const volumeOf = (blocks: readonly Block[]): number =>
  blocks.reduce((sum, b) => {
    if (b.plan.kind !== 'polygon') return sum;
    const area =
      Math.abs(twice(b.plan.points)) -
      (b.plan.holes ?? []).reduce((s, h) => s + Math.abs(twice(h)), 0);
    return sum + ((area / 2) * b.height.mm) / 1000;
  }, 0);

/** An L round an inner corner, its legs so long along both sides and so thick. */
export const cornerRing = (
  x: number,
  y: number,
  sx: 1 | -1,
  sy: 1 | -1,
  leg: number,
  thick: number,
): Pt[] => {
  const at = (u: number, v: number): Pt => [x + sx * u, y + sy * v];
  return [at(-thick, -thick), at(leg, -thick), at(leg, 0), at(0, 0), at(0, leg), at(-thick, leg)];
};
