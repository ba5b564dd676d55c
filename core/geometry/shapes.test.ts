import fc from 'fast-check';
import {
  area,
  boxPrism,
  circleRing,
  convexPieces,
  counterClockwise,
  cutAlong,
  inside,
  mitred,
  overlapMoves,
  polygonPrism,
  type Pt,
  pointsOf,
  rectRing,
  reversed,
  ringOf,
  rounded,
  roundPrism,
  separation,
  convexDistance,
  sidesFor,
  flippedPrism,
  moved,
} from './index';
import { seeded } from './seeded';

/** A star-shaped ring about the origin: simple, seldom convex. */
const star = (random: () => number, n: number): Pt[] =>
  Array.from({ length: n }, (_, i) => {
    const r = 2 + 8 * random();
    const a = (2 * Math.PI * i) / n;
    return [r * Math.cos(a), r * Math.sin(a)];
  });
const seed = fc.integer({ min: 1, max: 1e6 });

describe('rings', () => {
  test('area is signed, and turning a ring about changes only the sign', () => {
    expect(area(rectRing(1, 2, 3, 4))).toBe(12);
    expect(area(reversed(rectRing(1, 2, 3, 4)))).toBe(-12);
    expect(area(counterClockwise(reversed(rectRing(1, 2, 3, 4))))).toBe(12);
  });
  test('a point is inside a star exactly when the angle sum about it says so', () => {
    fc.assert(
      fc.property(
        seed,
        fc.double({ min: -9, max: 9, noNaN: true }),
        fc.double({ min: -9, max: 9, noNaN: true }),
        (s, x, y) => {
          const pts = star(seeded(s), 9);
          let turn = 0;
          let edge = Infinity;
          pts.forEach(([ax, ay], i) => {
            const [bx, by] = pts[(i + 1) % pts.length]!;
            turn += Math.atan2(
              (ax - x) * (by - y) - (bx - x) * (ay - y),
              (ax - x) * (bx - x) + (ay - y) * (by - y),
            );
            const len = Math.hypot(bx - ax, by - ay);
            const t = Math.max(
              0,
              Math.min(1, ((x - ax) * (bx - ax) + (y - ay) * (by - ay)) / (len * len)),
            );
            edge = Math.min(edge, Math.hypot(x - ax - t * (bx - ax), y - ay - t * (by - ay)));
          });
          fc.pre(edge > 1e-6);
          expect(inside(ringOf(pts), x, y)).toBe(Math.abs(turn) > Math.PI);
        },
      ),
      { numRuns: 300 },
    );
  });
  test('a circle as a polygon encloses the circle and is nowhere further off than asked', () => {
    for (const [r, sag] of [
      [0.5, 0.001],
      [3, 0.01],
      [40, 0.05],
    ] as const) {
      const ring = circleRing(0, 0, r, sidesFor(r, sag));
      for (let i = 0; i < ring.length; i += 2) {
        const d = Math.hypot(ring[i]!, ring[i + 1]!);
        expect(d).toBeGreaterThanOrEqual(r - 1e-9);
        expect(d - r).toBeLessThan(sag * 1.3);
      }
    }
  });
  test('rounded corners keep every straight wall and lose exactly (4 − π) r² of area', () => {
    const pts = rounded(
      [
        [0, 0],
        [80, 0],
        [80, 50],
        [0, 50],
      ],
      8,
    );
    expect(new Set(pts.map((p) => p.wall).filter((w) => w >= 0))).toEqual(new Set([0, 1, 2, 3]));
    const lost = 80 * 50 - area(ringOf(pts.map((p) => [p.x, p.y] as const)));
    expect(lost / ((4 - Math.PI) * 64)).toBeGreaterThan(0.97);
    expect(lost / ((4 - Math.PI) * 64)).toBeLessThan(1.03);
  });
  test('an offset rectangle is a rectangle that much smaller all round', () => {
    expect(pointsOf(mitred(rectRing(0, 0, 100, 60), -2.5))).toEqual([
      [2.5, 2.5],
      [97.5, 2.5],
      [97.5, 57.5],
      [2.5, 57.5],
    ]);
  });
});

describe('convex pieces', () => {
  test('cover a star exactly: their areas add up, and each is convex', () => {
    fc.assert(
      fc.property(seed, fc.integer({ min: 5, max: 24 }), (s, n) => {
        const ring = ringOf(star(seeded(s), n));
        const pieces = convexPieces(ring);
        expect(pieces.reduce((sum, p) => sum + area(p), 0)).toBeCloseTo(area(ring), 6);
        for (const p of pieces) {
          const pts = pointsOf(p);
          pts.forEach((b, i) => {
            const a = pts[(i + pts.length - 1) % pts.length]!;
            const c = pts[(i + 1) % pts.length]!;
            expect((b[0] - a[0]) * (c[1] - b[1]) - (b[1] - a[1]) * (c[0] - b[0])).toBeGreaterThan(
              -1e-6,
            );
          });
        }
      }),
      { numRuns: 120 },
    );
  });
  test('a frame with a hole keeps its hole', () => {
    const pieces = convexPieces(rectRing(0, 0, 20, 10), [rectRing(5, 3, 6, 4)]);
    expect(pieces.reduce((sum, p) => sum + area(p), 0)).toBeCloseTo(200 - 24, 9);
    expect(pieces.some((p) => inside(p, 8, 5))).toBe(false);
  });
  test('the moves that make two pieces overlap are those the sum of one with the other turned about holds', () => {
    fc.assert(
      fc.property(
        seed,
        fc.double({ min: -15, max: 15, noNaN: true }),
        fc.double({ min: -15, max: 15, noNaN: true }),
        (s, dx, dy) => {
          const random = seeded(s);
          const hull = (n: number): Float64Array =>
            ringOf(
              Array.from({ length: n }, (_, i): Pt => {
                const a = (2 * Math.PI * (i + 0.3 * random())) / n;
                return [4 * Math.cos(a), 3 * Math.sin(a)];
              }),
            );
          const a = hull(5);
          const b = hull(6);
          const there = a.map((v, i) => v + (i % 2 ? dy : dx));
          const apart = separation(there, b, { d: 0, nx: 0, ny: 0 }).d;
          fc.pre(Math.abs(apart) > 1e-6);
          expect(inside(overlapMoves(a, b), dx, dy)).toBe(apart < 0);
        },
      ),
      { numRuns: 200 },
    );
  });
  test('distance of two pieces is the least over a fine sampling of their edges, from above', () => {
    fc.assert(
      fc.property(seed, (s) => {
        const random = seeded(s);
        const a = rectRing(0, 0, 2 + 5 * random(), 2 + 5 * random());
        const b = rectRing(9 + 3 * random(), -4 + 9 * random(), 3, 4);
        const d = convexDistance(a, b, { d: 0, nx: 0, ny: 0 }).d;
        let least = Infinity;
        const along = (r: Float64Array): Pt[] =>
          pointsOf(r).flatMap((p, i, all) => {
            const q = all[(i + 1) % all.length]!;
            return Array.from({ length: 40 }, (_, k): Pt => [
              p[0] + ((q[0] - p[0]) * k) / 40,
              p[1] + ((q[1] - p[1]) * k) / 40,
            ]);
          });
        for (const p of along(a)) {
          for (const q of along(b)) least = Math.min(least, Math.hypot(p[0] - q[0], p[1] - q[1]));
        }
        expect(d).toBeLessThanOrEqual(least + 1e-9);
        expect(d).toBeGreaterThan(least - 0.2);
      }),
      { numRuns: 40 },
    );
  });
});

describe('prisms', () => {
  test('a cut along a line is what sampling along it finds', () => {
    fc.assert(
      fc.property(seed, fc.double({ min: -6, max: 6, noNaN: true }), (s, at) => {
        const pts = star(seeded(s), 11);
        const prism = polygonPrism(pts, [], 0, 1);
        const ring = ringOf(pts);
        const spans = cutAlong(prism, 'x', at);
        for (let x = -10.013; x < 10; x += 0.1) {
          const within = spans.some(([a, b]) => x > a + 1e-6 && x < b - 1e-6);
          const near = spans.some(([a, b]) => Math.min(Math.abs(x - a), Math.abs(x - b)) < 0.02);
          if (!near) expect(within).toBe(inside(ring, x, at));
        }
      }),
      { numRuns: 60 },
    );
  });
  test('turning over twice is nothing; so is turning by 90° four times', () => {
    const p = boxPrism(1, 2, 5, 3, 0.5, 4);
    expect(flippedPrism(flippedPrism(p))).toMatchObject({
      x0: 1,
      x1: 6,
      y0: 2,
      y1: 5,
      z0: 0.5,
      z1: 4,
    });
    let q = p;
    for (let i = 0; i < 4; i++) q = moved(q, 0, 1, 0, 0, 0);
    expect([q.x0, q.y0, q.x1, q.y1].map((v) => Math.round(v * 1e9) / 1e9)).toEqual([1, 2, 6, 5]);
  });
  test('a round post is cut in its chord', () => {
    expect(cutAlong(roundPrism(10, 5, 3, 0, 1), 'x', 5)).toEqual([[7, 13]]);
    const [[a, b]] = cutAlong(roundPrism(10, 5, 3, 0, 1), 'x', 6.8) as [[number, number]];
    expect(b - a).toBeCloseTo(2 * Math.sqrt(9 - 1.8 ** 2), 9);
    expect(cutAlong(roundPrism(10, 5, 3, 0, 1), 'y', 14)).toEqual([]);
  });
});
