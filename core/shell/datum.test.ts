import fc from 'fast-check';
import { BadInput, type Body, type Edge, length, type Reading, type Shape } from '../model';
import { centre, named, copiesOf } from './index';
import { halfExtent } from './datum';

const W = 120;
const H = 70;
const WALL = 2.5;
const body = (features: Body['pieces'][number]['features'] = []): Body => ({
  id: 'shell',
  name: 'Shell',
  spine: 'left',
  wall: length(WALL),
  outline: { kind: 'rect', w: length(W), h: length(H), r: length(5) },
  pieces: [
    {
      id: 'back',
      role: 'back',
      material: 'abs',
      depth: length(15),
      zones: [],
      features,
      openings: [],
    },
  ],
});
const rect: Shape = { kind: 'rect', w: length(8), h: length(6) };
const edge = (e: Edge, face: 'outer' | 'inner', to: Reading['to'], mm: number): Reading => ({
  from: { edge: e, face },
  to,
  length: length(mm),
});
const at = (r: Reading, axis: 'x' | 'y', b = body()): number =>
  centre(b, named(b), r, axis, rect, 'shell.bodies.0.pieces.0.features.0.at').mm;

describe('a reading gives the centre', () => {
  test.each<[Edge, 'outer' | 'inner', Reading['to'], number]>([
    ['left', 'outer', 'centre', 20],
    ['left', 'inner', 'centre', 22.5],
    ['left', 'outer', 'near', 24],
    ['left', 'outer', 'far', 16],
    ['right', 'outer', 'centre', W - 20],
    ['right', 'inner', 'centre', W - 22.5],
    ['right', 'outer', 'near', W - 24],
    ['right', 'inner', 'far', W - 18.5],
  ])('20 mm from the %s %s face to the %s is x = %p', (e, face, to, x) =>
    expect(at(edge(e, face, to, 20), 'x')).toBeCloseTo(x, 9),
  );
  test.each<[Edge, 'outer' | 'inner', Reading['to'], number]>([
    ['bottom', 'outer', 'near', 23],
    ['bottom', 'inner', 'far', 19.5],
    ['top', 'outer', 'near', H - 23],
    ['top', 'inner', 'centre', H - 22.5],
  ])('20 mm from the %s %s face to the %s is y = %p', (e, face, to, y) =>
    expect(at(edge(e, face, to, 20), 'y')).toBeCloseTo(y, 9),
  );
  test('centre to centre and edge to edge from another feature', () => {
    const post = {
      id: 'a',
      name: 'a',
      kind: 'post' as const,
      at: { x: edge('left', 'outer', 'centre', 30), y: edge('bottom', 'outer', 'centre', 30) },
      shape: { kind: 'circle' as const, d: length(6) },
      height: { from: 'floor' as const, length: length(5) },
      purpose: 'unknown' as const,
      mayCut: 'trim' as const,
    };
    const b = body([post]);
    const from = (point: 'near' | 'centre' | 'far', toward: Edge, to: Reading['to']): Reading => ({
      from: { feature: 'a', point, toward },
      to,
      length: length(10),
    });
    expect(at(from('centre', 'right', 'centre'), 'x', b)).toBeCloseTo(40, 9);
    expect(at(from('far', 'right', 'near'), 'x', b)).toBeCloseTo(30 + 3 + 10 + 4, 9);
    expect(at(from('centre', 'left', 'centre'), 'x', b)).toBeCloseTo(20, 9);
  });
  test('a reading across cannot start at the bottom, from nothing, or from itself', () => {
    expect(() => at(edge('bottom', 'outer', 'centre', 3), 'x')).toThrow(BadInput);
    expect(() =>
      at(
        {
          from: { feature: 'nobody', point: 'centre', toward: 'left' },
          to: 'centre',
          length: length(3),
        },
        'x',
      ),
    ).toThrow('no feature "nobody"');
    const loop = {
      id: 'a',
      name: 'a',
      kind: 'post' as const,
      at: {
        x: {
          from: { feature: 'a', point: 'centre' as const, toward: 'right' as const },
          to: 'centre' as const,
          length: length(3),
        },
        y: edge('bottom', 'outer', 'centre', 3),
      },
      shape: rect,
      height: { from: 'floor' as const, length: length(5) },
      purpose: 'unknown' as const,
      mayCut: 'trim' as const,
    };
    const b = body([loop]);
    expect(() => copiesOf(b, named(b), loop.at, loop.shape, 'k.at', undefined)).toThrow(
      'in a circle',
    );
  });
});

describe('sensitivities', () => {
  /** Every length in the body, with its path. */
  function lengths(b: Body): Array<{ path: string; bump: (by: number) => void }> {
    const out: Array<{ path: string; bump: (by: number) => void }> = [];
    const walk = (o: unknown, path: string): void => {
      if (typeof o !== 'object' || o === null) return;
      const l = o as { mm?: number; how?: string };
      if (typeof l.mm === 'number' && typeof l.how === 'string') {
        out.push({
          path,
          bump: (by) => {
            l.mm! += by;
          },
        });
      } else for (const [k, v] of Object.entries(o)) walk(v, path ? `${path}.${k}` : k);
    };
    walk(b, '');
    return out;
  }
  test('each source says how far the centre moves when its reading is off, as trying it shows', () => {
    fc.assert(
      fc.property(
        fc.constantFrom<Edge>('left', 'right'),
        fc.constantFrom('outer' as const, 'inner' as const),
        fc.constantFrom<Reading['to']>('near', 'centre', 'far'),
        fc.boolean(),
        (e, face, to, mirror) => {
          const make = (): Body =>
            body([
              {
                id: 'f',
                name: 'f',
                kind: 'post',
                at: { x: edge(e, face, to, 20), y: edge('bottom', 'inner', 'near', 12) },
                shape: { kind: 'rect', w: length(8), h: length(6) },
                height: { from: 'floor', length: length(5) },
                purpose: 'unknown',
                mayCut: 'trim',
                ...(mirror ? { repeat: { mirrorX: true } } : {}),
              },
            ]);
          const spot = (b: Body) => {
            const f = b.pieces[0]!.features[0]!;
            const all = copiesOf(
              b,
              named(b),
              f.at,
              f.shape,
              'shell.bodies.0.pieces.0.features.0.at',
              f.repeat,
            );
            return all[all.length - 1]!;
          };
          const base = spot(make());
          const told = new Map<string, number>();
          for (const s of base.x.sources) told.set(s.key, (told.get(s.key) ?? 0) + s.k);
          const b = make();
          for (const l of lengths(b)) {
            l.bump(0.01);
            const moved = (spot(b).x.mm - base.x.mm) / 0.01;
            l.bump(-0.01);
            expect([l.path, told.get(`shell.bodies.0.${l.path}`) ?? 0]).toEqual([
              l.path,
              expect.closeTo(moved, 6),
            ]);
          }
        },
      ),
    );
  });
});

describe('repeats', () => {
  const post = {
    at: { x: edge('left', 'outer', 'centre', 10), y: edge('bottom', 'outer', 'centre', 9) },
    shape: rect,
  };
  const places = (repeat: Parameters<typeof copiesOf>[5]) =>
    copiesOf(body(), named(body()), post.at, post.shape, 'k.at', repeat).map((s) => [
      s.x.mm,
      s.y.mm,
    ]);
  test('mirrored both ways one entry is four posts', () =>
    expect(places({ mirrorX: true, mirrorY: true })).toEqual([
      [10, 9],
      [110, 9],
      [10, 61],
      [110, 61],
    ]));
  test('a row runs along its axis', () =>
    expect(places({ row: { count: 3, pitch: length(11), along: 'y' } })).toEqual([
      [10, 9],
      [10, 20],
      [10, 31],
    ]));
  test('a mirrored row is mirrored whole', () =>
    expect(places({ mirrorX: true, row: { count: 2, pitch: length(5), along: 'x' } })).toEqual([
      [10, 9],
      [15, 9],
      [110, 9],
      [105, 9],
    ]));
  test('half extents of every shape', () => {
    expect(halfExtent({ kind: 'circle', d: length(7) }, 'y', 'k').mm).toBe(3.5);
    expect(halfExtent(rect, 'y', 'k').mm).toBe(3);
    expect(
      halfExtent(
        {
          kind: 'polygon',
          points: [
            [0, 0],
            [10, 0],
            [4, 8],
          ],
          u: 0.1,
        },
        'x',
        'k',
      ).mm,
    ).toBe(5);
  });
});
