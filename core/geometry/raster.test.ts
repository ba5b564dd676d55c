/** Grids against the slow and obvious way of answering the same question. */
import fc from 'fast-check';
import {
  cellX,
  cellY,
  distanceInside,
  type Grid,
  gridOver,
  lowest,
  meanNear,
  median,
  patches,
  zBuffer,
} from './raster';
import { seeded } from './seeded';

const NX = 13;
const NY = 9;
const mask = fc
  .array(fc.boolean(), { minLength: NX * NY, maxLength: NX * NY })
  .map((b) => Uint8Array.from(b, Number));
const values = fc
  .array(fc.integer({ min: -50, max: 50 }), { minLength: NX * NY, maxLength: NX * NY })
  .map((v) => Float32Array.from(v));
/** Cells within a square window of a cell. */
const window_ = (c: number, r: number): number[] => {
  const [i, j] = [c % NX, Math.floor(c / NX)];
  const out: number[] = [];
  for (let b = Math.max(0, j - r); b <= Math.min(NY - 1, j + r); b++) {
    for (let a = Math.max(0, i - r); a <= Math.min(NX - 1, i + r); a++) out.push(b * NX + a);
  }
  return out;
};

describe('a surface from above', () => {
  const random = seeded(3);
  const between = (a: number, b: number) => a + (b - a) * random();

  test('each cell has the highest and lowest of the triangles over its centre', () => {
    const n = 60;
    const positions = Float32Array.from({ length: n * 9 }, (_, k) =>
      k % 3 === 2 ? between(-5, 5) : between(0, 20),
    );
    const m = { positions, triangles: Uint32Array.from({ length: n * 3 }, (_, i) => i) };
    const g: Grid = { x0: 0, y0: 0, step: 0.7, nx: 29, ny: 29 };
    const { top, bottom } = zBuffer(m, g);
    for (let c = 0; c < g.nx * g.ny; c++) {
      const [x, y] = [cellX(g, c % g.nx), cellY(g, Math.floor(c / g.nx))];
      let high = -Infinity;
      let low = Infinity;
      let doubtful = false;
      for (let t = 0; t < n; t++) {
        const p = [0, 1, 2].map((k) => positions.subarray(9 * t + 3 * k, 9 * t + 3 * k + 3));
        const side = (a: ArrayLike<number>, b: ArrayLike<number>) =>
          (b[0]! - a[0]!) * (y - a[1]!) - (x - a[0]!) * (b[1]! - a[1]!);
        const s = [side(p[0]!, p[1]!), side(p[1]!, p[2]!), side(p[2]!, p[0]!)];
        if (s.some((v) => Math.abs(v) < 1e-3)) doubtful = true;
        if (!(s.every((v) => v >= 0) || s.every((v) => v <= 0))) continue;
        const whole = s[0]! + s[1]! + s[2]!;
        const z = (p[2]![2]! * s[0]! + p[0]![2]! * s[1]! + p[1]![2]! * s[2]!) / whole;
        high = Math.max(high, z);
        low = Math.min(low, z);
      }
      if (doubtful) continue;
      if (high === -Infinity) expect([top.z[c], bottom.z[c]]).toEqual([-Infinity, Infinity]);
      else {
        expect([top.z[c], bottom.z[c]]).toEqual([expect.closeTo(high, 3), expect.closeTo(low, 3)]);
      }
    }
  });

  test('a grid leaves empty cells all round', () => {
    const g = gridOver(Float32Array.of(0, 0, 0, 10, 4, 1), 0.5);
    expect([g.x0, g.y0]).toEqual([-1, -1]);
    expect(g.nx * g.step).toBeGreaterThanOrEqual(12);
    expect(g.ny * g.step).toBeGreaterThanOrEqual(6);
  });
});

describe('questions asked of a grid', () => {
  test('distance to the nearest unset cell is exact', () => {
    fc.assert(
      fc.property(mask, (m) => {
        fc.pre(m.some((v) => !v));
        const d = distanceInside(m, NX, NY);
        m.forEach((v, c) => {
          let least = Infinity;
          m.forEach((w, q) => {
            if (!w) {
              least = Math.min(
                least,
                Math.hypot((c % NX) - (q % NX), Math.floor(c / NX) - Math.floor(q / NX)),
              );
            }
          });
          expect(d[c]).toBeCloseTo(v ? least : 0, 5);
        });
      }),
      { numRuns: 40 },
    );
  });

  test('lowest and highest of a window', () => {
    fc.assert(
      fc.property(values, fc.integer({ min: 0, max: 4 }), (v, r) => {
        const low = lowest(v, NX, NY, r);
        const high = lowest(v, NX, NY, r, -1);
        v.forEach((_, c) => {
          const around = window_(c, r).map((q) => v[q]!);
          expect([low[c], high[c]]).toEqual([Math.min(...around), Math.max(...around)]);
        });
      }),
      { numRuns: 60 },
    );
  });

  test('the mean counts only the cells that count, and is no number where none does', () => {
    fc.assert(
      fc.property(values, mask, fc.integer({ min: 0, max: 3 }), (v, m, r) => {
        const mean = meanNear(v, m, NX, NY, r);
        v.forEach((_, c) => {
          const around = window_(c, r)
            .filter((q) => m[q])
            .map((q) => v[q]!);
          if (!around.length) expect(mean[c]).toBeNaN();
          else expect(mean[c]).toBeCloseTo(around.reduce((a, b) => a + b, 0) / around.length, 3);
        });
      }),
      { numRuns: 60 },
    );
  });

  test('patches hold every set cell once, joined edge to edge and apart from each other', () => {
    fc.assert(
      fc.property(mask, (m) => {
        const found = patches(m, NX, NY);
        const owner = new Map<number, number>();
        found.forEach((p, k) => {
          for (const c of p) {
            expect(owner.has(c)).toBe(false);
            owner.set(c, k);
          }
        });
        expect(owner.size).toBe(m.reduce((n, v) => n + v, 0));
        m.forEach((v, c) => {
          if (!v) return;
          const right = c % NX < NX - 1 && m[c + 1] ? c + 1 : undefined;
          const up = c + NX < m.length && m[c + NX] ? c + NX : undefined;
          for (const q of [right, up]) if (q !== undefined) expect(owner.get(q)).toBe(owner.get(c));
        });
      }),
    );
  });

  test('the middle value', () => {
    expect([median([3, 1, 2]), median([4, 1, 3, 2]), median([])]).toEqual([2, 2.5, NaN]);
  });
});
