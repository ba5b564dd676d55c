/**
 * A surface seen straight from above as one number a cell, and the few questions asked of such a grid.
 *
 * Cells are square; the value belongs to the cell's centre. Where there is no surface the value is
 * -Infinity from above and +Infinity from below.
 */
import type { Mesh } from './mesh';

// Named once: a lookup through `Math` in the inner loops costs more than the arithmetic in some hosts.
const { abs, ceil, floor, max, min } = Math;
const NONE = -Infinity;
const FAR_UP = Infinity;

export interface Grid {
  x0: number;
  y0: number;
  step: number;
  nx: number;
  ny: number;
}
export interface Field extends Grid {
  z: Float32Array;
}

export const cellX = (g: Grid, i: number): number => g.x0 + (i + 0.5) * g.step;
export const cellY = (g: Grid, j: number): number => g.y0 + (j + 0.5) * g.step;

/** A grid around all corners, with empty cells all round. */
export function gridOver(positions: Float32Array, step: number, rim = 2): Grid {
  let x0 = Infinity;
  let y0 = Infinity;
  let x1 = -Infinity;
  let y1 = -Infinity;
  for (let v = 0; v < positions.length; v += 3) {
    const x = positions[v]!;
    const y = positions[v + 1]!;
    if (x < x0) x0 = x;
    if (x > x1) x1 = x;
    if (y < y0) y0 = y;
    if (y > y1) y1 = y;
  }
  return {
    x0: x0 - rim * step,
    y0: y0 - rim * step,
    step,
    nx: Math.ceil((x1 - x0) / step) + 2 * rim,
    ny: Math.ceil((y1 - y0) / step) + 2 * rim,
  };
}

/**
 * Highest and lowest surface over each cell centre, by rasterising every triangle.
 */
export function zBuffer(m: Mesh, g: Grid): { top: Field; bottom: Field } {
  const { x0, y0, step, nx, ny } = g;
  const top = new Float32Array(nx * ny).fill(NONE);
  const bottom = new Float32Array(nx * ny).fill(FAR_UP);
  const p = m.positions;
  const t = m.triangles;
  const k = 1 / step;
  for (let q = 0; q < t.length; q += 3) {
    const a = t[q]! * 3;
    const b = t[q + 1]! * 3;
    const c = t[q + 2]! * 3;
    // Cell units, so that centres lie on whole numbers.
    const ax = (p[a]! - x0) * k - 0.5;
    const ay = (p[a + 1]! - y0) * k - 0.5;
    const bx = (p[b]! - x0) * k - 0.5;
    const by = (p[b + 1]! - y0) * k - 0.5;
    const cx = (p[c]! - x0) * k - 0.5;
    const cy = (p[c + 1]! - y0) * k - 0.5;
    const i0 = max(0, ceil(min(ax, bx, cx)));
    const i1 = min(nx - 1, floor(max(ax, bx, cx)));
    if (i0 > i1) continue;
    const j0 = max(0, ceil(min(ay, by, cy)));
    const j1 = min(ny - 1, floor(max(ay, by, cy)));
    if (j0 > j1) continue;
    const det = (bx - ax) * (cy - ay) - (cx - ax) * (by - ay);
    if (abs(det) < 1e-9) continue;
    const az = p[a + 2]!;
    const dzb = p[b + 2]! - az;
    const dzc = p[c + 2]! - az;
    const inv = 1 / det;
    const ub = (cy - ay) * inv;
    const uc = -(cx - ax) * inv;
    const vb = -(by - ay) * inv;
    const vc = (bx - ax) * inv;
    for (let j = j0; j <= j1; j++) {
      for (let i = i0; i <= i1; i++) {
        const dx = i - ax;
        const dy = j - ay;
        const u = dx * ub + dy * uc;
        const v = dx * vb + dy * vc;
        if (u < -1e-6 || v < -1e-6 || u + v > 1 + 1e-6) continue;
        const z = az + u * dzb + v * dzc;
        const at = j * nx + i;
        if (z > top[at]!) top[at] = z;
        if (z < bottom[at]!) bottom[at] = z;
      }
    }
  }
  return { top: { ...g, z: top }, bottom: { ...g, z: bottom } };
}

/** Distance in cells from each set cell's centre to the nearest unset one, exact (lower envelope of parabolas). */
export function distanceInside(mask: Uint8Array, nx: number, ny: number): Float32Array {
  const FAR = 1e12;
  const n = Math.max(nx, ny);
  const d = Float64Array.from(mask, (v) => (v ? FAR : 0));
  const f = new Float64Array(n);
  const v = new Int32Array(n);
  const z = new Float64Array(n + 1);
  const line = (at: number, stride: number, length: number): void => {
    for (let i = 0; i < length; i++) f[i] = d[at + i * stride]!;
    let k = 0;
    v[0] = 0;
    z[0] = -Infinity;
    z[1] = Infinity;
    for (let q = 1; q < length; q++) {
      let s: number;
      do {
        const r = v[k]!;
        s = (f[q]! + q * q - f[r]! - r * r) / (2 * (q - r));
      } while (s <= z[k]! && --k >= 0);
      k++;
      v[k] = q;
      z[k] = s;
      z[k + 1] = Infinity;
    }
    k = 0;
    for (let q = 0; q < length; q++) {
      while (z[k + 1]! < q) k++;
      d[at + q * stride] = (q - v[k]!) ** 2 + f[v[k]!]!;
    }
  };
  for (let i = 0; i < nx; i++) line(i, nx, ny);
  for (let j = 0; j < ny; j++) line(j * nx, 1, nx);
  return Float32Array.from(d, Math.sqrt);
}

/** Connected patches of set cells (four neighbours): each cell's patch number from 1, and the cells of each. */
export function patches(mask: Uint8Array, nx: number, ny: number): Int32Array[] {
  const seen = new Uint8Array(mask.length);
  const out: Int32Array[] = [];
  const todo = new Int32Array(mask.length);
  for (let s = 0; s < mask.length; s++) {
    if (!mask[s] || seen[s]) continue;
    let n = 0;
    let done = 0;
    todo[n++] = s;
    seen[s] = 1;
    while (done < n) {
      const c = todo[done++]!;
      const i = c % nx;
      const j = (c - i) / nx;
      if (i > 0 && mask[c - 1] && !seen[c - 1]) {
        seen[c - 1] = 1;
        todo[n++] = c - 1;
      }
      if (i < nx - 1 && mask[c + 1] && !seen[c + 1]) {
        seen[c + 1] = 1;
        todo[n++] = c + 1;
      }
      if (j > 0 && mask[c - nx] && !seen[c - nx]) {
        seen[c - nx] = 1;
        todo[n++] = c - nx;
      }
      if (j < ny - 1 && mask[c + nx] && !seen[c + nx]) {
        seen[c + nx] = 1;
        todo[n++] = c + nx;
      }
    }
    out.push(todo.slice(0, n));
  }
  return out;
}

/** Smallest (or with sign -1 largest) value within `r` cells to each side, a square window; `skip` marks cells that do not count. */
export function lowest(
  z: Float32Array,
  nx: number,
  ny: number,
  r: number,
  sign: 1 | -1 = 1,
): Float32Array {
  const pass = (
    from: Float32Array,
    stride: number,
    length: number,
    lines: number,
    step: number,
  ): Float32Array => {
    const out = new Float32Array(from.length);
    const queue = new Int32Array(length);
    for (let l = 0; l < lines; l++) {
      const at = l * step;
      let head = 0;
      let tail = 0;
      for (let i = 0; i < length + r; i++) {
        if (i < length) {
          const v = sign * from[at + i * stride]!;
          while (tail > head && sign * from[at + queue[tail - 1]! * stride]! >= v) tail--;
          queue[tail++] = i;
        }
        const c = i - r;
        if (c < 0) continue;
        while (queue[head]! < c - r) head++;
        out[at + c * stride] = from[at + queue[head]! * stride]!;
      }
    }
    return out;
  };
  return pass(pass(z, 1, nx, ny, nx), nx, ny, nx, 1);
}

/** Mean of the cells that count within `r` cells to each side; NaN where none does. */
export function meanNear(
  v: Float32Array,
  counts: ArrayLike<number>,
  nx: number,
  ny: number,
  r: number,
): Float32Array {
  const W = nx + 1;
  const sum = new Float64Array(W * (ny + 1));
  const n = new Float64Array(W * (ny + 1));
  for (let j = 0; j < ny; j++) {
    for (let i = 0; i < nx; i++) {
      const c = j * nx + i;
      const q = (j + 1) * W + i + 1;
      const on = counts[c]! ? 1 : 0;
      sum[q] = (on ? v[c]! : 0) + sum[q - 1]! + sum[q - W]! - sum[q - W - 1]!;
      n[q] = on + n[q - 1]! + n[q - W]! - n[q - W - 1]!;
    }
  }
  const out = new Float32Array(v.length);
  for (let j = 0; j < ny; j++) {
    for (let i = 0; i < nx; i++) {
      const a = max(0, j - r) * W;
      const b = min(ny, j + r + 1) * W;
      const e = max(0, i - r);
      const f = min(nx, i + r + 1);
      out[j * nx + i] =
        (sum[b + f]! - sum[a + f]! - sum[b + e]! + sum[a + e]!) /
        (n[b + f]! - n[a + f]! - n[b + e]! + n[a + e]!);
    }
  }
  return out;
}

/** Middle value of some numbers; NaN of none. */
export function median(values: ArrayLike<number>): number {
  const s = Float64Array.from(values).sort();
  return s.length ? (s[(s.length - 1) >> 1]! + s[s.length >> 1]!) / 2 : NaN;
}
