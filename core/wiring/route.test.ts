/** Ways over the height fields: through open cells only, between floor and ceiling, no shorter than straight, and what they take is gone. */
import fc from 'fast-check';
import { seeded } from '../geometry';
import {
  cellAt,
  type Field,
  lengthOf,
  middle,
  bundleFits,
  route,
  shortest,
  occupyCells,
} from './field';

const NX = 24;
const NY = 16;
const STEP = 2;
/** A field with blocks that leave no room, others that leave little, under a ceiling of 6 mm. */
function strewn(seed: number): Field {
  const random = seeded(seed);
  const low = new Float32Array(NX * NY);
  const high = new Float32Array(NX * NY).fill(6);
  for (let b = 0; b < 9; b++) {
    const [x, y, w, h, rise] = [
      Math.floor(random() * NX),
      Math.floor(random() * NY),
      1 + Math.floor(random() * 6),
      1 + Math.floor(random() * 5),
      random() < 0.5 ? 6 : 1 + random() * 4,
    ];
    for (let j = y; j < Math.min(NY, y + h); j++) {
      for (let i = x; i < Math.min(NX, x + w); i++) {
        low[j * NX + i] = Math.max(low[j * NX + i]!, rise);
      }
    }
  }
  const free = Float32Array.from(high, (v, k) => v - low[k]!);
  return {
    step: STEP,
    nx: NX,
    ny: NY,
    low,
    high,
    used: new Float32Array(NX * NY),
    least: [free, free, free],
  };
}
const place = fc
  .tuple(fc.integer({ min: 0, max: NX - 1 }), fc.integer({ min: 0, max: NY - 1 }))
  .map(([i, j]): readonly [number, number, number] => [(i + 0.5) * STEP, (j + 0.5) * STEP, 3]);
const any = fc.tuple(
  fc.integer({ min: 1, max: 1e6 }),
  place,
  place,
  fc.double({ min: 0.3, max: 2, noNaN: true }),
);

describe('a way', () => {
  test('goes through cells that let it pass, between what stands and what hangs, from one end to the other', () => {
    fc.assert(
      fc.property(any, ([seed, a, b, d]) => {
        const f = strewn(seed);
        const need = d * d;
        const way = route(f, [a, b], need, d);
        if ('from' in way) return;
        const [from, to] = [cellAt(f, a[0], a[1]), cellAt(f, b[0], b[1])];
        for (const k of way.cells) {
          if (k !== from && k !== to) expect(bundleFits(f, k, need, d)).toBe(true);
        }
        expect([way.points[0], way.points[way.points.length - 1]]).toEqual([a, b]);
        for (const [x, y, z] of way.points.slice(1, -1)) {
          // Over the cell of its way that it lies on, or one beside it where the line is drawn between two.
          const near = way.cells.filter((k) => {
            const [mx, my] = middle(f, k);
            return Math.abs(mx - x) <= STEP && Math.abs(my - y) <= STEP;
          });
          expect(
            near.some(
              (k) =>
                k === from ||
                k === to ||
                (z >= f.low[k]! + d / 2 - 1e-4 && z <= f.high[k]! - d / 2 + 1e-4),
            ),
          ).toBe(true);
        }
        // Each cell touches the next: nothing is leapt over.
        for (let i = 1; i < way.cells.length; i++) {
          const [p, q] = [middle(f, way.cells[i - 1]!), middle(f, way.cells[i]!)];
          expect(Math.max(Math.abs(p[0] - q[0]), Math.abs(p[1] - q[1]))).toBeLessThanOrEqual(
            STEP + 1e-9,
          );
        }
      }),
      { numRuns: 150 },
    );
  });
  test('is found exactly when one along the grid is, and is no shorter than straight', () => {
    fc.assert(
      fc.property(any, ([seed, a, b, d]) => {
        const f = strewn(seed);
        const need = d * d;
        const way = route(f, [a, b], need, d);
        const [from, to] = [cellAt(f, a[0], a[1]), cellAt(f, b[0], b[1])];
        expect('points' in way).toBe(
          from === to ||
            shortest(f, from, to, (k) => k === from || k === to || bundleFits(f, k, need, d)) !==
              undefined,
        );
        if ('points' in way) {
          expect(lengthOf(way.points)).toBeGreaterThanOrEqual(
            Math.hypot(a[0] - b[0], a[1] - b[1]) - 1e-6,
          );
        }
      }),
      { numRuns: 150 },
    );
  });
  test('over nothing it is straight, to the hair; by way of a pin it goes through it', () => {
    const f = strewn(1);
    f.low.fill(0);
    f.least = [f.high, f.high, f.high];
    fc.assert(
      fc.property(place, place, place, (a, b, pin) => {
        const way = route(f, [a, b], 1, 1);
        const round = route(f, [a, pin, b], 1, 1);
        expect('points' in way && lengthOf(way.points)).toBeCloseTo(
          Math.hypot(a[0] - b[0], a[1] - b[1]),
          6,
        );
        expect(
          'points' in round && round.points.some((q) => q[0] === pin[0] && q[1] === pin[1]),
        ).toBe(true);
      }),
    );
  });
  test('what it takes is gone for the next, once a cell; full cells are gone round, until there is none', () => {
    const f = strewn(1);
    f.low.fill(0);
    f.high.fill(2);
    f.least = [f.high, f.high, f.high];
    const a = [1, 15, 1] as const;
    const b = [47, 15, 1] as const;
    const need = 6;
    let laid = 0;
    for (; laid < 60; laid++) {
      const way = route(f, [a, b], need, 1);
      if ('from' in way) break;
      const before = f.used.reduce((s, v) => s + v, 0);
      const length = lengthOf(way.points);
      occupyCells(f, way.cells, need);
      expect(f.used.reduce((s, v) => s + v, 0) - before).toBeCloseTo(
        new Set(way.cells).size * need,
        3,
      );
      expect(length).toBeGreaterThanOrEqual(b[0] - a[0] - 1e-6);
    }
    // A row of cells holds so many beside each other as the widest stretch looked at allows; then the next row.
    expect(laid).toBeGreaterThan(3);
    expect(laid).toBeLessThan(60);
  });
});
