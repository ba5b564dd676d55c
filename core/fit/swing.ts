/**
 * The halves brought together about the spine, like a book: the front turns about the outer edge at
 * the parting plane. Seen along the spine each slice of a solid is a rectangle; turning, it passes
 * another exactly if at some radius it lies under it when shut.
 */
import { cutAlong, type Solid } from '../geometry';
import type { Spine } from '../shell';

/** Across the spine and in depth, the axis at 0, 0. */
export interface Rect {
  d0: number;
  d1: number;
  z0: number;
  z1: number;
}

/** Slices looked at along the spine where both solids are. */
const SLICES = 11;
/** Radii looked at between those of the corners. */
const RADII = 48;

/** Lowest (or highest) angle at which an arc about the axis lies in the rectangle. */
function angleAt(r: number, { d0, d1, z0, z1 }: Rect, lowest: boolean): number | undefined {
  const out: number[] = [];
  const put = (d: number, z: number) => {
    if (d >= d0 - 1e-9 && d <= d1 + 1e-9 && z >= z0 - 1e-9 && z <= z1 + 1e-9) {
      out.push(Math.atan2(z, d));
    }
  };
  for (const z of [z0, z1]) if (r >= Math.abs(z)) put(Math.sqrt(r * r - z * z), z);
  for (const d of [d0, d1]) {
    if (r >= Math.abs(d)) for (const s of [1, -1]) put(d, s * Math.sqrt(r * r - d * d));
  }
  if (out.length) {
    if (lowest) return Math.min(...out);
    return Math.max(...out);
  }
  return undefined;
}

/**
 * How far the moving rectangle's way is barred by the resting one: the longest arc it would have to
 * pass through it, mm; 0 when it passes. Both as they lie shut, at d ≥ 0.
 */
export function barredArc(moving: Rect, resting: Rect): number {
  const corners = [moving, resting]
    .flatMap((q) => [q.d0, q.d1].flatMap((d) => [q.z0, q.z1].map((z) => Math.hypot(d, z))))
    .concat(
      moving.d0,
      moving.d1,
      resting.d0,
      resting.d1,
      [moving, resting].flatMap((q) => [Math.abs(q.z0), Math.abs(q.z1)]),
    )
    .sort((a, b) => a - b);
  let worst = 0;
  const look = (r: number) => {
    const low = angleAt(r, moving, true);
    const high = angleAt(r, resting, false);
    if (low !== undefined && high !== undefined) worst = Math.max(worst, r * (high - low));
  };
  corners.forEach((r, i) => {
    look(r);
    const next = corners[i + 1];
    if (next !== undefined && next > r) {
      for (let k = 1; k < RADII; k++) look(r + ((next - r) * k) / RADII);
    }
  });
  return worst;
}

/** A solid's slice across the spine, so far along it. */
function slice(s: Solid, spine: Spine, t: number): Rect[] {
  const across = spine.axis === 'y' ? 'x' : 'y';
  return s.prisms.flatMap((p) =>
    cutAlong(p, across, t).map(([a, b]): Rect => {
      const [p0, p1] =
        across === 'x'
          ? [spine.away([a, 0]), spine.away([b, 0])]
          : [spine.away([0, a]), spine.away([0, b])];
      return { d0: Math.max(0, Math.min(p0, p1)), d1: Math.max(0, p0, p1), z0: p.z0, z1: p.z1 };
    }),
  );
}

/** How far a solid of the front would have to pass through one of the back, mm. */
export function swingBar(front: Solid, back: Solid, spine: Spine): number {
  const [f0, f1, b0, b1] =
    spine.axis === 'y'
      ? [front.y0, front.y1, back.y0, back.y1]
      : [front.x0, front.x1, back.x0, back.x1];
  const low = Math.max(f0, b0);
  const high = Math.min(f1, b1);
  if (high - low < 0.05 || front.z0 >= back.z1) return 0;
  let worst = 0;
  for (let i = 0; i < SLICES; i++) {
    const t = low + ((high - low) * (i + 0.5)) / SLICES;
    for (const m of slice(front, spine, t)) {
      for (const q of slice(back, spine, t)) worst = Math.max(worst, barredArc(m, q));
    }
  }
  return worst;
}
