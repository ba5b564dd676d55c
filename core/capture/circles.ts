/**
 * Circles among edge points: found by letting each point vote along its normal, then fitted to the
 * points that lie on them. Gussets and walls interrupt a circle; what is left of it is enough.
 */
import { Matrix, solve } from 'ml-matrix';

/** An edge point with the direction out of the material. */
export interface EdgePoint {
  x: number;
  y: number;
  nx: number;
  ny: number;
}
/** `cover`: share of the full turn that has edge points; `rms`: how far they, `on`, are off the circle, mm. */
export interface Circle {
  x: number;
  y: number;
  r: number;
  cover: number;
  rms: number;
  on: readonly EdgePoint[];
}

const { abs, hypot, round } = Math;

const SMALLEST_R = 1.2;
const LARGEST_R = 7.5;
const CELL = 0.25;
const BINS = 72;

/**
 * Least-squares circle through points.
 *
 * @returns  centre, radius, rms distance of the points from it; undefined for fewer than three points or a straight row
 * @see      geometric fit by Gauss-Newton, begun at the algebraic one
 */
export function fitCircle(
  pts: ReadonlyArray<{ x: number; y: number }>,
): { x: number; y: number; r: number; rms: number } | undefined {
  const n = pts.length;
  if (n < 3) return undefined;
  let mx = 0;
  let my = 0;
  for (const p of pts) {
    mx += p.x;
    my += p.y;
  }
  mx /= n;
  my /= n;
  let xx = 0;
  let xy = 0;
  let yy = 0;
  let xq = 0;
  let yq = 0;
  let q1 = 0;
  for (const p of pts) {
    const dx = p.x - mx;
    const dy = p.y - my;
    const q = dx * dx + dy * dy;
    xx += dx * dx;
    xy += dx * dy;
    yy += dy * dy;
    xq += dx * q;
    yq += dy * q;
    q1 += q;
  }
  const det = xx * yy - xy * xy;
  if (!(det > 1e-9 * (xx + yy) ** 2)) return undefined;
  let x = (xq * yy - yq * xy) / det / 2;
  let y = (yq * xx - xq * xy) / det / 2;
  let r = Math.sqrt(q1 / n + x * x + y * y);
  for (let k = 0; k < 6; k++) {
    const a = [0, 0, 0, 0, 0, 0];
    const g = [0, 0, 0];
    for (const p of pts) {
      const dx = p.x - mx - x;
      const dy = p.y - my - y;
      const d = hypot(dx, dy) || 1e-9;
      const u = dx / d;
      const v = dy / d;
      const e = d - r;
      a[0]! += u * u;
      a[1]! += u * v;
      a[2]! += u;
      a[3]! += v * v;
      a[4]! += v;
      g[0]! += u * e;
      g[1]! += v * e;
      g[2]! += e;
    }
    let step: number[];
    try {
      step = solve(
        new Matrix([
          [a[0]!, a[1]!, a[2]!],
          [a[1]!, a[3]!, a[4]!],
          [a[2]!, a[4]!, n],
        ]),
        Matrix.columnVector(g),
      ).to1DArray();
    } catch {
      return undefined;
    }
    x += step[0]!;
    y += step[1]!;
    r += step[2]!;
    if (hypot(...step) < 1e-5) break;
  }
  if (![x, y, r].every(Number.isFinite) || r <= 0 || r > 1e4) return undefined;
  let sum = 0;
  for (const p of pts) sum += (hypot(p.x - mx - x, p.y - my - y) - r) ** 2;
  return { x: x + mx, y: y + my, r, rms: Math.sqrt(sum / n) };
}

/** All circles of material among the edge points of one level. */
export function circlesAmong(
  pts: readonly EdgePoint[],
  w: number,
  h: number,
  least = 0.3,
): Circle[] {
  const nx = Math.ceil(w / CELL) + 2;
  const ny = Math.ceil(h / CELL) + 2;
  const votes = new Uint16Array(nx * ny);
  const sum = new Uint16Array(nx * ny);
  const touched: number[] = [];
  for (const p of pts) {
    for (let r = SMALLEST_R; r <= LARGEST_R; r += CELL) {
      const i = round((p.x - p.nx * r) / CELL);
      const j = round((p.y - p.ny * r) / CELL);
      if (i < 2 || j < 2 || i >= nx - 2 || j >= ny - 2) continue;
      const c = j * nx + i;
      if (votes[c]!++ === 0) touched.push(c);
    }
  }
  for (const c of touched) {
    sum[c] =
      votes[c - nx - 1]! +
      votes[c - nx]! +
      votes[c - nx + 1]! +
      votes[c - 1]! +
      votes[c]! +
      votes[c + 1]! +
      votes[c + nx - 1]! +
      votes[c + nx]! +
      votes[c + nx + 1]!;
  }
  // A circle of the smallest radius with least coverage has this many points.
  const enough = Math.max(8, (2 * Math.PI * SMALLEST_R * least) / CELL);
  const peaks: number[] = [];
  for (const c of touched) {
    const v = sum[c]!;
    if (v < enough) continue;
    let high = true;
    for (let dj = -2; dj <= 2 && high; dj++) {
      for (let di = -2; di <= 2; di++) {
        if (sum[c + dj * nx + di]! > v) {
          high = false;
          break;
        }
      }
    }
    if (high) peaks.push(c);
  }
  peaks.sort((a, b) => sum[b]! - sum[a]!);
  const buckets = new Map<number, EdgePoint[]>();
  const key = (x: number, y: number) => (Math.floor(x / 4) + 16) * 4096 + Math.floor(y / 4) + 16;
  for (const p of pts) {
    const k = key(p.x, p.y);
    const b = buckets.get(k);
    if (b) b.push(p);
    else buckets.set(k, [p]);
  }
  const near = (x: number, y: number): EdgePoint[] => {
    const out: EdgePoint[] = [];
    for (let dx = -8; dx <= 8; dx += 4) {
      for (let dy = -8; dy <= 8; dy += 4) {
        for (const p of buckets.get(key(x + dx, y + dy)) ?? []) out.push(p);
      }
    }
    return out;
  };
  const out: Circle[] = [];
  for (const c of peaks.slice(0, 200)) {
    const x = (c % nx) * CELL;
    const y = Math.floor(c / nx) * CELL;
    const about = near(x, y);
    const counts = new Float32Array(Math.ceil(LARGEST_R / CELL) + 3);
    for (const p of about) {
      const dx = p.x - x;
      const dy = p.y - y;
      const d = hypot(dx, dy);
      if (d < LARGEST_R + 0.3 && dx * p.nx + dy * p.ny > 0.85 * d) {
        counts[round(d / CELL)]! += 1 / Math.max(1, d);
      }
    }
    const spread = counts.map((v, i) => v + (counts[i - 1] ?? 0) + (counts[i + 1] ?? 0));
    const tried = [...spread.keys()]
      .filter((b) => spread[b]! >= (spread[b - 1] ?? 0) && spread[b]! >= (spread[b + 1] ?? 0))
      .sort((a, b) => spread[b]! - spread[a]!)
      .slice(0, 2);
    for (const b of tried) {
      const circle = refined(about, x, y, b * CELL);
      if (
        !circle ||
        circle.cover < least ||
        circle.r < SMALLEST_R * 0.85 ||
        circle.r > LARGEST_R ||
        circle.rms > 0.16
      ) {
        continue;
      }
      const twin = out.findIndex(
        (o) => hypot(o.x - circle.x, o.y - circle.y) < 0.4 && abs(o.r - circle.r) < 0.4,
      );
      if (twin < 0) out.push(circle);
      else if (out[twin]!.cover < circle.cover) out[twin] = circle;
    }
  }
  return out;
}

function refined(
  pts: readonly EdgePoint[],
  x0: number,
  y0: number,
  r0: number,
): Circle | undefined {
  let [x, y, r] = [x0, y0, r0];
  let rms = 0;
  let on: EdgePoint[] = [];
  for (const within of [0.5, 0.3, 0.25, 0.25]) {
    on = pts.filter((p) => {
      const dx = p.x - x;
      const dy = p.y - y;
      const d = hypot(dx, dy);
      return abs(d - r) < within && dx * p.nx + dy * p.ny > 0.85 * d;
    });
    const f = fitCircle(on);
    if (!f || on.length < 6 || hypot(f.x - x0, f.y - y0) > 1) return undefined;
    ({ x, y, r, rms } = f);
  }
  const seen = new Uint8Array(BINS);
  for (const p of on) {
    seen[Math.floor(((Math.atan2(p.y - y, p.x - x) / (2 * Math.PI) + 1) % 1) * BINS) % BINS] = 1;
  }
  // A bin counts as covered when it or both its neighbours are.
  let n = 0;
  for (let b = 0; b < BINS; b++) {
    if (seen[b] || (seen[(b + 1) % BINS] && seen[(b + BINS - 1) % BINS])) n++;
  }
  return { x, y, r, cover: n / BINS, rms, on };
}
