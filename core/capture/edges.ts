/** Outlines of cell patterns: smoothed contours with the direction out of the material, and tidy rings. */
import { contours } from 'd3-contour';
import type { Grid, Pt } from '../geometry';
import type { EdgePoint } from './circles';

const { floor, hypot, max, min } = Math;

/** Mean of each cell and its eight neighbours. */
function blurred(v: ArrayLike<number>, nx: number, ny: number): Float32Array {
  const row = new Float32Array(nx * ny);
  const out = new Float32Array(nx * ny);
  for (let c = 1; c < nx * ny - 1; c++) row[c] = (v[c - 1]! + v[c]! + v[c + 1]!) / 3;
  for (let c = nx; c < nx * ny - nx; c++) out[c] = (row[c - nx]! + row[c]! + row[c + nx]!) / 3;
  return out;
}

/** Rings around the cells that are set, mm; holes wind the other way. */
export const ringsOf = (g: Grid, mask: ArrayLike<number>): Pt[][] =>
  ringsAt(g, blurred(mask, g.nx, g.ny));

function ringsAt(g: Grid, soft: Float32Array): Pt[][] {
  const found = contours()
    .size([g.nx, g.ny])
    .contour(soft as unknown as number[], 0.5);
  return found.coordinates.flatMap((polygon) =>
    polygon.map((ring) =>
      ring.slice(0, -1).map(([x, y]): Pt => [g.x0 + x! * g.step, g.y0 + y! * g.step]),
    ),
  );
}

/** Edge points of a pattern, each with its way out. */
export function edgePoints(g: Grid, mask: ArrayLike<number>): EdgePoint[] {
  const once = blurred(mask, g.nx, g.ny);
  const soft = blurred(once, g.nx, g.ny);
  const at = (x: number, y: number): number => {
    const i = max(0, min(g.nx - 2, floor(x)));
    const j = max(0, min(g.ny - 2, floor(y)));
    const u = x - i;
    const v = y - j;
    const c = j * g.nx + i;
    return (
      soft[c]! * (1 - u) * (1 - v) +
      soft[c + 1]! * u * (1 - v) +
      soft[c + g.nx]! * (1 - u) * v +
      soft[c + g.nx + 1]! * u * v
    );
  };
  const out: EdgePoint[] = [];
  for (const ring of ringsAt(g, once)) {
    for (const [x, y] of ring) {
      const px = (x - g.x0) / g.step - 0.5;
      const py = (y - g.y0) / g.step - 0.5;
      const dx = at(px + 1, py) - at(px - 1, py);
      const dy = at(px, py + 1) - at(px, py - 1);
      const len = hypot(dx, dy);
      if (len > 1e-6) out.push({ x, y, nx: -dx / len, ny: -dy / len });
    }
  }
  return out;
}
