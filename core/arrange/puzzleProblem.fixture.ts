/** A puzzle as the packer and as the plain baseline take it. */
import { seeded } from '../geometry';
import type { Puzzle, PuzzlePart, Rect } from './puzzle.fixture';
import type { PackProblem, Variant } from './packer';

const SIDES = ['left', 'bottom', 'right', 'top'] as const;

/** The four ways a part may lie, without those that are the same. */
export function lyings(
  p: PuzzlePart,
): Array<{ w: number; h: number; rects: Rect[]; port?: PuzzlePart['port'] }> {
  const w0 = Math.max(...p.rects.map((r) => r.x + r.w));
  const h0 = Math.max(...p.rects.map((r) => r.y + r.h));
  const seen = new Set<string>();
  return [0, 1, 2, 3].flatMap((t) => {
    const rects = p.rects.map((r) => {
      let q = { ...r };
      let ch = h0;
      let cw = w0;
      for (let k = 0; k < t; k++) {
        q = { x: ch - q.y - q.h, y: q.x, w: q.h, h: q.w };
        [cw, ch] = [ch, cw];
      }
      return q;
    });
    const port = p.port && SIDES[(SIDES.indexOf(p.port) + t) % 4];
    const key = JSON.stringify([
      rects.map((r) => [r.x, r.y, r.w, r.h].map((v) => v.toFixed(6))),
      port,
    ]);
    if (seen.has(key)) return [];
    seen.add(key);
    return [{ w: t % 2 ? h0 : w0, h: t % 2 ? w0 : h0, rects, ...(port ? { port } : {}) }];
  });
}

export function packProblem(p: Puzzle): PackProblem {
  const n = p.parts.length;
  return {
    items: p.parts.map((part) => ({
      variants: lyings(part).flatMap(({ w, h, rects, port }): Variant[] => {
        const [zx, zy, zw, zh] = part.tall
          ? [p.deep.x, p.deep.y, p.deep.w, p.deep.h]
          : [0, 0, p.w, p.h];
        let [x0, x1, y0, y1] = [zx, zx + zw - w, zy, zy + zh - h];
        if (port === 'left') x1 = 0;
        if (port === 'right') x0 = x1 = p.w - w;
        if (port === 'bottom') y1 = 0;
        if (port === 'top') y0 = y1 = p.h - h;
        return x1 < x0 - 1e-9 || y1 < y0 - 1e-9
          ? []
          : [
              {
                rects: Float64Array.from(rects.flatMap((r) => [r.x, r.y, r.w, r.h, 0, 1])),
                x0,
                x1: Math.max(x0, x1),
                y0,
                y1: Math.max(y0, y1),
              },
            ];
      }),
    })),
    blocks: new Float64Array(0),
    rounds: Float64Array.from(p.posts.flatMap((q) => [q.x, q.y, q.r, 0, 1])),
    between: new Float64Array(n * n),
    around: new Float64Array(n),
  };
}

/**
 * The plain way: parts in a random order, each as far down and then left as it goes, over and over.
 *
 * @param until  asked after every try whether to stop
 */
export function bottomLeft(p: Puzzle, seed: number, until: () => boolean): boolean {
  const random = seeded(seed);
  const ways = p.parts.map(lyings);
  const free = (placed: readonly Rect[], rects: readonly Rect[], x: number, y: number) =>
    rects.every(
      (r) =>
        placed.every(
          (q) =>
            x + r.x + r.w <= q.x + 1e-9 ||
            q.x + q.w <= x + r.x + 1e-9 ||
            y + r.y + r.h <= q.y + 1e-9 ||
            q.y + q.h <= y + r.y + 1e-9,
        ) &&
        p.posts.every(
          (q) =>
            Math.hypot(
              Math.max(x + r.x - q.x, 0, q.x - x - r.x - r.w),
              Math.max(y + r.y - q.y, 0, q.y - y - r.y - r.h),
            ) >=
            q.r - 1e-9,
        ),
    );
  while (!until()) {
    const order = p.parts
      .map((part, i) => ({
        i,
        v: part.rects.reduce((s, r) => s + r.w * r.h, 0) * (0.5 + random()) * (part.port ? 4 : 1),
      }))
      .sort((a, b) => b.v - a.v);
    const placed: Rect[] = [];
    const stood = order.every(({ i }) => {
      const part = p.parts[i]!;
      const spots: Array<{ x: number; y: number; rects: Rect[] }> = [];
      const z = part.tall ? p.deep : { x: 0, y: 0, w: p.w, h: p.h };
      for (const { w, h, rects, port } of ways[i]!) {
        let xs: number[];
        if (port === 'right') xs = [p.w - w];
        else if (port === 'left') xs = [0];
        else xs = [z.x, ...placed.map((q) => q.x + q.w), ...p.posts.map((q) => q.x + q.r)];
        let ys: number[];
        if (port === 'top') ys = [p.h - h];
        else if (port === 'bottom') ys = [0];
        else ys = [z.y, ...placed.map((q) => q.y + q.h), ...p.posts.map((q) => q.y + q.r)];
        for (const x of xs) {
          for (const y of ys) {
            if (
              x >= z.x - 1e-9 &&
              y >= z.y - 1e-9 &&
              x + w <= z.x + z.w + 1e-9 &&
              y + h <= z.y + z.h + 1e-9
            ) {
              spots.push({ x, y, rects });
            }
          }
        }
      }
      const found = spots
        .sort((a, b) => a.y - b.y || a.x - b.x)
        .find((s) => free(placed, s.rects, s.x, s.y));
      if (found) {
        for (const r of found.rects) {
          placed.push({ x: found.x + r.x, y: found.y + r.y, w: r.w, h: r.h });
        }
      }
      return found !== undefined;
    });
    if (stood) return true;
  }
  return false;
}
