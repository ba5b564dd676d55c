/**
 * Upright prisms: the exact solids everything in a build is made of.
 *
 * A prism is a footprint between two heights. The footprint is a polygon with holes, or a core
 * grown by a radius (a post is one point and a radius, so circles are exact, not many-sided).
 */
import { convexPieces } from './convex';
import { boxOf, circleRing, counterClockwise, type Pt, ringOf, type Ring, sidesFor } from './ring';

export interface Prism {
  /** Convex pieces of the core; one point for a circle. */
  readonly pieces: readonly Ring[];
  /** Rounding added all round, mm. */
  readonly r: number;
  readonly z0: number;
  readonly z1: number;
  readonly x0: number;
  readonly y0: number;
  readonly x1: number;
  readonly y1: number;
}

function make(pieces: readonly Ring[], r: number, z0: number, z1: number): Prism {
  let x0 = Infinity;
  let y0 = Infinity;
  let x1 = -Infinity;
  let y1 = -Infinity;
  for (const piece of pieces) {
    const box = boxOf(piece, r);
    x0 = Math.min(x0, box.x0);
    y0 = Math.min(y0, box.y0);
    x1 = Math.max(x1, box.x1);
    y1 = Math.max(y1, box.y1);
  }
  return { pieces, r, z0, z1, x0, y0, x1, y1 };
}

/** A prism on a polygon with holes, mm. */
export const polygonPrism = (
  outer: ReadonlyArray<Pt>,
  holes: ReadonlyArray<ReadonlyArray<Pt>>,
  z0: number,
  z1: number,
): Prism => make(convexPieces(counterClockwise(ringOf(outer)), holes.map(ringOf)), 0, z0, z1);

export const ringPrism = (ring: Ring, z0: number, z1: number): Prism =>
  make(convexPieces(counterClockwise(ring)), 0, z0, z1);
/** A prism on convex rings already known to be convex and counter-clockwise. */
export const convexPrism = (rings: readonly Ring[], z0: number, z1: number): Prism =>
  make(rings, 0, z0, z1);

export const boxPrism = (
  x: number,
  y: number,
  w: number,
  h: number,
  z0: number,
  z1: number,
): Prism => make([Float64Array.of(x, y, x + w, y, x + w, y + h, x, y + h)], 0, z0, z1);

/** A round post or hole: exact, one point and a radius. */
export const roundPrism = (x: number, y: number, r: number, z0: number, z1: number): Prism =>
  make([Float64Array.of(x, y)], r, z0, z1);

/** The same prism at other heights. */
export const atHeights = (p: Prism, z0: number, z1: number): Prism => ({ ...p, z0, z1 });

/** Turn about the z axis by (cos, sin), then move. */
export function moved(
  p: Prism,
  cos: number,
  sin: number,
  dx: number,
  dy: number,
  dz: number,
): Prism {
  const pieces = p.pieces.map((ring) => {
    const out = new Float64Array(ring.length);
    for (let i = 0; i < ring.length; i += 2) {
      out[i] = cos * ring[i]! - sin * ring[i + 1]! + dx;
      out[i + 1] = sin * ring[i]! + cos * ring[i + 1]! + dy;
    }
    return out;
  });
  return make(pieces, p.r, p.z0 + dz, p.z1 + dz);
}

/** Mirrored in x (the part turned over about its y axis), heights turned over as well. */
export function flippedPrism(p: Prism): Prism {
  const pieces = p.pieces.map((ring) => {
    const out = new Float64Array(ring.length);
    for (let i = 0; i < ring.length; i += 2) {
      out[i] = -ring[ring.length - 2 - i]!;
      out[i + 1] = ring[ring.length - 1 - i]!;
    }
    return out;
  });
  return make(pieces, p.r, -p.z1, -p.z0);
}

/** A rounded core as plain convex polygons that enclose it within 0.0005 mm. */
export function unrounded(p: Prism): readonly Ring[] {
  if (p.r === 0) return p.pieces;
  return p.pieces.map((ring) => {
    if (ring.length === 2) return circleRing(ring[0]!, ring[1]!, p.r, sidesFor(p.r, 0.0005));
    throw new RangeError('Only a point can carry a radius here.');
  });
}

/** Outline rings of a footprint for drawing; circles get 48 sides. */
export const drawn = (p: Prism): Ring[] =>
  p.pieces.map((ring) => (ring.length === 2 ? circleRing(ring[0]!, ring[1]!, p.r, 48) : ring));

/** Stretch of x covered by the prism on the line y = at (or of y on x = at), or nothing. */
export function cutAlong(p: Prism, axis: 'x' | 'y', at: number): Array<[number, number]> {
  const out: Array<[number, number]> = [];
  for (const ring of p.pieces) {
    if (ring.length === 2) {
      const [c, off] = axis === 'x' ? [ring[0]!, at - ring[1]!] : [ring[1]!, at - ring[0]!];
      if (Math.abs(off) < p.r) {
        out.push([c - Math.sqrt(p.r ** 2 - off ** 2), c + Math.sqrt(p.r ** 2 - off ** 2)]);
      }
      continue;
    }
    let low = Infinity;
    let high = -Infinity;
    for (let i = 0, j = ring.length - 2; i < ring.length; j = i, i += 2) {
      const [ai, bi, aj, bj] =
        axis === 'x'
          ? [ring[i]!, ring[i + 1]!, ring[j]!, ring[j + 1]!]
          : [ring[i + 1]!, ring[i]!, ring[j + 1]!, ring[j]!];
      if ((bi - at) * (bj - at) > 0 || bi === bj) continue;
      const a = aj + ((ai - aj) * (at - bj)) / (bi - bj);
      if (a < low) low = a;
      if (a > high) high = a;
    }
    if (high > low) out.push([low, high]);
  }
  out.sort((a, b) => a[0] - b[0]);
  const joined: Array<[number, number]> = [];
  for (const span of out) {
    const last = joined[joined.length - 1];
    if (last && span[0] <= last[1] + 1e-6) last[1] = Math.max(last[1], span[1]);
    else joined.push([span[0], span[1]]);
  }
  return joined;
}
