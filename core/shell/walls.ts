/**
 * The walls of a shell: straight runs and rounded corners as convex solids, with openings cut out.
 *
 * Walls reach far beyond the outer face, so that the nearest way out of one is always inward.
 */
import type { Body } from '../model';
import {
  convexPrism,
  mitred,
  type Prism,
  type Pt,
  type Ring,
  ringOf,
  ringPrism,
  rounded,
} from '../geometry';

/** A straight wall of the outline: from corner to corner along u, outward normal n. */
export interface Wall {
  index: number;
  x0: number;
  y0: number;
  ux: number;
  uy: number;
  nx: number;
  ny: number;
  length: number;
}

/** A hole through one wall: a rectangle or circle in that wall's u, v (v = z). */
export interface WallHole {
  wall: number;
  u: number;
  v: number;
  w: number;
  h: number;
  round: boolean;
}

const FAR_MM = 20;
/** Slabs of a round hole: it lets through what is so much thinner, a few hundredths of its width. */
const ROUND_SLABS = 32;

/** The outline's corner points, counter-clockwise, before rounding. */
export function sharpOutline(body: Body): Pt[] {
  const o = body.outline;
  if (o.kind === 'rect') {
    return [
      [0, 0],
      [o.w.mm, 0],
      [o.w.mm, o.h.mm],
      [0, o.h.mm],
    ];
  }
  let sum = 0;
  o.points.forEach((p, i) => {
    const q = o.points[(i + 1) % o.points.length]!;
    sum += p[0] * q[1] - q[0] * p[1];
  });
  return sum < 0 ? [...o.points].reverse() : o.points;
}

/** Rings of a body, made once: a body is never changed, a changed one is another. */
const once = (make: (body: Body) => Ring): ((body: Body) => Ring) => {
  const known = new WeakMap<Body, Ring>();
  return (body) => {
    let ring = known.get(body);
    if (!ring) known.set(body, (ring = make(body)));
    return ring;
  };
};

export const outerRing = once((body) =>
  ringOf(rounded(sharpOutline(body), body.outline.r.mm).map((p) => [p.x, p.y] as const)),
);

const innerPoints = (body: Body) => {
  const sharp = mitred(ringOf(sharpOutline(body)), -body.wall.mm);
  const pts: Pt[] = [];
  for (let i = 0; i < sharp.length; i += 2) pts.push([sharp[i]!, sharp[i + 1]!]);
  return rounded(pts, Math.max(0, body.outline.r.mm - body.wall.mm));
};

export const innerRing = once((body) => ringOf(innerPoints(body).map((p) => [p.x, p.y] as const)));

export function straightWalls(body: Body): Wall[] {
  const pts = sharpOutline(body);
  return pts.map(([x0, y0], index) => {
    const [x1, y1] = pts[(index + 1) % pts.length]!;
    const length = Math.hypot(x1 - x0, y1 - y0);
    const ux = (x1 - x0) / length;
    const uy = (y1 - y0) / length;
    return { index, x0, y0, ux, uy, nx: uy, ny: -ux, length };
  });
}

/** What a builder calls a wall: by its side if it has one. */
export function wallName(wall: Wall): string {
  if (wall.ny < -0.9) return 'bottom wall';
  if (wall.nx > 0.9) return 'right wall';
  if (wall.ny > 0.9) return 'top wall';
  if (wall.nx < -0.9) return 'left wall';
  return `wall ${wall.index + 1}`;
}

export interface WallRun {
  wall: number;
  corner: boolean;
  prisms: Prism[];
}

/**
 * Convex solids of all walls between two heights, one run for each straight wall and each corner.
 *
 * @param holes  openings already there or to be cut; each is taken out of its own straight wall
 * @param only   build just this straight wall
 */
export function wallRuns(
  body: Body,
  z0: number,
  z1: number,
  holes: readonly WallHole[],
  only?: number,
): WallRun[] {
  const inner = innerPoints(body);
  const ring = ringOf(inner.map((p) => [p.x, p.y] as const));
  const far = mitred(ring, body.wall.mm + FAR_MM);
  const walls = straightWalls(body);
  const runs = new Map<string, WallRun>();
  let lastWall = inner.length ? inner[inner.length - 1]!.wall : 0;
  if (lastWall < 0) lastWall = walls.length - 1;
  inner.forEach((p, i) => {
    const j = (i + 1) % inner.length;
    const corner = p.wall < 0;
    const wall = corner ? lastWall : p.wall;
    if (!corner) lastWall = p.wall;
    if (only !== undefined && (corner || wall !== only)) return;
    const key = `${corner ? 'c' : 'w'}${wall}`;
    const run = runs.get(key) ?? { wall, corner, prisms: [] };
    runs.set(key, run);
    const quad = Float64Array.of(
      ring[2 * i]!,
      ring[2 * i + 1]!,
      far[2 * i]!,
      far[2 * i + 1]!,
      far[2 * j]!,
      far[2 * j + 1]!,
      ring[2 * j]!,
      ring[2 * j + 1]!,
    );
    const cuts = corner ? [] : holes.filter((h) => h.wall === wall);
    if (cuts.length) {
      run.prisms.push(...pierced(walls[wall]!, quad, cuts, z0, z1, body.wall.mm + FAR_MM));
    } else run.prisms.push(ringPrism(quad, z0, z1));
  });
  return [...runs.values()];
}

interface Bar {
  u0: number;
  u1: number;
  v0: number;
  v1: number;
}

const levelOf = (r: number, i: number): number => -r * Math.cos((Math.PI * i) / ROUND_SLABS);

/**
 * A round hole as inscribed slabs: it never lets through more than the real one. They are thinner
 * above and below, where the circle lies flat and a slab of its own width would be lost.
 */
function bars(hole: WallHole): Bar[] {
  if (!hole.round) {
    return [
      {
        u0: hole.u - hole.w / 2,
        u1: hole.u + hole.w / 2,
        v0: hole.v - hole.h / 2,
        v1: hole.v + hole.h / 2,
      },
    ];
  }
  const r = hole.w / 2;
  return Array.from({ length: ROUND_SLABS }, (_, i) => {
    const [v0, v1] = [levelOf(r, i), levelOf(r, i + 1)];
    const half = Math.sqrt(Math.max(0, r * r - Math.max(v0 * v0, v1 * v1)));
    return { u0: hole.u - half, u1: hole.u + half, v0: hole.v + v0, v1: hole.v + v1 };
  }).filter((b) => b.u1 > b.u0);
}

/** A straight wall with holes: slabs in height, each cut into the runs between its holes. */
function pierced(
  wall: Wall,
  quad: Ring,
  holes: readonly WallHole[],
  z0: number,
  z1: number,
  thick: number,
): Prism[] {
  const all = holes.flatMap(bars).filter((b) => b.v1 > z0 && b.v0 < z1);
  const levels = [
    ...new Set([z0, z1, ...all.flatMap((b) => [b.v0, b.v1]).filter((v) => v > z0 && v < z1)]),
  ].sort((a, b) => a - b);
  const along = (x: number, y: number) => (x - wall.x0) * wall.ux + (y - wall.y0) * wall.uy;
  const start = along(quad[0]!, quad[1]!);
  const end = along(quad[6]!, quad[7]!);
  const at = (u: number): [number, number] => {
    const f = (u - start) / (end - start);
    return [quad[0]! + f * (quad[6]! - quad[0]!), quad[1]! + f * (quad[7]! - quad[1]!)];
  };
  const out: Prism[] = [];
  for (let k = 1; k < levels.length; k++) {
    const [low, high] = [levels[k - 1]!, levels[k]!];
    const here = all
      .filter((b) => b.v0 < high - 1e-9 && b.v1 > low + 1e-9)
      .sort((a, b) => a.u0 - b.u0);
    let from = start;
    const add = (u0: number, u1: number) => {
      if (u1 - u0 < 1e-9) return;
      const [ax, ay] = at(u0);
      const [bx, by] = at(u1);
      const outA =
        u0 === start ? [quad[2]!, quad[3]!] : [ax + wall.nx * thick, ay + wall.ny * thick];
      const outB = u1 === end ? [quad[4]!, quad[5]!] : [bx + wall.nx * thick, by + wall.ny * thick];
      out.push(
        convexPrism(
          [Float64Array.of(ax, ay, outA[0]!, outA[1]!, outB[0]!, outB[1]!, bx, by)],
          low,
          high,
        ),
      );
    };
    for (const b of here) {
      if (b.u0 > from) add(from, Math.min(b.u0, end));
      from = Math.max(from, b.u1);
    }
    if (from < end) add(from, end);
  }
  return out;
}
