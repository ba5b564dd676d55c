/** A problem turned or mirrored before it is filled, so that each corner has its turn. */
import type { Packed, PackItem, PackProblem, Variant } from '../packer';

export interface BeamSpace {
  w: number;
  h: number;
}
export interface Flip {
  x: boolean;
  y: boolean;
  swap: boolean;
}

export interface Flipped {
  items: PackItem[];
  rounds: Float64Array;
  blocks: Float64Array;
  space: BeamSpace;
}

/** Width and height of what stands on these rectangles, six numbers each. */
export function extentOf(rects: Float64Array): BeamSpace {
  let [w, h] = [0, 0];
  for (let k = 0; k < rects.length; k += 6) {
    w = Math.max(w, rects[k]! + rects[k + 2]!);
    h = Math.max(h, rects[k + 1]! + rects[k + 3]!);
  }
  return { w, h };
}

/** x, y, w, h of a rectangle in a space, as it lies in the flipped one. */
function flippedRect(
  [x, y, w, h]: readonly [number, number, number, number],
  f: Flip,
  space: BeamSpace,
): [number, number, number, number] {
  const a = f.x ? space.w - x - w : x;
  const b = f.y ? space.h - y - h : y;
  return f.swap ? [b, a, h, w] : [a, b, w, h];
}

function flippedRects(rects: Float64Array, f: Flip, space: BeamSpace): Float64Array {
  const out = new Float64Array(rects);
  for (let k = 0; k < rects.length; k += 6) {
    const rect = [rects[k]!, rects[k + 1]!, rects[k + 2]!, rects[k + 3]!] as const;
    out.set(flippedRect(rect, f, space), k);
  }
  return out;
}

function flippedRounds(rounds: Float64Array, f: Flip, space: BeamSpace): Float64Array {
  const out = new Float64Array(rounds);
  for (let k = 0; k < rounds.length; k += 5) {
    const [x, y] = flippedRect([rounds[k]!, rounds[k + 1]!, 0, 0], f, space);
    out.set([x, y], k);
  }
  return out;
}

function flippedVariant(v: Variant, f: Flip, { w, h }: BeamSpace): Variant {
  const own = extentOf(v.rects);
  const rects = flippedRects(v.rects, f, own);
  const [x0, x1] = f.x ? [w - v.x1 - own.w, w - v.x0 - own.w] : [v.x0, v.x1];
  const [y0, y1] = f.y ? [h - v.y1 - own.h, h - v.y0 - own.h] : [v.y0, v.y1];
  return f.swap ? { rects, x0: y0, x1: y1, y0: x0, y1: x1 } : { rects, x0, x1, y0, y1 };
}

export const flipped = (p: PackProblem, space: BeamSpace, f: Flip): Flipped => ({
  items: p.items.map((i) => ({ variants: i.variants.map((v) => flippedVariant(v, f, space)) })),
  rounds: flippedRounds(p.rounds, f, space),
  blocks: flippedRects(p.blocks, f, space),
  space: f.swap ? { w: space.h, h: space.w } : space,
});

/** A place in the flipped problem, as it is in the problem that was given. */
export function flippedBack(place: Packed, { w, h }: BeamSpace, f: Flip, space: BeamSpace): Packed {
  const [x, y] = f.swap ? [place.y, place.x] : [place.x, place.y];
  const own = f.swap ? { w: h, h: w } : { w, h };
  return {
    variant: place.variant,
    x: f.x ? space.w - x - own.w : x,
    y: f.y ? space.h - y - own.h : y,
  };
}
