/** What a filling is made of, each against a plain count on a fine raster. */
import fc from 'fast-check';
import { seeded } from '../../geometry';
import type { PackProblem, Variant } from '../packer';
import { Cavity } from './cavity';
import { EMPTY, endOf, type Filling, lowestStep, withRaised } from './filling';
import { type Flip, flipped, flippedBack } from './flip';
import { Outline } from './outline';
import { type Shape, shapesOf } from './shape';

const W = 40;
const H = 30;
const SPACE = { w: W, h: H };

/** Height of an outline at a place. */
const heightAt = ({ xs, ys }: Pick<Filling, 'xs' | 'ys'>, x: number): number => {
  let k = 0;
  while (k + 1 < xs.length && xs[k + 1]! <= x) k++;
  return ys[k]!;
};
const whole = (most: number) => fc.integer({ min: 0, max: most });
const raises = fc.array(fc.tuple(whole(W - 1), fc.integer({ min: 1, max: 12 }), whole(H)), {
  minLength: 1,
  maxLength: 12,
});

/** An outline raised by boxes, and the same as the highest box over each millimetre. */
function raisedBy(boxes: ReadonlyArray<readonly [number, number, number]>): {
  outline: Pick<Filling, 'xs' | 'ys'>;
  columns: number[];
} {
  const outline = new Outline(W);
  outline.begin([0], [0]);
  const columns = new Array<number>(W).fill(0);
  for (const [from, wide, top] of boxes) {
    const to = Math.min(W, from + wide);
    outline.raise(from, to, top);
    for (let x = from; x < to; x++) columns[x] = Math.max(columns[x]!, top);
  }
  return { outline: { xs: outline.xs, ys: outline.ys }, columns };
}

test('an outline raised box by box is the highest of them over every millimetre, in as few steps as it has', () => {
  fc.assert(
    fc.property(raises, (boxes) => {
      const { outline, columns } = raisedBy(boxes);
      columns.forEach((top, x) => expect(heightAt(outline, x + 0.5)).toBe(top));
      const changes = columns.filter((top, x) => x > 0 && top !== columns[x - 1]).length;
      expect(outline.xs).toHaveLength(changes + 1);
      expect([...outline.xs].sort((a, b) => a - b)).toEqual(outline.xs);
    }),
    { numRuns: 300, seed: 3 },
  );
});

test('a step filled up takes no step lower and joins its neighbour', () => {
  fc.assert(
    fc.property(raises, (boxes) => {
      const s: Filling = { ...EMPTY, ...raisedBy(boxes).outline };
      const k = lowestStep(s);
      expect(Math.min(...s.ys)).toBe(s.ys[k]);
      const beside = [s.ys[k - 1] ?? H, s.ys[k + 1] ?? H];
      const to = Math.min(...beside);
      const up = withRaised(s, k, to, 7);
      expect(up.waste).toBe(7);
      for (let x = 0.5; x < W; x++) {
        const within = x > s.xs[k]! && x < endOf(s.xs, k, W);
        expect(heightAt(up, x)).toBe(within ? to : heightAt(s, x));
      }
      if (s.xs.length > 1) expect(up.xs.length).toBeLessThan(s.xs.length);
    }),
    { numRuns: 200, seed: 4 },
  );
});

/** A part of one to three rectangles on whole millimetres from its own corner, free to stand anywhere. */
function drawnShape(random: () => number): Shape {
  const n = 1 + Math.floor(random() * 3);
  const pick = (most: number): number => Math.floor(random() * most);
  const rects = Array.from({ length: n }, (_, i) =>
    i === 0
      ? [0, 0, 3 + pick(6), 2 + pick(5), 0, 1]
      : [pick(8), pick(6), 2 + pick(5), 1 + pick(5), 0, 1],
  ).flat();
  const variant: Variant = { rects: Float64Array.from(rects), x0: 0, x1: W, y0: 0, y1: H };
  return shapesOf({ variants: [variant] })[0]!;
}

const clashes = (
  s: Pick<Filling, 'xs' | 'ys'>,
  blocks: Float64Array,
  rounds: Float64Array,
  { rects }: Shape,
  x: number,
  y: number,
): boolean => {
  for (let q = 0; q < rects.length; q += 6) {
    const [l, b] = [x + rects[q]!, y + rects[q + 1]!];
    const [r, t] = [l + rects[q + 2]!, b + rects[q + 3]!];
    for (let c = l + 0.5; c < r; c++) if (c < W && heightAt(s, c) > b + 1e-5) return true;
    for (let k = 0; k < blocks.length; k += 6) {
      const [bx, by, bw, bh] = blocks.slice(k, k + 4) as unknown as [
        number,
        number,
        number,
        number,
      ];
      const overX = Math.min(r, bx + bw) - Math.max(l, bx);
      const overY = Math.min(t, by + bh) - Math.max(b, by);
      if (overX > 1e-5 && overY > 1e-5) return true;
    }
    for (let k = 0; k < rounds.length; k += 5) {
      const dx = Math.max(l - rounds[k]!, 0, rounds[k]! - r);
      const dy = Math.max(b - rounds[k + 1]!, 0, rounds[k + 1]! - t);
      if (Math.hypot(dx, dy) < rounds[k + 2]! - 1e-5) return true;
    }
  }
  return false;
};

test('a part comes to rest where it touches nothing, and nowhere lower could it have', () => {
  const random = seeded(11);
  let rested = 0;
  for (let n = 0; n < 400; n++) {
    const pick = (most: number): number => Math.floor(random() * most);
    const boxes = Array.from({ length: pick(5) }, () => [pick(W), 1 + pick(12), pick(9)] as const);
    const s: Filling = { ...EMPTY, ...raisedBy(boxes).outline };
    const blocks = Float64Array.from(n % 3 ? [] : [pick(W), 6 + pick(12), 4, 3, 0, 1]);
    const rounds = Float64Array.from(n % 2 ? [] : [pick(W), 4 + pick(14), 2, 0, 1]);
    const shape = drawnShape(random);
    const cavity = new Cavity({ items: [], space: SPACE, rounds, blocks });
    const x = pick(W - Math.ceil(shape.w));
    const y = cavity.restAt(s, shape, x, 0);
    if (y === undefined) continue;
    rested++;
    expect([n, clashes(s, blocks, rounds, shape, x, y)]).toEqual([n, false]);
    for (let lower = 0; lower < y - 0.02; lower += 0.05) {
      expect([n, lower, clashes(s, blocks, rounds, shape, x, lower)]).toEqual([n, lower, true]);
    }
  }
  expect(rested).toBeGreaterThan(150);
});

test('room lost beneath a part is what a raster of it counts', () => {
  const random = seeded(12);
  for (let n = 0; n < 200; n++) {
    const pick = (most: number): number => Math.floor(random() * most);
    const boxes = Array.from({ length: pick(5) }, () => [pick(W), 1 + pick(12), pick(6)] as const);
    const { outline, columns } = raisedBy(boxes);
    const s: Filling = { ...EMPTY, ...outline };
    const shape = drawnShape(random);
    const cavity = new Cavity({
      items: [],
      space: SPACE,
      rounds: new Float64Array(),
      blocks: new Float64Array(),
    });
    const x = pick(W - Math.ceil(shape.w));
    const y = cavity.restAt(s, shape, x, 0);
    if (y === undefined) continue;
    let empty = 0;
    for (let c = x; c < x + shape.w; c++) {
      const over = [];
      for (let q = 0; q < shape.rects.length; q += 6) {
        const left = x + shape.rects[q]!;
        if (c >= left && c < left + shape.rects[q + 2]!) {
          over.push([y + shape.rects[q + 1]!, shape.rects[q + 3]!] as const);
        }
      }
      if (!over.length) continue;
      const low = Math.min(...over.map(([b]) => b));
      const high = Math.max(...over.map(([b, h]) => b + h));
      const body = over.reduce((sum, [, h]) => sum + h, 0);
      empty += low - columns[c]! + Math.max(0, high - low - body);
    }
    expect([n, cavity.lostBeneath(s, shape, x, y)]).toEqual([n, expect.closeTo(empty, 4)]);
  }
});

test('turned or mirrored and back, a part covers what it covered', () => {
  const random = seeded(13);
  for (let n = 0; n < 80; n++) {
    const { rects } = drawnShape(random);
    const variant: Variant = { rects, x0: 1, x1: 9, y0: 2, y1: 7 };
    const problem: PackProblem = {
      items: [{ variants: [variant] }],
      blocks: Float64Array.from([3, 4, 5, 6, 0, 1]),
      rounds: Float64Array.from([7, 8, 2, 0, 1]),
      between: new Float64Array(),
      around: new Float64Array(),
    };
    const f: Flip = { x: (n & 1) > 0, y: (n & 2) > 0, swap: (n & 4) > 0 };
    const there = flipped(problem, SPACE, f);
    const [shape] = shapesOf(there.items[0]!);
    // Anywhere it may stand in the flipped problem it may stand in the given one.
    const at = {
      variant: 0,
      x: shape!.x0 + random() * (shape!.x1 - shape!.x0),
      y: shape!.y0 + random() * (shape!.y1 - shape!.y0),
    };
    const back = flippedBack(at, shape!, f, SPACE);
    expect(back.x).toBeGreaterThanOrEqual(1 - 1e-9);
    expect(back.x).toBeLessThanOrEqual(9 + 1e-9);
    expect(back.y).toBeGreaterThanOrEqual(2 - 1e-9);
    expect(back.y).toBeLessThanOrEqual(7 + 1e-9);
    // A corner of the part, as far from the round in both.
    const [cx, cy] = [there.rounds[0]!, there.rounds[1]!];
    const middle = (place: { x: number; y: number }, { w, h }: { w: number; h: number }) => [
      place.x + w / 2,
      place.y + h / 2,
    ];
    const [mx, my] = middle(at, shape!);
    const own = f.swap ? { w: shape!.h, h: shape!.w } : shape!;
    const [bx, by] = middle(back, own);
    expect(Math.hypot(mx! - cx, my! - cy)).toBeCloseTo(Math.hypot(bx! - 7, by! - 8), 6);
  }
});
