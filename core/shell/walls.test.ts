/** Walls, floors and openings as solids, against what a point on a section says. */
import fc from 'fast-check';
import { demos } from '../catalogue';
import { area, boxPrism, gapOf, type Prism, roundPrism, planGap, atHeights } from '../geometry';
import { type Body, length, type Opening } from '../model';
import {
  innerRing,
  openingsOf,
  outerRing,
  shapePoints,
  shellSolids,
  straightWalls,
  wallName,
} from './index';
import { wallRuns } from './walls';

const exact = (mm: number) => length(mm, 'exact');
const body = (openings: Opening[] = [], r = 0): Body => ({
  id: 'shell',
  name: 'Shell',
  spine: 'left',
  wall: exact(2),
  outline: { kind: 'rect', w: exact(100), h: exact(60), r: exact(r) },
  pieces: (['front', 'back'] as const).map((role) => ({
    id: role,
    role,
    material: 'abs' as const,
    depth: exact(role === 'front' ? 10 : 14),
    zones: [],
    features: [],
    openings: role === 'back' ? openings : [],
  })),
});
const port = (
  wall: number,
  along: number,
  v: number,
  w: number,
  h: number,
  round = false,
): Opening => ({
  id: `p${wall}`,
  name: 'port',
  use: 'port',
  on: {
    kind: 'wall',
    wall,
    along: {
      from: { edge: wall % 2 ? 'bottom' : 'left', face: 'outer' },
      to: 'centre',
      length: exact(along),
    },
    v: exact(v),
  },
  shape: round ? { kind: 'circle', d: exact(w) } : { kind: 'rect', w: exact(w), h: exact(h) },
});
/** Whether a point lies in any of the prisms. */
const filled = (prisms: readonly Prism[], x: number, y: number, z: number): boolean =>
  prisms.some(
    (p) => z > p.z0 && z < p.z1 && planGap(roundPrism(x, y, 1e-6, 0, 1), atHeights(p, 0, 1)) < 0,
  );
const walls = (b: Body) =>
  shellSolids(b, [])
    .all.filter((s) => s.kind === 'wall')
    .flatMap((s) => s.prisms);

describe('walls', () => {
  test('are numbered bottom, right, top, left, and their normals look out', () => {
    const list = straightWalls(body());
    expect(list.map(wallName)).toEqual(['bottom wall', 'right wall', 'top wall', 'left wall']);
    expect(list.map((w) => [w.nx, w.ny].map((v) => v + 0))).toEqual([
      [0, -1],
      [1, 0],
      [0, 1],
      [-1, 0],
    ]);
    expect(list.map((w) => w.length)).toEqual([100, 60, 100, 60]);
  });
  test('an outline listed clockwise is the same shell', () => {
    const points: Array<[number, number]> = [
      [0, 0],
      [0, 60],
      [100, 60],
      [100, 0],
    ];
    const b: Body = { ...body(), outline: { kind: 'points', points, u: 0.03, r: exact(0) } };
    expect(area(outerRing(b))).toBe(6000);
    expect(area(innerRing(b))).toBeCloseTo(96 * 56, 6);
  });
  test('a point is in a wall exactly when it is outside the inside', () => {
    const prisms = walls(body([], 9));
    fc.assert(
      fc.property(
        fc.double({ min: 0.01, max: 99.99, noNaN: true }),
        fc.double({ min: 0.01, max: 59.99, noNaN: true }),
        (x, y) => {
          const inner = 7;
          const cx = Math.max(2 + inner, Math.min(98 - inner, x));
          const cy = Math.max(2 + inner, Math.min(58 - inner, y));
          const d = Math.hypot(x - cx, y - cy) - inner;
          fc.pre(Math.abs(d) > 0.05);
          expect(filled(prisms, x, y, -5)).toBe(d > 0);
        },
      ),
      { numRuns: 300 },
    );
  });
  test('an opening is a hole of its own size in its own wall and half, and in no other', () => {
    for (const wall of [0, 1, 2, 3]) {
      const along = wall % 2 ? 25 : 40;
      const prisms = walls(body([port(wall, along, -6, 10, 4)]));
      const at = (u: number, v: number) => {
        let pair: [number, number];
        if (wall === 0) pair = [u, 1];
        else if (wall === 1) pair = [99, u];
        else if (wall === 2) pair = [u, 59];
        else pair = [1, u];
        const [x, y] = pair;
        return filled(prisms, x, y, v);
      };
      expect([at(along, -6), at(along + 4.9, -6), at(along - 4.9, -7.9)]).toEqual([
        false,
        false,
        false,
      ]);
      expect([at(along + 5.1, -6), at(along, -3.9), at(along, -8.1), at(along, 5)]).toEqual([
        true,
        true,
        true,
        true,
      ]);
    }
  });
  test('a round hole lets through less than its circle, never more', () => {
    const prisms = walls(body([port(0, 50, -7, 8, 8, true)]));
    for (let a = 0.013; a < 2 * Math.PI; a += 0.1) {
      expect(filled(prisms, 50 + 4.02 * Math.cos(a), 1, -7 + 4.02 * Math.sin(a))).toBe(true);
      expect(filled(prisms, 50 + 3.2 * Math.cos(a), 1, -7 + 3.2 * Math.sin(a))).toBe(false);
    }
  });
});

describe('floors and openings', () => {
  test('each floor begins at its own depth and is pierced where an opening is', () => {
    const shell = shellSolids(demos()[0]!.shell.bodies[0]!, []);
    const floor = (piece: string) => shell.floors.get(piece)!.flatMap((f) => f.prisms);
    expect([
      filled(floor('back'), 40, 40, -16),
      filled(floor('back'), 40, 40, -15.7),
      filled(floor('back'), 130, 33, -18),
      filled(floor('back'), 130, 33, -22.1),
    ]).toEqual([true, false, false, true]);
    expect([
      filled(floor('front'), 86, 50, 12.5),
      filled(floor('front'), 50, 50, 12.5),
      filled(floor('front'), 24, 54, 12.5),
    ]).toEqual([false, true, false]);
    expect(
      [
        shell.floorAt('back', 40, 40),
        shell.floorAt('back', 130, 33),
        shell.floorAt('front', 50, 50),
      ].map((v) => Math.round(v * 100) / 100),
    ).toEqual([-15.8, -22, 11.8]);
  });
  test('a row of keys is so many holes at their pitch', () => {
    const keys = openingsOf(demos()[0]!.shell.bodies[0]!).face.filter((o) => o.id === 'keys');
    expect(keys.map((k) => [k.x, k.y, k.w])).toEqual([
      [128, 66, 8],
      [139, 66, 8],
      [150, 66, 8],
      [161, 66, 8],
    ]);
  });
  test('an opening in a wall that is not there is refused by number', () =>
    expect(() => openingsOf(body([port(7, 10, 0, 5, 5)]))).toThrow('walls 0 to 3, not 7'));
  test('a polygon is placed by the middle of its box, flipped when mirrored', () => {
    const shape = {
      kind: 'polygon' as const,
      points: [
        [0, 0],
        [10, 0],
        [10, 4],
      ] as Array<[number, number]>,
      u: 0,
    };
    expect(shapePoints(shape, 50, 20)).toEqual([
      [45, 18],
      [55, 18],
      [55, 22],
    ]);
    expect(shapePoints(shape, 50, 20, true)).toEqual([
      [55, 18],
      [45, 18],
      [45, 22],
    ]);
  });
});

test('what goes through a round hole goes through every larger one', () => {
  const body = demos().find((p) => p.id === 'corrie')!.shell.bodies[0]!;
  const rod = ([2, 2.5, 3] as const).map((r) => ({ r, at: { u: 20, v: -9 } }));
  for (const { r, at } of rod) {
    const free = [2.1, 2.2, 2.3, 2.4, 2.6, 2.8].map((times) => {
      const hole = { wall: 3, ...at, w: r * times, h: r * times, round: true };
      const prisms = wallRuns(body, -16, 0, [hole], 3).flatMap((run) => run.prisms);
      // A round plug of radius r, as points of its rim at the wall's middle.
      return Math.min(
        ...Array.from({ length: 180 }, (_, i) => {
          const [u, v] = [at.u + r * Math.cos(i / 28.6), at.v + r * Math.sin(i / 28.6)];
          const y = body.outline.kind === 'rect' ? body.outline.h.mm - u : 0;
          const speck = boxPrism(0.9, y - 0.001, 0.2, 0.002, v - 0.001, v + 0.001);
          return gapOf([speck], prisms, 3).gap;
        }),
      );
    });
    for (let i = 1; i < free.length; i++) {
      expect(free[i]!).toBeGreaterThanOrEqual(free[i - 1]! - 1e-6);
    }
    // At a fifth more across, it is free all round.
    expect(free[3]!).toBeGreaterThan(0);
  }
});
