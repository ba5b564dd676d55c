/** Folded ribbons against their own path walked step by step, and places on a field against every rectangle. */
import fc from 'fast-check';
import { seeded } from '../geometry';
import { BEND_R_MM, type Field, packOf, roomFor } from './index';

const flat = (nx: number, ny: number, free: (i: number, j: number) => number): Field => {
  const low = new Float32Array(nx * ny);
  const high = Float32Array.from({ length: nx * ny }, (_, k) => free(k % nx, Math.floor(k / nx)));
  return { step: 1, nx, ny, low, high, used: new Float32Array(nx * ny), least: [high, high, high] };
};

/** The middle line of a folded ribbon from one end of its pack to the other, in small steps: [along, up]. */
function walked(long: number, folds: number, thick: number): Array<[number, number]> {
  const rho = BEND_R_MM + thick / 2;
  const a = BEND_R_MM + thick;
  const b = long - a;
  const out: Array<[number, number]> = [
    [a, 0],
    [b, 0],
  ];
  for (let turn = 0, z = 0; turn < 2 * folds; turn++, z += 2 * rho) {
    const at = turn % 2 ? a : b;
    const way = turn % 2 ? -1 : 1;
    for (let t = -90; t <= 90; t += 0.5) {
      out.push([
        at + way * rho * Math.cos((t * Math.PI) / 180),
        z + rho + rho * Math.sin((t * Math.PI) / 180),
      ]);
    }
    out.push([turn % 2 ? b : a, z + 2 * rho]);
  }
  return out;
}

describe('a pack of folds', () => {
  test('takes up exactly the spare length, is as high as its layers and as long as its turns reach', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 20, max: 200 }),
        fc.integer({ min: 1, max: 4 }),
        fc.constantFrom(0.1, 0.3, 0.5),
        (spare, folds, thick) => {
          const p = packOf(spare, folds, 12, thick);
          if (!p) {
            expect(spare / folds).toBeLessThan(2 * Math.PI * (BEND_R_MM + thick / 2));
            return;
          }
          const line = walked(p.long, folds, thick);
          const mm = line
            .slice(1)
            .reduce((s, q, i) => s + Math.hypot(q[0] - line[i]![0], q[1] - line[i]![1]), 0);
          const straight = line[1]![0] - line[0]![0];
          expect(Math.abs(mm - straight - spare)).toBeLessThan(0.01);
          expect(p.tall).toBeCloseTo(Math.max(...line.map((q) => q[1])) + thick, 6);
          expect(p.long).toBeCloseTo(
            Math.max(...line.map((q) => q[0])) - Math.min(...line.map((q) => q[0])) + thick,
            6,
          );
        },
      ),
      { numRuns: 200 },
    );
  });
  test('more folds are shorter and higher', () => {
    for (let n = 1; n < 4; n++) {
      const [a, b] = [packOf(90, n, 12, 0.5)!, packOf(90, n + 1, 12, 0.5)!];
      expect([b.long < a.long, b.tall > a.tall]).toEqual([true, true]);
    }
  });
});

describe('room for it on its way', () => {
  test('is found just where a rectangle about a cell of the way is free to its height, on 80 random fields', () => {
    const random = seeded(21);
    let found = 0;
    for (let n = 0; n < 80; n++) {
      const f = flat(24, 16, () => (random() < 0.03 ? 2 : 6));
      const way = Array.from({ length: 20 }, (_, i) => 8 * 24 + i + 2);
      const pack = {
        folds: 1,
        long: 6 + 4 * random(),
        wide: 3 + 3 * random(),
        tall: 4,
        working: '',
      };
      const got = roomFor(f, way, pack);
      const free = (x: number, y: number): number => {
        let m = Infinity;
        for (let j = 0; j < 16; j++) {
          for (let i = 0; i < 24; i++) {
            if (
              Math.abs(i + 0.5 - x - pack.long / 2) < 1 + pack.long / 2 - 1e-9 &&
              Math.abs(j + 0.5 - y - pack.wide / 2) < 1 + pack.wide / 2 - 1e-9
            ) {
              m = Math.min(m, f.high[j * 24 + i]!);
            }
          }
        }
        return x < 0.5 || y < 0.5 || x + pack.long > 23.5 || y + pack.wide > 15.5 ? 0 : m;
      };
      const all = way.map((k) => free((k % 24) + 0.5 - pack.long / 2, 8.5 - pack.wide / 2));
      expect([n, 'tall' in got]).toEqual([n, all.some((mm) => mm >= pack.tall)]);
      if ('tall' in got) {
        found++;
        expect(free(got.x, got.y)).toBeGreaterThanOrEqual(pack.tall);
      } else expect(got.free).toBeCloseTo(Math.max(...all), 6);
    }
    expect([found > 5, found < 75]).toEqual([true, true]);
  });
  test('what wires already take of a cell is not there for it, and a way up and down has its pack along it', () => {
    const f = flat(12, 20, () => 5);
    const way = Array.from({ length: 18 }, (_, j) => (j + 1) * 12 + 6);
    const pack = { folds: 1, long: 9, wide: 4, tall: 4.5, working: '' };
    expect(roomFor(f, way, pack)).toMatchObject({ w: 4, h: 9, free: 5 });
    f.used.fill(1);
    expect(roomFor(f, way, pack)).toEqual({ free: 4 });
  });
});
