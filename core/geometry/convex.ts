/**
 * Polygons as a few convex pieces, and exact distances between convex pieces.
 *
 * Every solid question here is answered on convex pieces: whether two overlap (separating axes),
 * how far apart they are (edge to corner), and which translations would make them overlap (the
 * Minkowski sum of one with the other turned about).
 */
import earcut from 'earcut';
import { area, counterClockwise, type Ring } from './ring';

const isConvex = (ring: Ring): boolean => {
  const n = ring.length;
  for (let i = 0; i < n; i += 2) {
    const j = (i + 2) % n;
    const k = (i + 4) % n;
    if (
      (ring[j]! - ring[i]!) * (ring[k + 1]! - ring[j + 1]!) -
        (ring[j + 1]! - ring[i + 1]!) * (ring[k]! - ring[j]!) <
      -1e-9
    ) {
      return false;
    }
  }
  return true;
};

/**
 * Convex pieces that together cover a polygon with holes exactly and do not overlap.
 *
 * @param outer  counter-clockwise ring
 * @param holes  rings inside it
 */
export function convexPieces(outer: Ring, holes: readonly Ring[] = []): Ring[] {
  if (outer.length <= 6 && !holes.length) return [outer];
  if (!holes.length && isConvex(outer)) return [outer];
  const flat: number[] = [...outer];
  const starts: number[] = [];
  for (const hole of holes) {
    starts.push(flat.length / 2);
    flat.push(...hole);
  }
  const triangles = earcut(flat, starts);
  return merged(flat, triangles)
    .map((ids) => {
      const ring = new Float64Array(ids.length * 2);
      ids.forEach((id, i) => {
        ring[2 * i] = flat[2 * id]!;
        ring[2 * i + 1] = flat[2 * id + 1]!;
      });
      return counterClockwise(ring);
    })
    .filter((ring) => Math.abs(area(ring)) > 1e-12);
}

/** Join triangles over shared edges as long as the result stays convex. */
function merged(flat: readonly number[], triangles: ArrayLike<number>): number[][] {
  const pieces: Array<number[] | undefined> = [];
  for (let i = 0; i < triangles.length; i += 3) {
    const t = [triangles[i]!, triangles[i + 1]!, triangles[i + 2]!];
    const ring = Float64Array.from(t.flatMap((id) => [flat[2 * id]!, flat[2 * id + 1]!]));
    pieces.push(area(ring) < 0 ? t.reverse() : t);
  }
  const owner = new Map<string, number>();
  pieces.forEach((p, k) => p!.forEach((a, i) => owner.set(`${a},${p![(i + 1) % p!.length]!}`, k)));
  const convexIds = (ids: number[]): boolean => {
    const ring = Float64Array.from(ids.flatMap((id) => [flat[2 * id]!, flat[2 * id + 1]!]));
    return isConvex(ring);
  };
  for (let k = 0; k < pieces.length; k++) {
    for (let again = true; again && pieces[k];) {
      again = false;
      const mine = pieces[k]!;
      for (let i = 0; i < mine.length; i++) {
        const a = mine[i]!;
        const b = mine[(i + 1) % mine.length]!;
        const other = owner.get(`${b},${a}`);
        if (other === undefined || other === k || !pieces[other]) continue;
        const theirs = pieces[other];
        const at = theirs.indexOf(b);
        const joined = [
          ...mine.slice(0, i + 1),
          ...rotate(theirs, (at + 2) % theirs.length).slice(0, theirs.length - 2),
          ...mine.slice(i + 1),
        ];
        if (!convexIds(joined)) continue;
        pieces[other] = undefined;
        pieces[k] = joined;
        joined.forEach((id, j) => owner.set(`${id},${joined[(j + 1) % joined.length]!}`, k));
        again = true;
        break;
      }
    }
  }
  return pieces.filter((p): p is number[] => p !== undefined);
}

const rotate = <T>(list: readonly T[], by: number): T[] => [
  ...list.slice(by),
  ...list.slice(0, by),
];

/** A vector with its length; the direction is from the second shape toward the first. */
export interface Apart {
  d: number;
  nx: number;
  ny: number;
}

/**
 * Widest separation of two convex rings over the edge normals of both.
 *
 * @returns d > 0: they are apart by at least d; d ≤ 0: moving the first by -d along n just parts
 *          them, and no shorter move does
 */
export function separation(a: Ring, b: Ring, out: Apart): Apart {
  out.d = -Infinity;
  axes(b, a, 1, out);
  axes(a, b, -1, out);
  return out;
}

function axes(ring: Ring, other: Ring, sign: number, out: Apart): void {
  const n = ring.length;
  if (n < 4) return;
  for (let i = 0, j = n - 2; i < n; j = i, i += 2) {
    const ex = ring[i]! - ring[j]!;
    const ey = ring[i + 1]! - ring[j + 1]!;
    const len = Math.sqrt(ex * ex + ey * ey);
    if (len < 1e-12) continue;
    const nx = ey / len;
    const ny = -ex / len;
    const edge = nx * ring[i]! + ny * ring[i + 1]!;
    let least = Infinity;
    for (let k = 0; k < other.length; k += 2) {
      const at = nx * other[k]! + ny * other[k + 1]!;
      if (at < least) least = at;
    }
    if (least - edge > out.d) {
      out.d = least - edge;
      out.nx = sign * nx;
      out.ny = sign * ny;
    }
  }
}

/** Exact distance of two convex rings that do not overlap. */
export function convexDistance(a: Ring, b: Ring, out: Apart): Apart {
  out.d = Infinity;
  corners(a, b, 1, out);
  corners(b, a, -1, out);
  return out;
}

/** Nearest approach of the corners of `a` to the edges of `b`. */
function corners(a: Ring, b: Ring, sign: number, out: Apart): void {
  const m = b.length;
  for (let k = 0; k < a.length; k += 2) {
    const px = a[k]!;
    const py = a[k + 1]!;
    for (let i = 0, j = m - 2; i < m; j = i, i += 2) {
      const bx = b[j]!;
      const by = b[j + 1]!;
      const ex = b[i]! - bx;
      const ey = b[i + 1]! - by;
      const len2 = ex * ex + ey * ey;
      const t = len2 > 0 ? Math.max(0, Math.min(1, ((px - bx) * ex + (py - by) * ey) / len2)) : 0;
      const dx = px - bx - t * ex;
      const dy = py - by - t * ey;
      const d2 = dx * dx + dy * dy;
      if (d2 < out.d * out.d || out.d === Infinity) {
        const d = Math.sqrt(d2);
        out.d = d;
        if (d > 1e-12) {
          out.nx = (sign * dx) / d;
          out.ny = (sign * dy) / d;
        } else {
          const len = Math.sqrt(len2) || 1;
          out.nx = (sign * ey) / len;
          out.ny = (-sign * ex) / len;
        }
      }
    }
  }
}

/** The translations of `a` that make it overlap `b`: b ⊕ (−a), a convex ring. */
export function overlapMoves(a: Ring, b: Ring): Ring {
  const minus = new Float64Array(a.length);
  for (let i = 0; i < a.length; i++) minus[i] = -a[i]!;
  const from = (ring: Ring): number => {
    let at = 0;
    for (let i = 2; i < ring.length; i += 2) {
      if (
        ring[i + 1]! < ring[at + 1]! ||
        (ring[i + 1]! === ring[at + 1]! && ring[i]! < ring[at]!)
      ) {
        at = i;
      }
    }
    return at;
  };
  const out: number[] = [];
  let i = from(minus);
  let j = from(b);
  const n = minus.length;
  const m = b.length;
  for (let left = n / 2, right = m / 2, li = 0, ri = 0; li < left || ri < right;) {
    out.push(minus[i]! + b[j]!, minus[i + 1]! + b[j + 1]!);
    const i2 = (i + 2) % n;
    const j2 = (j + 2) % m;
    const cross =
      (minus[i2]! - minus[i]!) * (b[j2 + 1]! - b[j + 1]!) -
      (minus[i2 + 1]! - minus[i + 1]!) * (b[j2]! - b[j]!);
    if (ri >= right || (li < left && cross > 0)) {
      i = i2;
      li++;
    } else if (li >= left || cross < 0) {
      j = j2;
      ri++;
    } else {
      i = i2;
      j = j2;
      li++;
      ri++;
    }
  }
  return Float64Array.from(out);
}
