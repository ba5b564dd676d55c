/** The outer outline of a footprint: a rounded rectangle where it is one, its points otherwise. */
import type { Field, Pt } from '../geometry';
import { median, thinned } from '../geometry';
import { ringsOf } from './edges';

const { abs, hypot, max, min } = Math;

export type FoundOutline = {
  x0: number;
  y0: number;
  w: number;
  h: number;
  u: number;
  off: number;
} & ({ kind: 'rect'; r: number } | { kind: 'points'; points: Pt[] });

/** Distance of a point from a rounded rectangle's edge, mm; negative inside. */
function fromRounded(x: number, y: number, w: number, h: number, r: number): number {
  const qx = abs(x - w / 2) - w / 2 + r;
  const qy = abs(y - h / 2) - h / 2 + r;
  return hypot(max(qx, 0), max(qy, 0)) + min(max(qx, qy), 0) - r;
}

/** @returns lower left corner in the field's frame, size, and how far the fit is off (root mean square, mm) */
export function outlineOf(g: Field, footprint: Uint8Array): FoundOutline {
  const ring = ringsOf(g, footprint).sort((a, b) => b.length - a.length)[0] ?? [];
  const xs = ring.map((p) => p[0]);
  const ys = ring.map((p) => p[1]);
  const box = [min(...xs), min(...ys), max(...xs), max(...ys)] as const;
  const side = (k: 0 | 1, at: number, from: number, to: number): number => {
    const near = ring.filter(
      (p) =>
        abs(p[k] - at) < 0.8 &&
        p[1 - k]! > from + 0.3 * (to - from) &&
        p[1 - k]! < to - 0.3 * (to - from),
    );
    return near.length > 3 ? median(near.map((p) => p[k])) : at;
  };
  const [x0, x1, y0, y1] = [
    side(0, box[0], box[1], box[3]),
    side(0, box[2], box[1], box[3]),
    side(1, box[1], box[0], box[2]),
    side(1, box[3], box[0], box[2]),
  ];
  const [w, h] = [x1 - x0, y1 - y0];
  let r = 0;
  let off = Infinity;
  for (let t = 0; t <= min(w, h) / 2; t += 0.1) {
    const e = Math.sqrt(
      ring.reduce((s, p) => s + fromRounded(p[0] - x0, p[1] - y0, w, h, t) ** 2, 0) / ring.length,
    );
    if (e < off) {
      off = e;
      r = t;
    }
  }
  const worst = max(...ring.map((p) => abs(fromRounded(p[0] - x0, p[1] - y0, w, h, r))));
  const grid = g.step / Math.sqrt(12);
  if (off < 0.15 && worst < 0.8) {
    return { kind: 'rect', x0, y0, w, h, r: r < 0.3 ? 0 : r, u: hypot(grid, off / 2), off };
  }
  return {
    kind: 'points',
    x0: box[0],
    y0: box[1],
    w: box[2] - box[0],
    h: box[3] - box[1],
    points: thinned(ring, 0.1).map(([x, y]): Pt => [x - box[0], y - box[1]]),
    u: grid,
    off: grid,
  };
}
