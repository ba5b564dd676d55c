/** Affine maps of a drawing: a x + c y + e, b x + d y + f. */
import type { Pt } from '../../geometry';

export type Matrix = readonly [number, number, number, number, number, number];
export const STILL: Matrix = [1, 0, 0, 1, 0, 0];

/** First n, after it m. */
export const times = (m: Matrix, n: Matrix): Matrix => [
  m[0] * n[0] + m[2] * n[1],
  m[1] * n[0] + m[3] * n[1],
  m[0] * n[2] + m[2] * n[3],
  m[1] * n[2] + m[3] * n[3],
  m[0] * n[4] + m[2] * n[5] + m[4],
  m[1] * n[4] + m[3] * n[5] + m[5],
];

export const mapped = (m: Matrix, [x, y]: Pt): Pt => [
  m[0] * x + m[2] * y + m[4],
  m[1] * x + m[3] * y + m[5],
];

/** The most a length grows under it. */
export const growth = (m: Matrix): number =>
  Math.max(Math.hypot(m[0], m[1]), Math.hypot(m[2], m[3]), 1e-12);

/** Whether circles stay circles: the same growth every way, turned or mirrored. */
export const keepsCircles = (m: Matrix): boolean => {
  const g = growth(m);
  const same = Math.abs(Math.hypot(m[0], m[1]) - Math.hypot(m[2], m[3])) < 1e-9 * g;
  return same && Math.abs(m[0] * m[2] + m[1] * m[3]) < 1e-9 * g * g;
};
