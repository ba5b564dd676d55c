/** What must hold of any gap, whatever the shapes: both ways round alike, the same wherever it is looked at from. */
import fc from 'fast-check';
import {
  boxPrism,
  gapOf,
  moved,
  nearestWayOut,
  parting,
  planGap,
  polygonPrism,
  type Prism,
  type Pt,
  rectRing,
  roundPrism,
} from './index';
import { seeded } from './seeded';

const any = (seed: number): Prism => {
  const random = seeded(seed);
  const between = (a: number, b: number) => a + (b - a) * random();
  const z0 = between(-5, 2);
  const z1 = z0 + between(1, 6);
  const kind = Math.floor(random() * 3);
  if (kind === 0) {
    return boxPrism(between(-6, 2), between(-6, 2), between(2, 8), between(2, 8), z0, z1);
  }
  if (kind === 1) return roundPrism(between(-5, 5), between(-5, 5), between(1, 4), z0, z1);
  const n = 5 + Math.floor(random() * 5);
  const cx = between(-4, 4);
  const cy = between(-4, 4);
  return polygonPrism(
    Array.from({ length: n }, (_, i): Pt => {
      const r = between(1.5, 5);
      const a = (2 * Math.PI * i) / n;
      return [cx + r * Math.cos(a), cy + r * Math.sin(a)];
    }),
    [],
    z0,
    z1,
  );
};
const pair = fc
  .tuple(fc.integer({ min: 1, max: 1e6 }), fc.integer({ min: 1, max: 1e6 }))
  .map(([a, b]) => [any(a), any(b)] as const);
const shift = (p: Prism, dx: number, dy: number, dz: number): Prism => moved(p, 1, 0, dx, dy, dz);

describe('any two solids', () => {
  test('are as far apart seen from either, in opposite directions', () => {
    fc.assert(
      fc.property(pair, ([a, b]) => {
        const [g, h] = [gapOf([a], [b]), gapOf([b], [a])];
        expect(g.gap).toBeCloseTo(h.gap, 6);
        if (Math.abs(g.gap) > 1e-6) expect(Math.hypot(g.nx, g.ny, g.nz)).toBeCloseTo(1, 6);
      }),
      { numRuns: 300 },
    );
  });
  test('keep their gap when both are moved and turned together', () => {
    fc.assert(
      fc.property(
        pair,
        fc.double({ min: 0, max: 6.28, noNaN: true }),
        fc.double({ min: -20, max: 20, noNaN: true }),
        ([a, b], angle, d) => {
          const both = (p: Prism) => moved(p, Math.cos(angle), Math.sin(angle), d, -d, d / 2);
          const [before, after] = [gapOf([a], [b]).gap, gapOf([both(a)], [both(b)]).gap];
          // Overlapping, a round one is enclosed within 0.0005 mm by straight sides, which turn. Else corners closer than 5e-6 mm are one: turning may join them or not.
          expect(Math.abs(after - before)).toBeLessThan(
            before < 0 && (a.r > 0 || b.r > 0) ? 6e-4 : 5e-5,
          );
        },
      ),
      { numRuns: 200 },
    );
  });
  test('overlapping, part when moved by what is reported, and touch then', () => {
    fc.assert(
      fc.property(pair, ([a, b]) => {
        const g = gapOf([a], [b]);
        fc.pre(g.gap < -0.01);
        const out = -g.gap + 1e-5;
        const after = gapOf([shift(a, g.nx * out, g.ny * out, g.nz * out)], [b]).gap;
        expect(after).toBeGreaterThan(-1e-4);
        expect(after).toBeLessThan(0.01);
      }),
      { numRuns: 300 },
    );
  });
  test('apart, come no nearer than the gap when one moves toward the other by less', () => {
    fc.assert(
      fc.property(pair, fc.double({ min: 0.1, max: 0.9, noNaN: true }), ([a, b], share) => {
        const g = gapOf([a], [b]);
        fc.pre(g.gap > 0.05);
        const d = -g.gap * share;
        expect(gapOf([shift(a, g.nx * d, g.ny * d, g.nz * d)], [b]).gap).toBeCloseTo(
          g.gap * (1 - share),
          4,
        );
      }),
      { numRuns: 200 },
    );
  });
  test('a solid of two prisms is as near as the nearer, and parts as a whole', () => {
    const post = roundPrism(0, 0, 2, 0, 10);
    const two = [boxPrism(5, -1, 2, 2, 0, 4), boxPrism(3, -1, 2, 2, 6, 9)];
    expect(gapOf(two, [post]).gap).toBeCloseTo(1, 9);
    const fork = [boxPrism(-1, -6, 2, 5, 0, 4), boxPrism(-1, 1, 2, 5, 0, 4)];
    expect(parting(fork, [boxPrism(-3, -2, 6, 4, 1, 3)]).gap).toBeLessThan(-1.9);
  });
  test('asked only for what is near, it may not look further', () => {
    const [a, b] = [boxPrism(0, 0, 1, 1, 0, 1), boxPrism(30, 0, 1, 1, 0, 1)];
    expect(gapOf([a], [b], 3).gap).toBeGreaterThan(3);
    expect(gapOf([a], [b]).gap).toBeCloseTo(29, 9);
    expect(planGap(a, b)).toBeCloseTo(29, 9);
  });
  test('the nearest way out of a corner of two barred regions is where they cross', () => {
    const out = nearestWayOut([rectRing(-5, -1, 10, 3), rectRing(-1, -5, 3, 10)], 50)!;
    // Above the first bar's top and right of the second's: (2, 2).
    expect([out.d, Math.abs(out.nx), Math.abs(out.ny)]).toEqual([
      expect.closeTo(Math.hypot(1, 1), 6),
      expect.closeTo(Math.SQRT1_2, 6),
      expect.closeTo(Math.SQRT1_2, 6),
    ]);
    expect(nearestWayOut([rectRing(-50, -50, 100, 100)], 10)).toBeUndefined();
  });
});
