/** Cells of a plan grid under a footprint. */
import { inside } from './ring';
import type { Prism } from './prism';

const { ceil, floor, hypot, max, min } = Math;

/** Cells of equal squares from the corner of the plan, row by row. */
export interface Cells {
  step: number;
  nx: number;
  ny: number;
}

/**
 * Every cell whose middle a footprint covers.
 *
 * @param thin  what is narrower than two cells is looked for at nine places of each cell, so that no rib is missed
 */
export function eachCell(
  p: Prism,
  { step, nx, ny }: Cells,
  at: (k: number) => void,
  thin = false,
): void {
  const covers = (x: number, y: number) =>
    p.pieces.some((q) => (q.length === 2 ? hypot(x - q[0]!, y - q[1]!) < p.r : inside(q, x, y)));
  const spots = thin && min(p.x1 - p.x0, p.y1 - p.y0) < 2 * step ? [-step / 3, 0, step / 3] : [0];
  for (let j = max(0, floor(p.y0 / step)); j < min(ny, ceil(p.y1 / step)); j++) {
    for (let i = max(0, floor(p.x0 / step)); i < min(nx, ceil(p.x1 / step)); i++) {
      const x = (i + 0.5) * step;
      const y = (j + 0.5) * step;
      if (spots.some((a) => spots.some((b) => covers(x + a, y + b)))) at(j * nx + i);
    }
  }
}
