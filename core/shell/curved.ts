/**
 * What is not straight about a half: walls that lean, and a back that is curved along one axis.
 *
 * Both become stacks of straight slabs, each taken at its narrowest or shallowest, so that nothing
 * that fits the slabs can hit the real thing; what that gives away is stated.
 */
import type { Body, Piece } from '../model';

/** Slabs are cut so that each gives away no more than this, mm. */
const GIVE_MM = 0.1;
const MOST_SLABS = 40;

export interface WallSlab {
  z0: number;
  z1: number;
  wall: number;
}

/** Depth slabs of a leaning wall between the rim and the outer face, each as thick as at its deep end. */
export function wallSlabs(body: Body, piece: Piece, sign: 1 | -1): WallSlab[] {
  const deep = piece.depth.mm;
  const lean = Math.tan(((piece.draftDeg ?? 0) * Math.PI) / 180);
  const n = Math.max(1, Math.min(MOST_SLABS, Math.ceil((deep * lean) / GIVE_MM)));
  return Array.from({ length: n }, (_, i) => {
    const [d0, d1] = [(deep * i) / n, (deep * (i + 1)) / n];
    return {
      wall: body.wall.mm + d1 * lean,
      ...(sign > 0 ? { z0: d0, z1: d1 } : { z0: -d1, z1: -d0 }),
    };
  });
}

export interface FloorStrip {
  from: number;
  to: number;
  depth: number;
  u: number;
}

/**
 * Strips of a curved floor along its axis, each at its shallowest.
 *
 * @returns strips from end to end of the axis; straight between the depths that were read, level beyond them
 */
export function floorStrips(profile: NonNullable<Piece['profile']>, length: number): FloorStrip[] {
  const pts = [...profile.points].sort((a, b) => a.at - b.at);
  const first = pts[0]!;
  const last = pts[pts.length - 1]!;
  const out: FloorStrip[] = [];
  const put = (from: number, to: number, depth: number, u: number) => {
    if (to - from > 1e-6) out.push({ from, to, depth, u });
  };
  put(-20, first.at, first.depth.mm, first.depth.u);
  const steps = pts
    .slice(1)
    .map((p, i) => Math.max(1, Math.ceil(Math.abs(p.depth.mm - pts[i]!.depth.mm) / GIVE_MM)));
  const squeeze = Math.max(1, steps.reduce((s, n) => s + n, 0) / MOST_SLABS);
  pts.slice(1).forEach((b, i) => {
    const a = pts[i]!;
    const n = Math.max(1, Math.round(steps[i]! / squeeze));
    for (let k = 0; k < n; k++) {
      const at = (t: number) => a.at + (b.at - a.at) * t;
      const depth = (t: number) => a.depth.mm + (b.depth.mm - a.depth.mm) * t;
      put(
        at(k / n),
        at((k + 1) / n),
        Math.min(depth(k / n), depth((k + 1) / n)),
        Math.max(a.depth.u, b.depth.u),
      );
    }
  });
  put(last.at, Math.max(length + 20, last.at + 1), last.depth.mm, last.depth.u);
  return out;
}

/** Depth of a curved floor at a place, as read and straight between. */
export function depthAt(profile: NonNullable<Piece['profile']>, at: number): number {
  const pts = [...profile.points].sort((a, b) => a.at - b.at);
  if (at <= pts[0]!.at) return pts[0]!.depth.mm;
  for (let i = 1; i < pts.length; i++) {
    const [a, b] = [pts[i - 1]!, pts[i]!];
    if (at <= b.at) {
      return a.depth.mm + ((b.depth.mm - a.depth.mm) * (at - a.at)) / (b.at - a.at || 1);
    }
  }
  return pts[pts.length - 1]!.depth.mm;
}

/** The most a strip gives away against the straight line between readings, mm. */
export function stripExcess(
  profile: NonNullable<Piece['profile']>,
  strips: readonly FloorStrip[],
): number {
  return Math.max(
    0,
    ...strips.map((s) => Math.max(depthAt(profile, s.from), depthAt(profile, s.to)) - s.depth),
  );
}
