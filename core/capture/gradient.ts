/** Edges in a grey picture: where the brightness changes fastest, to a fraction of a pixel. */

const { abs, ceil, floor, hypot, max, min } = Math;

export interface Gray {
  w: number;
  h: number;
  px: Uint8Array | Uint8ClampedArray;
}

/** Brightness between pixels. */
function brightness(g: Gray, x: number, y: number): number {
  const i = max(0, min(g.w - 2, floor(x)));
  const j = max(0, min(g.h - 2, floor(y)));
  const u = max(0, min(1, x - i));
  const v = max(0, min(1, y - j));
  const c = j * g.w + i;
  return (
    g.px[c]! * (1 - u) * (1 - v) +
    g.px[c + 1]! * u * (1 - v) +
    g.px[c + g.w]! * (1 - u) * v +
    g.px[c + g.w + 1]! * u * v
  );
}

/** Least change across two pixels that counts as an edge, of 255. */
const FAINT = 9;
/** Averaged along the edge, px to each side. */
const SIDE = 3;

/**
 * The strongest edge along a line through a place.
 *
 * @param reach  how far to look to each side, px
 * @returns      its place and how strong it is; undefined where nothing stands out
 */
export function snapAlong(
  g: Gray,
  x: number,
  y: number,
  nx: number,
  ny: number,
  reach: number,
): { x: number; y: number; strength: number } | undefined {
  const STEP = 0.5;
  const n = ceil(reach / STEP);
  const profile: number[] = [];
  for (let k = -n - 2; k <= n + 2; k++) {
    let sum = 0;
    for (let s = -SIDE; s <= SIDE; s++) {
      sum += brightness(g, x + nx * k * STEP - ny * s, y + ny * k * STEP + nx * s);
    }
    profile.push(sum / (2 * SIDE + 1));
  }
  const slope = profile.map((_, i) =>
    i < 2 || i > profile.length - 3 ? 0 : abs(profile[i + 2]! - profile[i - 2]!),
  );
  let best = -1;
  let most = FAINT;
  slope.forEach((v, i) => {
    // Of equal edges the nearer one.
    const w = v * (1 - (0.35 * abs(i - n - 2)) / (n + 2));
    if (w > most) {
      most = w;
      best = i;
    }
  });
  if (best < 2 || best > slope.length - 3) return undefined;
  // The edge's middle: centre of gravity of the slope about its peak.
  let sum = 0;
  let at = 0;
  for (let i = max(2, best - 4); i <= min(slope.length - 3, best + 4); i++) {
    const v = max(0, slope[i]! - 0.3 * slope[best]!);
    sum += v;
    at += v * i;
  }
  const k = (at / sum - n - 2) * STEP;
  return { x: x + nx * k, y: y + ny * k, strength: slope[best]! };
}

/** The nearest strong edge about a place, whichever way it runs. */
export function snapNear(
  g: Gray,
  x: number,
  y: number,
  reach = 10,
): { x: number; y: number; strength: number } | undefined {
  let best: { x: number; y: number; strength: number; worth: number } | undefined;
  for (let a = 0; a < 180; a += 15) {
    const [nx, ny] = [Math.cos((a * Math.PI) / 180), Math.sin((a * Math.PI) / 180)];
    const hit = snapAlong(g, x, y, nx, ny, reach);
    if (!hit) continue;
    // Cut square across, an edge is sharpest; of sharp ones the nearest counts.
    const worth = hit.strength * (1 - hypot(hit.x - x, hit.y - y) / (2.5 * reach));
    if (!best || worth > best.worth) best = { ...hit, worth };
  }
  return best && { x: best.x, y: best.y, strength: best.strength };
}
