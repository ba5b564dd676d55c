/**
 * The signed distance of two solids, exact for prisms at any angle, with holes and roundings.
 *
 * Positive: the free distance. Negative: the overlap, which is the length of the shortest move (in
 * plane or along z) that parts them. Solids are lists of prisms and part as a whole.
 */
import { type Apart, convexDistance, overlapMoves, separation } from './convex';
import { type Prism, unrounded } from './prism';
import type { Ring } from './ring';

/** A gap and its direction: the unit vector from the second solid toward the first. */
export interface Gap {
  gap: number;
  nx: number;
  ny: number;
  nz: number;
}

const scratch: Apart = { d: 0, nx: 0, ny: 0 };
/** Overlaps thinner than this are touching: below what any reading can tell. */
const TOUCH = 1e-7;

/** In-plane distance of two footprints; d ≤ 0 means they overlap (then only the sign is meant). */
function planApart(a: Prism, b: Prism, out: Apart): Apart {
  const r = a.r + b.r;
  let best = Infinity;
  let nx = 0;
  let ny = 0;
  for (const p of a.pieces) {
    for (const q of b.pieces) {
      if (p.length > 2 || q.length > 2) separation(p, q, scratch);
      else scratch.d = Infinity;
      if (scratch.d - r > best) continue;
      if (scratch.d > 0) convexDistance(p, q, scratch);
      if (scratch.d - r < best) {
        best = scratch.d - r;
        nx = scratch.nx;
        ny = scratch.ny;
      }
    }
  }
  out.d = best;
  out.nx = nx;
  out.ny = ny;
  return out;
}

const plan: Apart = { d: 0, nx: 0, ny: 0 };

/**
 * Signed distance of two solids.
 *
 * @param far  gaps wider than this need not be exact: any figure above it may come back, mm
 * @returns    gap in mm and its direction
 */
export function gapOf(a: readonly Prism[], b: readonly Prism[], far = Infinity): Gap {
  const best: Gap = { gap: Infinity, nx: 0, ny: 0, nz: 1 };
  for (const p of a) {
    for (const q of b) {
      const up = p.z0 - q.z1;
      const down = q.z0 - p.z1;
      const dz = Math.max(up, down);
      const limit = Math.min(far, best.gap);
      if (
        dz > limit ||
        p.x0 - q.x1 > limit ||
        q.x0 - p.x1 > limit ||
        p.y0 - q.y1 > limit ||
        q.y0 - p.y1 > limit
      ) {
        continue;
      }
      planApart(p, q, plan);
      if (plan.d < -TOUCH && dz < -TOUCH) return parting(a, b);
      const sz = up >= down ? 1 : -1;
      if (plan.d <= 0 || dz <= 0) {
        // Side by side or one above the other: the larger of the two is the distance.
        const sideways = plan.d > dz;
        const gap = Math.max(0, sideways ? plan.d : dz);
        if (gap < best.gap) {
          Object.assign(
            best,
            sideways ? { gap, nx: plan.nx, ny: plan.ny, nz: 0 } : { gap, nx: 0, ny: 0, nz: sz },
          );
        }
      } else {
        const gap = Math.hypot(plan.d, dz);
        if (gap < best.gap) {
          Object.assign(best, {
            gap,
            nx: (plan.nx * plan.d) / gap,
            ny: (plan.ny * plan.d) / gap,
            nz: (sz * dz) / gap,
          });
        }
      }
    }
  }
  return best;
}

/** The shortest move of `a` that parts it from `b`, as a negative gap and its direction. */
export function parting(a: readonly Prism[], b: readonly Prism[]): Gap {
  const z = partAlongZ(a, b);
  const xy = partInPlane(a, b, Math.abs(z));
  if (xy && xy.d < Math.abs(z)) return { gap: -xy.d, nx: xy.nx, ny: xy.ny, nz: 0 };
  return { gap: -Math.abs(z), nx: 0, ny: 0, nz: z >= 0 ? 1 : -1 };
}

/** Shortest signed move along z that parts two solids. */
function partAlongZ(a: readonly Prism[], b: readonly Prism[]): number {
  const barred: Array<[number, number]> = [];
  for (const p of a) {
    for (const q of b) {
      if (p.x0 > q.x1 || q.x0 > p.x1 || p.y0 > q.y1 || q.y0 > p.y1) continue;
      if (planApart(p, q, plan).d < -TOUCH) barred.push([q.z0 - p.z1, q.z1 - p.z0]);
    }
  }
  barred.sort((s, t) => s[0] - t[0]);
  let low = 0;
  let high = 0;
  for (let again = true; again;) {
    again = false;
    for (const [s, t] of barred) {
      if (s + TOUCH < high && high < t - TOUCH) {
        high = t;
        again = true;
      }
      if (s + TOUCH < low && low < t - TOUCH) {
        low = s;
        again = true;
      }
    }
  }
  return high <= -low ? high : low;
}

/**
 * Shortest in-plane move that parts two solids, or nothing below `limit`.
 *
 * The moves that leave them overlapping are a union of convex regions, one for each pair of pieces.
 * The nearest way out of a union lies at the foot of the origin on an edge, or where two edges
 * cross; the nearest of those that no region contains is the answer, and it is exact.
 */
function partInPlane(a: readonly Prism[], b: readonly Prism[], limit: number): Apart | undefined {
  const single =
    a.length === 1 && b.length === 1 && a[0]!.pieces.length === 1 && b[0]!.pieces.length === 1;
  if (single && a[0]!.pieces[0]!.length + b[0]!.pieces[0]!.length === 4) {
    const [p, q] = [a[0]!.pieces[0]!, b[0]!.pieces[0]!];
    const dx = p[0]! - q[0]!;
    const dy = p[1]! - q[1]!;
    const d = Math.hypot(dx, dy);
    const out = a[0]!.r + b[0]!.r - d;
    return out < limit ? { d: out, nx: d > 0 ? dx / d : 1, ny: d > 0 ? dy / d : 0 } : undefined;
  }
  if (single) {
    const r = a[0]!.r + b[0]!.r;
    separation(a[0]!.pieces[0]!, b[0]!.pieces[0]!, scratch);
    if (scratch.d > 0) convexDistance(a[0]!.pieces[0]!, b[0]!.pieces[0]!, scratch);
    return r - scratch.d < limit ? { d: r - scratch.d, nx: scratch.nx, ny: scratch.ny } : undefined;
  }
  const regions: Ring[] = [];
  for (const p of a) {
    const ps = unrounded(p);
    for (const q of b) {
      if (p.z0 >= q.z1 - TOUCH || q.z0 >= p.z1 - TOUCH) continue;
      const reach = limit;
      if (
        p.x0 - q.x1 > reach ||
        q.x0 - p.x1 > reach ||
        p.y0 - q.y1 > reach ||
        q.y0 - p.y1 > reach
      ) {
        continue;
      }
      for (const s of ps) for (const t of unrounded(q)) regions.push(overlapMoves(s, t));
    }
  }
  return nearestWayOut(regions, limit);
}

interface EdgeLine {
  x0: number;
  y0: number;
  x1: number;
  y1: number;
  d: number;
  fx: number;
  fy: number;
  region: number;
}

/** The point nearest the origin that lies strictly inside none of the convex regions. */
export function nearestWayOut(regions: readonly Ring[], limit: number): Apart | undefined {
  const edges: EdgeLine[] = [];
  regions.forEach((ring, region) => {
    for (let i = 0, j = ring.length - 2; i < ring.length; j = i, i += 2) {
      const x0 = ring[j]!;
      const y0 = ring[j + 1]!;
      const x1 = ring[i]!;
      const y1 = ring[i + 1]!;
      const ex = x1 - x0;
      const ey = y1 - y0;
      const len2 = ex * ex + ey * ey;
      if (len2 < 1e-18) continue;
      const t = Math.max(0, Math.min(1, -(x0 * ex + y0 * ey) / len2));
      const fx = x0 + t * ex;
      const fy = y0 + t * ey;
      const d = Math.hypot(fx, fy);
      if (d < limit) edges.push({ x0, y0, x1, y1, d, fx, fy, region });
    }
  });
  edges.sort((s, t) => s.d - t.d);
  let best = limit;
  let bx = 0;
  let by = 0;
  let edge: EdgeLine | undefined;
  for (const e of edges) {
    if (e.d >= best) break;
    if (free(regions, e.fx, e.fy)) {
      best = e.d;
      bx = e.fx;
      by = e.fy;
      edge = e;
    }
  }
  for (let i = 0; i < edges.length && edges[i]!.d < best; i++) {
    const e = edges[i]!;
    for (let j = 0; j < i; j++) {
      const f = edges[j]!;
      if (f.region === e.region) continue;
      const ex = e.x1 - e.x0;
      const ey = e.y1 - e.y0;
      const fx = f.x1 - f.x0;
      const fy = f.y1 - f.y0;
      const cross = ex * fy - ey * fx;
      if (Math.abs(cross) < 1e-12) continue;
      const t = ((f.x0 - e.x0) * fy - (f.y0 - e.y0) * fx) / cross;
      const s = ((f.x0 - e.x0) * ey - (f.y0 - e.y0) * ex) / cross;
      if (t < -1e-9 || t > 1 + 1e-9 || s < -1e-9 || s > 1 + 1e-9) continue;
      const x = e.x0 + t * ex;
      const y = e.y0 + t * ey;
      const d = Math.hypot(x, y);
      if (d < best && free(regions, x, y)) {
        best = d;
        bx = x;
        by = y;
        edge = e;
      }
    }
  }
  if (!edge) return undefined;
  if (best > 1e-12) return { d: best, nx: bx / best, ny: by / best };
  const len = Math.hypot(edge.x1 - edge.x0, edge.y1 - edge.y0);
  return { d: 0, nx: (edge.y1 - edge.y0) / len, ny: -(edge.x1 - edge.x0) / len };
}

/** The region that held the point asked about last: the next one most often lies in it as well. */
let held = 0;

/** Whether a point lies strictly inside none of the regions. */
function free(regions: readonly Ring[], x: number, y: number): boolean {
  for (let k = -1; k < regions.length; k++) {
    if (k === held) continue;
    const ring = regions[k < 0 ? held : k];
    if (!ring) continue;
    let within = true;
    for (let i = 0, j = ring.length - 2; i < ring.length; j = i, i += 2) {
      const ex = ring[i]! - ring[j]!;
      const ey = ring[i + 1]! - ring[j + 1]!;
      if (
        ex * (y - ring[j + 1]!) - ey * (x - ring[j]!) <=
        1e-9 * (Math.abs(ex) + Math.abs(ey) + 1)
      ) {
        within = false;
        break;
      }
    }
    if (within) {
      if (k >= 0) held = k;
      return false;
    }
  }
  return true;
}

/** In-plane distance of two footprints whatever their heights; 0 or less means they overlap. */
export const planGap = (a: Prism, b: Prism): number => planApart(a, b, plan).d;
