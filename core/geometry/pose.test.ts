import fc from 'fast-check';
import { type Block, length } from '../model';
import {
  edgeFromPage,
  fromPage,
  mirrored,
  type PageView,
  stepFromPage,
  toPage,
  turnFromPage,
} from './view';
import { blockBox, EXCESS_MM, placed, placedPoint, type Stand, standing, stood } from './pose';

const block = (plan: Block['plan'], axis: Block['axis'], base = 1, height = 6): Block => ({
  id: 'b',
  name: 'b',
  kind: 'body',
  plan,
  axis,
  base,
  height: length(height, 'exact'),
});
const box = block({ kind: 'rect', x: 2, y: 3, w: length(10, 'exact'), h: length(5, 'exact') }, 'z');
const stands: Stand[] = ['flat', 'on-edge-x', 'on-edge-y'];
const pose = fc.record({
  stand: fc.constantFrom(...stands),
  over: fc.boolean(),
  turn: fc.constantFrom(0, 30, 90, 137, 180, 270),
  x: fc.integer({ min: -50, max: 50 }),
  y: fc.integer({ min: -50, max: 50 }),
  z: fc.integer({ min: -20, max: 20 }),
});

describe('standing, flipping, turning, moving', () => {
  test('the prisms of a box end where its corners are carried', () => {
    fc.assert(
      fc.property(pose, ({ stand, over, turn, x, y, z }) => {
        const [low, high] = blockBox(box);
        const corners = [0, 1, 2, 3, 4, 5, 6, 7].map((i) =>
          placedPoint(
            [i & 1 ? high[0] : low[0], i & 2 ? high[1] : low[1], i & 4 ? high[2] : low[2]],
            stand,
            over,
            turn,
            x,
            y,
            z,
          ),
        );
        const [prism] = placed(standing(box, stand).prisms, over, turn, x, y, z);
        const span = (k: 0 | 1 | 2) => [
          Math.min(...corners.map((c) => c[k])),
          Math.max(...corners.map((c) => c[k])),
        ];
        expect([prism!.x0, prism!.x1]).toEqual(span(0).map((v) => expect.closeTo(v, 6)));
        expect([prism!.y0, prism!.y1]).toEqual(span(1).map((v) => expect.closeTo(v, 6)));
        expect([prism!.z0, prism!.z1]).toEqual(span(2).map((v) => expect.closeTo(v, 6)));
      }),
    );
  });
  test('carrying keeps lengths and handedness', () => {
    fc.assert(
      fc.property(pose, ({ stand, over, turn, x, y, z }) => {
        const at = (v: [number, number, number]) => placedPoint(v, stand, over, turn, x, y, z);
        const o = at([0, 0, 0]);
        const axes = (
          [
            [1, 0, 0],
            [0, 1, 0],
            [0, 0, 1],
          ] as Array<[number, number, number]>
        ).map((v) => at(v).map((c, i) => c - o[i]!) as [number, number, number]);
        for (const a of axes) expect(Math.hypot(...a)).toBeCloseTo(1, 9);
        const [a, b, c] = axes as [
          [number, number, number],
          [number, number, number],
          [number, number, number],
        ];
        const det =
          a[0] * (b[1] * c[2] - b[2] * c[1]) -
          a[1] * (b[0] * c[2] - b[2] * c[0]) +
          a[2] * (b[0] * c[1] - b[1] * c[0]);
        expect(det).toBeCloseTo(1, 9);
      }),
    );
  });
  test('on edge a board stands as high as it was wide', () => {
    expect(stood('on-edge-x', [0, 1, 0])).toEqual([0, -0, 1]);
    const [prism] = standing(box, 'on-edge-y').prisms;
    expect(prism!.z1 - prism!.z0).toBe(10);
  });
});

describe('round things lying down', () => {
  const cell = block({ kind: 'circle', x: 9.2, y: 9.2, d: length(18.4, 'exact') }, 'x', 0, 65);
  test('the slabs enclose the circle and stand out no more than is stated', () => {
    const { prisms, excess } = standing(cell, 'flat');
    expect(excess).toBe(EXCESS_MM);
    const half = (z: number) => Math.sqrt(Math.max(0, 9.2 ** 2 - (z - 9.2) ** 2));
    for (const p of prisms) {
      const widest = Math.max(half(p.z0), half(p.z1), p.z0 < 9.2 && p.z1 > 9.2 ? 9.2 : 0);
      expect((p.y1 - p.y0) / 2).toBeGreaterThanOrEqual(widest - 1e-3);
      const narrowest = Math.min(half(p.z0), half(p.z1));
      // The corner of a slab stands out from the circle by no more than the excess.
      expect(
        Math.hypot((p.y1 - p.y0) / 2, Math.max(Math.abs(p.z0 - 9.2), Math.abs(p.z1 - 9.2))) - 9.2,
      ).toBeLessThan(EXCESS_MM + 0.06);
      expect(narrowest).toBeLessThanOrEqual(9.2);
    }
    expect(Math.min(...prisms.map((p) => p.z0))).toBeCloseTo(0, 2);
    expect(Math.max(...prisms.map((p) => p.z1))).toBeCloseTo(18.4, 2);
  });
  test('stood on end the same cell is an exact round prism again', () => {
    const { prisms } = standing(cell, 'on-edge-y');
    expect(prisms.length).toBe(1);
    expect(prisms[0]!.z1 - prisms[0]!.z0).toBe(65);
  });
});

describe('pages', () => {
  const view = fc.record({
    side: fc.constantFrom<PageView['side']>(
      'front inside',
      'front outside',
      'back inside',
      'back outside',
    ),
    w: fc.integer({ min: 20, max: 300 }),
    h: fc.integer({ min: 20, max: 200 }),
    spine: fc.constantFrom<PageView['spine']>('left', 'right', 'top', 'bottom'),
  });
  test('to a page and back is where one was', () => {
    fc.assert(
      fc.property(
        view,
        fc.integer({ min: -50, max: 300 }),
        fc.integer({ min: -50, max: 300 }),
        (v, x, y) => {
          expect(fromPage(v, ...toPage(v, x, y))).toEqual([x, y]);
        },
      ),
    );
  });
  test('a step right and up on the page goes right and up on the page', () => {
    fc.assert(
      fc.property(
        view,
        fc.integer({ min: -9, max: 9 }),
        fc.integer({ min: -9, max: 9 }),
        (v, right, up) => {
          const [dx, dy] = stepFromPage(v, right, up);
          const [a, b] = [toPage(v, 50, 50), toPage(v, 50 + dx, 50 + dy)];
          expect([b[0] - a[0], a[1] - b[1]]).toEqual([right, up].map((q) => expect.closeTo(q, 9)));
        },
      ),
    );
  });
  test('the edge named by what is seen lies at that edge of the page', () => {
    fc.assert(
      fc.property(view, fc.constantFrom('left', 'right', 'bottom', 'top'), (v, seen) => {
        const edge = edgeFromPage(v, seen);
        const spot: Record<string, [number, number]> = {
          left: [0, v.h / 2],
          right: [v.w, v.h / 2],
          bottom: [v.w / 2, 0],
          top: [v.w / 2, v.h],
        };
        const [px, py] = toPage(v, ...spot[edge]!);
        expect({ left: px === 0, right: px === v.w, top: py === 0, bottom: py === v.h }[seen]).toBe(
          true,
        );
      }),
    );
  });
  test('the front inside and the back outside are mirrored, and only they turn the other way', () => {
    for (const side of ['front inside', 'front outside', 'back inside', 'back outside'] as const) {
      expect(mirrored(side)).toBe(side === 'front inside' || side === 'back outside');
      expect(turnFromPage({ side, w: 10, h: 10, spine: 'left' }, 90)).toBe(
        mirrored(side) ? -90 : 90,
      );
    }
  });
});
