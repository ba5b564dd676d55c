/** Distances inside an outline. */
import { inside, type Pt, type Ring } from '../geometry';

/** Signed distance of a point from a closed line: positive inside. */
export function depthIn(ring: Ring, [x, y]: Pt): number {
  let least = Infinity;
  for (let i = 0; i < ring.length; i += 2) {
    const j = (i + 2) % ring.length;
    const [ex, ey] = [ring[j]! - ring[i]!, ring[j + 1]! - ring[i + 1]!];
    const long = ex * ex + ey * ey;
    const along = long > 0 ? ((x - ring[i]!) * ex + (y - ring[i + 1]!) * ey) / long : 0;
    const t = Math.max(0, Math.min(1, along));
    least = Math.min(least, Math.hypot(x - ring[i]! - t * ex, y - ring[i + 1]! - t * ey));
  }
  return inside(ring, x, y) ? least : -least;
}
