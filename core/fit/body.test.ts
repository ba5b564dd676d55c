/** In the hands and on the table: balance by levers, resting points by geometry, and the chain that sets each dimension. */
import { demos } from '../catalogue';
import { seeded } from '../geometry/seeded';
import { emptyProject, length, type Part, type Placement, type Project } from '../model';
import { shellMass } from '../shell';
import { balance, restsOn, sceneOf, thumbReach, whatSets } from './index';

const half = demos()[0]!;
const brick = (id: string, w: number, h: number, t: number, massG: number): Part => ({
  id,
  name: id,
  family: 'hardware',
  words: [],
  note: '',
  source: 'mine',
  massG,
  connectors: [],
  pads: [],
  blocks: [
    {
      id: 'b',
      name: 'b',
      kind: 'body',
      axis: 'z',
      base: 0,
      height: length(t, 'exact'),
      plan: { kind: 'rect', x: 0, y: 0, w: length(w, 'exact'), h: length(h, 'exact') },
    },
  ],
});
/** A box of 120 × 80, both halves 12 deep with 2 mm walls, and bricks in it. */
const box = (list: Array<[Part, Partial<Placement>]>, bay?: { depth: number }): Project => {
  const from = (edge: 'left' | 'bottom', mm: number) => ({
    from: { edge, face: 'outer' as const },
    to: 'centre' as const,
    length: length(mm, 'exact'),
  });
  const piece = (role: 'front' | 'back') => ({
    id: role,
    role,
    material: 'abs' as const,
    depth: length(12, 'exact'),
    zones:
      bay && role === 'back'
        ? [
            {
              id: 'bay',
              name: 'bay',
              at: { x: from('left', 95), y: from('bottom', 40) },
              shape: { kind: 'rect' as const, w: length(30, 'exact'), h: length(50, 'exact') },
              depth: length(bay.depth, 'exact'),
            },
          ]
        : [],
    features: [],
    openings: [],
  });
  return {
    ...emptyProject('box', 'Box'),
    shell: {
      bodies: [
        {
          id: 's',
          name: 's',
          spine: 'left',
          outline: {
            kind: 'rect',
            w: length(120, 'exact'),
            h: length(80, 'exact'),
            r: length(0.5, 'exact'),
          },
          wall: length(2, 'exact'),
          pieces: [piece('front'), piece('back')],
        },
      ],
    },
    kit: {
      parts: list.map(([p]) => p),
      items: list.map(([p]) => ({ id: p.id, part: p.id, name: p.id, struck: [] })),
    },
    layout: {
      placements: list.map(([p, at]) => ({
        item: p.id,
        on: { piece: 'back' },
        x: 5,
        y: 5,
        turn: 0,
        up: 'in',
        stand: 'flat',
        lift: 0,
        held: 'jig',
        ...at,
      })),
    },
  };
};
const scene = (p: Project) => sceneOf(p);

describe('balance', () => {
  test('hand-worked: a lever of shell and two bricks', () => {
    const p = box([
      [brick('a', 10, 10, 5, 100), { x: 10, y: 35 }],
      [brick('b', 20, 10, 5, 50), { x: 90, y: 35 }],
    ]);
    const b = balance(scene(p))!;
    const s = shellMass(p.shell.bodies[0]!).value;
    expect(b.massG).toBeCloseTo(s + 150, 9);
    expect(b.x).toBeCloseTo((s * 60 + 100 * 15 + 50 * 100) / (s + 150), 9);
    expect([b.y, b.left]).toEqual([expect.closeTo(40, 9), expect.closeTo(1 - b.x / 120, 9)]);
  });
  test('moving a part moves the balance by its share; a part without a mass is counted', () => {
    const at = (x: number) => balance(scene(box([[brick('a', 10, 10, 5, 80), { x }]])))!;
    expect(at(60).x - at(40).x).toBeCloseTo((20 * 80) / at(40).massG, 9);
    const unknown = { ...brick('c', 5, 5, 5, 1) };
    delete unknown.massG;
    expect(balance(scene(box([[unknown, {}]])))!.unknown).toBe(1);
    expect(balance(sceneOf(emptyProject('a', 'A')))).toBeUndefined();
  });
});

describe('on the table', () => {
  test('a plain back lies flat on its four corners', () =>
    expect(restsOn(scene(box([])))).toMatchObject({ flat: true, tiltDeg: expect.closeTo(0, 6) }));
  test('a bay that bulges by 6 mm under the right end leans it: atan(6 / distance from bulge to the far corners)', () => {
    // Inner floor 16, so its outside is at 18, 6 below the back at 12. It stands on the bulge's outer edge and the left corners.
    const r = restsOn(scene(box([], { depth: 16 })))!;
    expect([r.flat, [...new Set(r.on.map((o) => o.name))].sort()]).toEqual([
      false,
      ['bay', 'lower left corner', 'upper left corner'],
    ]);
    const left = 0.5 * (1 - Math.SQRT1_2);
    expect(r.tiltDeg).toBeCloseTo((Math.atan(6 / (80 - left)) * 180) / Math.PI, 1);
    expect(r.sentence).toMatch(/^Leans by 4\.3° on/);
  });
  test('heavy enough inside the bay, it stands on the bay alone', () => {
    const r = restsOn(
      scene(box([[brick('lead', 20, 40, 10, 2000), { x: 85, y: 20 }]], { depth: 16 })),
    )!;
    expect([r.flat, [...new Set(r.on.map((o) => o.name))]]).toEqual([true, ['bay']]);
  });
  test('the demo says how it lies', () =>
    expect(restsOn(scene(half))!.sentence).toMatch(/Leans by [\d.]+° on|Lies flat on/));
});

describe('thumbs', () => {
  test('what is near the hold is in reach of all hands, the middle of a wide one of none, the same left and right', () => {
    const r = thumbReach(scene(box([])), [
      { name: 'near', x: 20, y: 36 },
      { name: 'mirror', x: 100, y: 36 },
      { name: 'middle', x: 60, y: 75 },
    ]);
    expect(r[0]).toMatchObject({ hands: ['small', 'medium', 'large'] });
    expect(r[0]!.mm).toBeCloseTo(r[1]!.mm, 9);
    expect(r[2]!.hands).toEqual([]);
  });
});

describe('what sets a dimension', () => {
  test('two bricks one over the other set the thickness: 20 − 8 − 11 = 1 mm of play', () => {
    const p = box([
      [brick('low', 30, 30, 8, 1), { x: 20, y: 20 }],
      [brick('high', 30, 30, 11, 1), { x: 30, y: 30, on: { piece: 'front' }, up: 'in' }],
      [brick('thin', 20, 20, 15, 1), { x: 85, y: 20 }],
    ]);
    const c = whatSets(scene(p), 'z')!;
    expect([c.links.map((l) => l.name), c.links.map((l) => l.mm), c.playMm]).toEqual([
      ['low', 'high'],
      [8, 11],
      expect.closeTo(1, 9),
    ]);
    expect(c.sentence).toContain('Thickness is set by low, then high: 1.0 mm of play in all');
  });
  test('three side by side set the width; one that lies past them does not count', () => {
    const p = box([
      [brick('a', 40, 20, 5, 1), { x: 2.5, y: 10 }],
      [brick('b', 50, 20, 5, 1), { x: 43, y: 12 }],
      [brick('c', 23, 20, 5, 1), { x: 94, y: 8 }],
      [brick('d', 100, 10, 5, 1), { x: 5, y: 60 }],
    ]);
    const c = whatSets(scene(p), 'x')!;
    expect([c.links.map((l) => l.name), c.playMm]).toEqual([
      ['a', 'b', 'c'],
      expect.closeTo(116 - 113, 9),
    ]);
  });
  test('no way through the parts has less play, by trying all of them', () => {
    for (let seed = 0; seed < 30; seed++) {
      const r = seeded(seed);
      const list = Array.from({ length: 7 }, (_, i): [Part, Partial<Placement>] => {
        const w = 8 + r() * 30;
        const h = 8 + r() * 20;
        return [
          brick(`b${i}`, w, h, 3 + r() * 5, 1),
          { x: 2 + r() * (116 - w), y: 2 + r() * (76 - h) },
        ];
      });
      const rows = list.map(([p, at]) => {
        const plan = p.blocks[0]!.plan as { w: { mm: number }; h: { mm: number } };
        return { x0: at.x!, x1: at.x! + plan.w.mm, y0: at.y!, y1: at.y! + plan.h.mm };
      });
      const least = (i: number): number =>
        Math.min(
          118 - rows[i]!.x1,
          ...rows.flatMap((q, j) =>
            j !== i &&
            q.x0 >= rows[i]!.x1 - 0.2 &&
            q.y0 < rows[i]!.y1 - 0.2 &&
            rows[i]!.y0 < q.y1 - 0.2
              ? [Math.max(0, q.x0 - rows[i]!.x1) + least(j)]
              : [],
          ),
        );
      expect(whatSets(scene(box(list)), 'x')!.playMm).toBeCloseTo(
        Math.min(...rows.map((q, i) => q.x0 - 2 + least(i))),
        6,
      );
    }
  });
});

test('a tall block on a board counts with its board: a part is rigid', () => {
  const tall: Part = {
    ...brick('tower', 40, 40, 2, 1),
    blocks: [
      ...brick('tower', 40, 40, 2, 1).blocks,
      {
        id: 'top',
        name: 'top',
        kind: 'body',
        axis: 'z',
        base: 2,
        height: length(9, 'exact'),
        plan: { kind: 'rect', x: 2, y: 2, w: length(8, 'exact'), h: length(8, 'exact') },
      },
    ],
  };
  const c = whatSets(
    scene(
      box([
        [tall, { x: 10, y: 10 }],
        [brick('lid', 40, 40, 4, 1), { x: 50, y: 12, on: { piece: 'front' } }],
      ]),
    ),
    'z',
  )!;
  expect([c.links.map((l) => [l.name, l.mm]), c.playMm]).toEqual([
    [
      ['tower', 11],
      ['lid', 4],
    ],
    expect.closeTo(5, 9),
  ]);
});
