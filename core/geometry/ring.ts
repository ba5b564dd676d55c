/**
 * Closed rings of points in the plane, flat as [x0, y0, x1, y1, ...], counter-clockwise when they
 * bound a solid. The small arithmetic every shape here is made of.
 */
export type Ring = Float64Array;
export type Pt = readonly [number, number];

export const ringOf = (points: ReadonlyArray<Pt>): Ring =>
  Float64Array.from(points.flatMap(([x, y]) => [x, y]));

export const pointsOf = (ring: Ring): Array<[number, number]> => {
  const out: Array<[number, number]> = [];
  for (let i = 0; i < ring.length; i += 2) out.push([ring[i]!, ring[i + 1]!]);
  return out;
};

/** Signed area in mm²; positive when counter-clockwise. */
export function area(ring: Ring): number {
  let sum = 0;
  for (let i = 0, j = ring.length - 2; i < ring.length; j = i, i += 2) {
    sum += ring[j]! * ring[i + 1]! - ring[i]! * ring[j + 1]!;
  }
  return sum / 2;
}

export function reversed(ring: Ring): Ring {
  const out = new Float64Array(ring.length);
  for (let i = 0; i < ring.length; i += 2) {
    out[i] = ring[ring.length - 2 - i]!;
    out[i + 1] = ring[ring.length - 1 - i]!;
  }
  return out;
}

export const counterClockwise = (ring: Ring): Ring => (area(ring) < 0 ? reversed(ring) : ring);

export interface Box {
  x0: number;
  y0: number;
  x1: number;
  y1: number;
}

export function boxOf(ring: Ring, r = 0): Box {
  let x0 = Infinity;
  let y0 = Infinity;
  let x1 = -Infinity;
  let y1 = -Infinity;
  for (let i = 0; i < ring.length; i += 2) {
    const x = ring[i]!;
    const y = ring[i + 1]!;
    if (x < x0) x0 = x;
    if (x > x1) x1 = x;
    if (y < y0) y0 = y;
    if (y > y1) y1 = y;
  }
  return { x0: x0 - r, y0: y0 - r, x1: x1 + r, y1: y1 + r };
}

/** Whether a point lies inside a ring (even-odd; the edge itself may fall either way). */
export function inside(ring: Ring, x: number, y: number): boolean {
  let odd = false;
  for (let i = 0, j = ring.length - 2; i < ring.length; j = i, i += 2) {
    const yi = ring[i + 1]!;
    const yj = ring[j + 1]!;
    if (yi > y !== yj > y && x < ((ring[j]! - ring[i]!) * (y - yi)) / (yj - yi) + ring[i]!) {
      odd = !odd;
    }
  }
  return odd;
}

export const rectRing = (x: number, y: number, w: number, h: number): Ring =>
  Float64Array.of(x, y, x + w, y, x + w, y + h, x, y + h);

/** Sides a circle of radius r needs so that its polygon is nowhere more than `sagitta` mm off. */
export const sidesFor = (r: number, sagitta: number): number =>
  Math.max(12, Math.ceil(Math.PI / Math.acos(Math.max(0, 1 - sagitta / Math.max(r, sagitta)))));

/** A circle as a polygon that encloses it. */
export function circleRing(x: number, y: number, r: number, sides: number): Ring {
  const out = new Float64Array(sides * 2);
  const R = r / Math.cos(Math.PI / sides);
  for (let i = 0; i < sides; i++) {
    const a = (2 * Math.PI * i) / sides;
    out[2 * i] = x + R * Math.cos(a);
    out[2 * i + 1] = y + R * Math.sin(a);
  }
  return out;
}

/** Steps of one right-angled corner arc: 12 keep a 10 mm corner within 0.03 mm. */
const ARC_STEPS = 12;

/**
 * Points around an outline with its corners rounded. Each point carries the straight wall that
 * starts there, or -1 on an arc, so that openings can name their wall whatever the radius.
 */
export function rounded(
  points: ReadonlyArray<Pt>,
  radius: number,
): Array<{ x: number; y: number; wall: number }> {
  const n = points.length;
  const out: Array<{ x: number; y: number; wall: number }> = [];
  for (let i = 0; i < n; i++) {
    const [px, py] = points[(i + n - 1) % n]!;
    const [cx, cy] = points[i]!;
    const [nx, ny] = points[(i + 1) % n]!;
    const inLen = Math.hypot(cx - px, cy - py);
    const outLen = Math.hypot(nx - cx, ny - cy);
    const ux = (px - cx) / inLen;
    const uy = (py - cy) / inLen;
    const vx = (nx - cx) / outLen;
    const vy = (ny - cy) / outLen;
    const cross = ux * vy - uy * vx;
    const half = Math.acos(Math.max(-1, Math.min(1, ux * vx + uy * vy))) / 2;
    const back = Math.min(radius / Math.tan(half), inLen / 2, outLen / 2);
    // Straight on, sharp, or an inside corner: keep the point itself.
    if (radius <= 0 || cross >= -1e-9 || !(back > 1e-6)) {
      out.push({ x: cx, y: cy, wall: i });
      continue;
    }
    const r = back * Math.tan(half);
    const bx = (ux + vx) / Math.hypot(ux + vx, uy + vy);
    const by = (uy + vy) / Math.hypot(ux + vx, uy + vy);
    const ox = cx + (bx * r) / Math.sin(half);
    const oy = cy + (by * r) / Math.sin(half);
    const a0 = Math.atan2(cy + uy * back - oy, cx + ux * back - ox);
    const sweep = Math.PI - 2 * half;
    const steps = Math.max(2, Math.ceil((ARC_STEPS * sweep) / (Math.PI / 2)));
    for (let k = 0; k <= steps; k++) {
      const a = a0 + (sweep * k) / steps;
      out.push({ x: ox + r * Math.cos(a), y: oy + r * Math.sin(a), wall: k === steps ? i : -1 });
    }
  }
  return out;
}

/** Every vertex moved outward by d along the mitre of its two edges (inward when d < 0). */
export function mitred(ring: Ring, d: number): Ring {
  const n = ring.length / 2;
  const out = new Float64Array(ring.length);
  for (let i = 0; i < n; i++) {
    const p = 2 * ((i + n - 1) % n);
    const c = 2 * i;
    const q = 2 * ((i + 1) % n);
    const l1 = Math.hypot(ring[c]! - ring[p]!, ring[c + 1]! - ring[p + 1]!);
    const l2 = Math.hypot(ring[q]! - ring[c]!, ring[q + 1]! - ring[c + 1]!);
    const n1x = (ring[c + 1]! - ring[p + 1]!) / l1;
    const n1y = -(ring[c]! - ring[p]!) / l1;
    const n2x = (ring[q + 1]! - ring[c + 1]!) / l2;
    const n2y = -(ring[q]! - ring[c]!) / l2;
    const k = d / Math.max(0.2, 1 + n1x * n2x + n1y * n2y);
    out[c] = ring[c]! + (n1x + n2x) * k;
    out[c + 1] = ring[c + 1]! + (n1y + n2y) * k;
  }
  return out;
}
