import fc from 'fast-check';
import { apart, type Box } from './labels';

const WIDTH = 860;
const box = fc.record({
  x: fc.integer({ min: 0, max: WIDTH }),
  y: fc.integer({ min: 0, max: 380 }),
  w: fc.integer({ min: 20, max: 140 }),
  h: fc.constantFrom(14, 18, 32),
});
const overlap = (a: Box, b: Box): boolean =>
  Math.abs(a.x - b.x) < (a.w + b.w) / 2 && Math.abs(a.y - b.y) < (a.h + b.h) / 2;

describe('names on the book', () => {
  test('a few lie on none, near where they belong and within the picture', () => {
    fc.assert(
      fc.property(fc.array(box, { maxLength: 9 }), (list) => {
        const out = apart(list, WIDTH);
        expect(out.length).toBe(list.length);
        out.forEach((a, i) => {
          for (const b of out.slice(0, i)) expect(overlap(a, b)).toBe(false);
          expect(a.x - a.w / 2).toBeGreaterThanOrEqual(0);
          expect(a.x + a.w / 2).toBeLessThanOrEqual(WIDTH);
          expect(Math.abs(a.y - list[i]!.y)).toBeLessThanOrEqual(64);
          expect([a.w, a.h]).toEqual([list[i]!.w, list[i]!.h]);
        });
      }),
      { seed: 11, numRuns: 300 },
    );
  });
  test('alone it stays; the later of two moves, as little as it must, up or down rather than aside', () => {
    const one = { x: 400, y: 200, w: 80, h: 18 };
    expect(apart([one], WIDTH)).toEqual([one]);
    const [first, second] = apart([one, one], WIDTH);
    expect(first).toEqual(one);
    expect([second!.x, Math.abs(second!.y - 200)]).toEqual([400, 24]);
  });
  test('at the edge it moves in; where there is no room it stays where it belongs', () => {
    expect(apart([{ x: 5, y: 50, w: 60, h: 18 }], WIDTH)[0]!.x).toBe(30);
    const full = apart(
      Array.from({ length: 60 }, () => ({ x: 400, y: 200, w: 200, h: 32 })),
      WIDTH,
    );
    expect(full.at(-1)).toEqual({ x: 400, y: 200, w: 200, h: 32 });
  });
});
