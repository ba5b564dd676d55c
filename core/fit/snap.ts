/**
 * Push an item toward a side until it would touch: up to a wall or a neighbour, with the required
 * clearance and room for its uncertainty left.
 */
import type { Placement } from '../model';
import type { Checker } from './checker';

/**
 * @param dx, dy  unit direction in the build's frame
 * @returns       the furthest placement along it at which everything the item touches stays clear
 */
export function snapped(
  checker: Checker,
  placement: Placement,
  dx: number,
  dy: number,
  farMm = 120,
): Placement {
  const ok = (d: number): boolean =>
    checker
      .trial({ ...placement, x: placement.x + dx * d, y: placement.y + dy * d })
      .contacts.every((c) => c.verdict === 'clear');
  if (!ok(0)) return placement;
  let near = 0;
  let far = 0;
  for (let d = 1; d <= farMm; d += 1) {
    if (!ok(d)) {
      far = d;
      break;
    }
    near = d;
  }
  if (!far) return placement;
  while (far - near > 0.05) {
    const mid = (near + far) / 2;
    if (ok(mid)) near = mid;
    else far = mid;
  }
  const round = (v: number) => Math.round(v * 10) / 10;
  const d = Math.floor(near * 10) / 10;
  return { ...placement, x: round(placement.x + dx * d), y: round(placement.y + dy * d) };
}
