import { agreement } from './agree.fixture';
import { boxPrism, gapOf, type Pt, polygonPrism, roundPrism } from './index';

describe('closed forms', () => {
  test('two boxes 1.8 mm into each other overlap by 1.8 mm, and the way out is sideways', () => {
    const g = gapOf([boxPrism(0, 0, 10, 10, 0, 5)], [boxPrism(8.2, 1, 10, 6, -3, 4)]);
    expect(g.gap).toBeCloseTo(-1.8, 9);
    expect([g.nx, g.ny, g.nz].map((v) => Math.round(v) + 0)).toEqual([-1, 0, 0]);
  });
  test('a plate resting on a post touches it: the gap is 0, not an overlap', () => {
    expect(gapOf([boxPrism(0, 0, 10, 10, 5, 6)], [roundPrism(5, 5, 2, 0, 5)]).gap).toBe(0);
  });
  test('corner to corner in space is the straight distance', () => {
    expect(gapOf([boxPrism(0, 0, 1, 1, 0, 1)], [boxPrism(3, 4, 1, 1, 7, 8)]).gap).toBeCloseTo(
      Math.hypot(2, 3, 6),
      9,
    );
  });
  test('a round post is exact, not many-sided', () => {
    const a = 0.7;
    const g = gapOf(
      [roundPrism(0, 0, 3.5, 0, 9)],
      [roundPrism(10 * Math.cos(a), 10 * Math.sin(a), 4, 0, 9)],
    );
    expect(g.gap).toBeCloseTo(2.5, 12);
  });
  test('a post in the hole of a ring does not touch it until it is moved by its play', () => {
    const square = (r: number): Pt[] => [
      [-r, -r],
      [r, -r],
      [r, r],
      [-r, r],
    ];
    const ring = polygonPrism(square(10), [square(5)], 0, 4);
    expect(gapOf([roundPrism(0, 0, 3, 0, 4)], [ring]).gap).toBeCloseTo(2, 9);
    expect(gapOf([roundPrism(2.5, 0, 3, 0, 4)], [ring]).gap).toBeCloseTo(-0.5, 2);
  });
  test('out of an L the shortest way is found across both arms', () => {
    const ell = polygonPrism(
      [
        [0, 0],
        [20, 0],
        [20, 4],
        [4, 4],
        [4, 20],
        [0, 20],
      ],
      [],
      0,
      5,
    );
    const g = gapOf([boxPrism(2, 2, 6, 6, 0, 5)], [ell]);
    expect(g.gap).toBeCloseTo(-Math.hypot(2, 2), 9);
  });
});

test('distances and parting moves agree with manifold-3d on 1,000 seeded pairs', async () => {
  const { kinds, worst } = await agreement(1000, 20261124);
  expect(kinds).toEqual({ overlapping: 334, apart: 333, special: 333 });
  expect([worst.missed, worst.loose]).toEqual([0, 0]);
  expect(worst.distance).toBeLessThan(0.02);
  expect(worst.volume).toBeLessThan(1e-6);
});
