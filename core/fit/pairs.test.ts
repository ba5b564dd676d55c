/** Each pair of things with the room it needs, and why: one case in which it fires, one in which it rightly does not. */
import fc from 'fast-check';
import { demos } from '../catalogue';
import {
  type Block,
  type Body,
  emptyProject,
  type Finding,
  length,
  type Part,
  type Placement,
  type Project,
} from '../model';
import { Checker, firstPlace, handled, sceneOf } from './index';
import { findPlaces } from './moves';

const exact = (mm: number) => length(mm, 'exact');
const box = (
  id: string,
  kind: Block['kind'],
  w: number,
  h: number,
  t: number,
  base = 0,
  more: Partial<Block> = {},
): Block => ({
  id,
  name: id,
  kind,
  plan: { kind: 'rect', x: 0, y: 0, w: exact(w), h: exact(h) },
  axis: 'z',
  base,
  height: exact(t),
  ...more,
});
const part = (id: string, blocks: Block[], more: Partial<Part> = {}): Part => ({
  id,
  name: id,
  family: 'hardware',
  words: [],
  note: '',
  source: 'mine',
  blocks,
  connectors: [],
  pads: [],
  ...more,
});
const cellPart = part('cell', [box('cell', 'cell', 40, 30, 6)], {
  family: 'cell',
  cell: {
    kind: 'pouch',
    series: 1,
    capacityAh: 1,
    rOhm: 0.1,
    cutoffV: 3,
    fullV: 4.2,
    maxChargeC: 1,
    maxDischargeC: 2,
  },
});
const shell = (material: Body['pieces'][number]['material'] = 'abs'): Body => ({
  id: 'shell',
  name: 'Shell',
  spine: 'left',
  wall: exact(2),
  outline: { kind: 'rect', w: exact(120), h: exact(80), r: exact(0) },
  pieces: (['front', 'back'] as const).map((role) => ({
    id: role,
    role,
    material,
    depth: exact(12),
    zones: [],
    features: [],
    openings: [],
  })),
});
type At = Partial<Placement> & { x: number; y: number };
function build(parts: Array<[Part, At]>, body = shell()): Project {
  return {
    ...emptyProject('t', 'T'),
    shell: { bodies: [body] },
    kit: {
      parts: [...new Map(parts.map(([p]) => [p.id, p])).values()],
      items: parts.map(([p], i) => ({
        id: `i${i}`,
        part: p.id,
        name: `${p.name} ${i}`,
        struck: [],
      })),
    },
    layout: {
      placements: parts.map(([, at], i) => ({
        item: `i${i}`,
        on: { piece: 'back' },
        turn: 0,
        up: 'in',
        stand: 'flat',
        lift: 0,
        held: 'jig',
        ...at,
      })),
    },
  };
}
const touches = (p: Project): Finding[] =>
  new Checker(p).findings().filter((f) => f.check === 'touch');
const between = (p: Project, a: string, b: string): Finding | undefined =>
  touches(p).find((f) => f.about.includes(a) && f.about.includes(b));

const board = part('board', [box('board', 'board', 30, 20, 1.6)]);
const plastic = part('plastic', [box('body', 'body', 30, 20, 4)]);
const foam = part('foam', [box('foam', 'foam', 30, 20, 2, 0, { soft: true })]);

describe('what each pair needs', () => {
  test('two bare boards want half a millimetre; 0.4 is a hit, 0.9 is not', () => {
    expect(
      between(
        build([
          [board, { x: 10, y: 10 }],
          [board, { x: 40.4, y: 10 }],
        ]),
        'i0',
        'i1',
      ),
    ).toMatchObject({ verdict: 'hit', measure: { required: 0.5, gap: expect.closeTo(0.4, 9) } });
    expect(
      between(
        build([
          [board, { x: 10, y: 10 }],
          [board, { x: 40.9, y: 10 }],
        ]),
        'i0',
        'i1',
      ),
    ).toMatchObject({ verdict: 'clear' });
  });
  test('board and plastic may touch, but not overlap', () => {
    expect(
      between(
        build([
          [board, { x: 10, y: 10 }],
          [plastic, { x: 40, y: 10 }],
        ]),
        'i0',
        'i1',
      ),
    ).toMatchObject({ measure: { required: 0, gap: 0 } });
    expect(
      between(
        build([
          [board, { x: 10, y: 10 }],
          [plastic, { x: 39, y: 10 }],
        ]),
        'i0',
        'i1',
      ),
    ).toMatchObject({ verdict: 'hit', title: '1.0 mm overlap' });
  });
  test('foam gives way by 30 % of its height, and no more', () => {
    const over = (lift: number) =>
      between(
        build([
          [plastic, { x: 10, y: 10 }],
          [foam, { x: 10, y: 10, lift }],
        ]),
        'i0',
        'i1',
      )!;
    expect(over(3.5).verdict).not.toBe('hit');
    expect(over(3.3).verdict).toBe('hit');
    expect(over(3.5).measure!.required).toBeCloseTo(-0.6, 9);
  });
  test('a pouch swells through its thickness, not along its edge', () => {
    const above = between(
      build([
        [cellPart, { x: 10, y: 10 }],
        [plastic, { x: 10, y: 10, lift: 6.2 }],
      ]),
      'i0',
      'i1',
    )!;
    expect(above).toMatchObject({ verdict: 'hit', title: '0.2 mm left, 0.5 needed' });
    const beside = between(
      build([
        [cellPart, { x: 10, y: 10 }],
        [plastic, { x: 50.4, y: 10 }],
      ]),
      'i0',
      'i1',
    )!;
    expect(beside.measure!.required).toBe(0);
    const onEdge = between(
      build([
        [cellPart, { x: 10, y: 10, stand: 'on-edge-x', lift: 0 }],
        [plastic, { x: 10, y: 10.3 }],
      ]),
      'i0',
      'i1',
    )!;
    expect(onEdge.measure!.required).toBeCloseTo(0.54, 9);
  });
  test('a metal shell wants half a millimetre from bare boards, a plastic one nothing', () => {
    const near = (m: Parameters<typeof shell>[0]) =>
      touches(build([[board, { x: 2.3, y: 20, lift: 3 }]], shell(m))).find(
        (f) => f.about.includes('back') && f.what.includes('left wall'),
      )!;
    expect(near('aluminium').measure!.required).toBe(0.5);
    expect(near('aluminium').verdict).toBe('hit');
    expect(near('abs').measure!.required).toBe(0);
  });
  test('what rides on a board may touch it', () => {
    const p = build([
      [board, { x: 10, y: 10 }],
      [board, { x: 2, y: 2 }],
    ]);
    const riding: Project = {
      ...p,
      layout: {
        placements: [p.layout.placements[0]!, { ...p.layout.placements[1]!, on: { item: 'i0' } }],
      },
    };
    expect(between(riding, 'i0', 'i1')).toMatchObject({
      measure: { required: 0, gap: expect.closeTo(0, 9) },
    });
    const at = sceneOf(riding).items.get('i1')!;
    expect([at.pose.x, at.pose.y, at.solids[0]!.z0]).toEqual([
      12,
      12,
      expect.closeTo(-10 + 1.6, 9),
    ]);
  });
  test('a part outside the outline is said so, not judged', () => {
    expect(new Checker(build([[board, { x: 200, y: 200 }]])).findings()).toEqual(
      expect.arrayContaining([expect.objectContaining({ check: 'outside', verdict: 'hit' })]),
    );
    expect(
      new Checker(build([[board, { x: 50, y: 20 }]])).findings().some((f) => f.check === 'outside'),
    ).toBe(false);
  });
});

describe('seats', () => {
  test('a part rests on the shallowest floor under it; a bay beside it changes nothing', () => {
    const body = shell();
    body.pieces[1]!.zones.push({
      id: 'bay',
      name: 'bay',
      at: {
        x: { from: { edge: 'left', face: 'outer' }, to: 'centre', length: exact(60) },
        y: { from: { edge: 'bottom', face: 'outer' }, to: 'centre', length: exact(40) },
      },
      shape: { kind: 'rect', w: exact(40), h: exact(40) },
      depth: exact(14),
    });
    const bottom = (x: number) =>
      sceneOf(build([[plastic, { x, y: 30 }]], body)).items.get('i0')!.solids[0]!.z0;
    expect([bottom(45), bottom(5), bottom(30)]).toEqual([-14, -10, -10]);
  });
  test('posts never lift a part: they collide', () => {
    const body = shell();
    body.pieces[1]!.features.push({
      id: 'post',
      name: 'post',
      kind: 'post',
      at: {
        x: { from: { edge: 'left', face: 'outer' }, to: 'centre', length: exact(30) },
        y: { from: { edge: 'bottom', face: 'outer' }, to: 'centre', length: exact(20) },
      },
      shape: { kind: 'circle', d: exact(5) },
      height: { from: 'floor', length: exact(3) },
      purpose: 'unknown',
      mayCut: 'remove',
    });
    const f = touches(build([[plastic, { x: 20, y: 10 }]], body)).find((x) =>
      x.what.includes('post'),
    )!;
    expect(f).toMatchObject({ verdict: 'hit', title: '3.0 mm overlap', way: { x: 0, y: 0, z: 1 } });
  });
});

describe('plugs', () => {
  const socket = (recess: number, ...beside: Parameters<typeof build>[0]): Project =>
    build([
      [
        part(
          'jack',
          [
            {
              ...box('board', 'board', 20, 20, 1.6),
              plan: { kind: 'rect', x: 0, y: 2.2, w: exact(20), h: exact(20) },
            },
            box('usb', 'connector', 9, 7, 3.2, 1.6),
          ],
          {
            connectors: [
              {
                id: 'usb',
                name: 'USB-C',
                type: 'usb-c',
                at: [4.5, 0, 3.2],
                dir: [0, -1, 0],
                block: 'usb',
                outside: true,
              },
            ],
          },
        ),
        { x: 30, y: recess },
      ],
      ...beside,
    ]);
  const plug = (p: Project) => new Checker(p).findings().find((f) => f.check === 'plug')!;
  test('the mouth may lie 0.8 mm behind the face and no more', () => {
    expect(plug(socket(2.2)).title).toBe('Plug seats 1.4 mm short');
    expect(plug(socket(0.4)).verdict).toBe('clear');
  });
  test('widened, the moulding enters and the same socket seats', () => {
    const p = socket(4);
    expect(
      plug({
        ...p,
        cuts: [
          {
            kind: 'opening',
            id: 'w',
            for: { item: 'i0', connector: 'usb' },
            wide: true,
            state: 'decided',
          },
        ],
      }).verdict,
    ).toBe('clear');
  });
  test.each([
    ['beside the nose, in the way of the moulding', 39.2, true],
    ['beside the moulding', 40.7, false],
  ])('what stands %s', (_, x, isMet) => {
    const lump = part('lump', [box('lump', 'body', 6, 0.9, 6)]);
    const p = socket(4, [lump, { x, y: 2.1 }]);
    const wide: Project = {
      ...p,
      cuts: [
        {
          kind: 'opening',
          id: 'w',
          for: { item: 'i0', connector: 'usb' },
          wide: true,
          state: 'decided',
        },
      ],
    };
    const inTheWay = (q: Project) =>
      touches(q).filter((f) => f.verdict === 'hit' && f.what.includes('way of the USB-C plug'));
    // Its nose alone passes in both.
    expect(inTheWay(p)).toEqual([]);
    expect(inTheWay(wide)).toHaveLength(isMet ? 1 : 0);
  });
  test('a socket that is not used from outside is not judged; one that looks at no wall is', () => {
    const p = socket(8);
    const closed = {
      ...p,
      kit: { ...p.kit, items: [{ ...p.kit.items[0]!, reach: { usb: false } }] },
    };
    expect(new Checker(closed).findings().some((f) => f.check === 'plug')).toBe(false);
    const turned = {
      ...p,
      layout: { placements: [{ ...p.layout.placements[0]!, x: 60, y: 40, turn: 45 }] },
    };
    expect(plug(turned).title).toBe('No wall in front');
  });
  test('an existing opening that lets it through is used, one a hair too small is not', () => {
    const p = socket(0.4);
    const opened = (w: number): Project => {
      const body = structuredClone(p.shell.bodies[0]!);
      body.pieces[1]!.openings.push({
        id: 'o',
        name: 'old slot',
        use: 'port',
        on: {
          kind: 'wall',
          wall: 0,
          along: { from: { edge: 'left', face: 'outer' }, to: 'centre', length: exact(34.5) },
          v: exact(-6.8),
        },
        shape: { kind: 'rect', w: exact(w), h: exact(5) },
      });
      return { ...p, shell: { bodies: [body] } };
    };
    const blocked = (q: Project) => touches(q).some((f) => f.verdict === 'hit');
    expect(blocked(opened(10))).toBe(false);
    expect(plug(opened(10)).verdict).toBe('clear');
  });
});

describe('hands on a part', () => {
  const p = demos()[0]!;
  const scene = new Checker(p).scene;
  test('turning, turning over and changing halves keep its middle where it was', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...p.layout.placements),
        fc.constantFrom(90, 180, 270, 33),
        fc.boolean(),
        fc.constantFrom('front', 'back'),
        (pl, turn, over, piece) => {
          const next = handled(scene, pl, {
            turn: pl.turn + turn,
            ...(over ? { up: pl.up === 'in' ? ('out' as const) : ('in' as const) } : {}),
            on: { piece },
          });
          const middle = (q: Placement) => {
            const at = sceneOf(
              {
                ...p,
                layout: { placements: p.layout.placements.map((x) => (x.item === q.item ? q : x)) },
              },
              scene,
            ).items.get(q.item)!;
            const xs = at.blocks.flatMap((b) => [b.solid.x0, b.solid.x1]);
            const ys = at.blocks.flatMap((b) => [b.solid.y0, b.solid.y1]);
            return [
              (Math.min(...xs) + Math.max(...xs)) / 2,
              (Math.min(...ys) + Math.max(...ys)) / 2,
            ];
          };
          // Odd angles move the box's middle a little; quarter turns may not.
          if (turn % 90 === 0) {
            middle(next).forEach((v, i) => expect(Math.abs(v - middle(pl)[i]!)).toBeLessThan(0.11));
          }
          expect(next.turn).toBeGreaterThanOrEqual(0);
          expect(next.turn).toBeLessThan(360);
        },
      ),
      { numRuns: 60 },
    );
  });
  test('a first place is in the half that suits the part, a screen behind its window', () => {
    const at = firstPlace({ ...p, layout: { placements: [] } }, 'screen')!;
    expect(at).toMatchObject({ on: { piece: 'front' }, up: 'out' });
    const again = sceneOf({ ...p, layout: { placements: [at] } }).items.get('screen')!;
    const xs = again.blocks.flatMap((b) => [b.solid.x0, b.solid.x1]);
    expect((Math.min(...xs) + Math.max(...xs)) / 2).toBeCloseTo(86, 0);
    expect(firstPlace({ ...p, layout: { placements: [] } }, 'teasel')).toMatchObject({
      on: { piece: 'back' },
      up: 'in',
    });
    expect(firstPlace(emptyProject('e', 'E'), 'x')).toBeUndefined();
  });
  test('a place that is found holds when it is tried, and is no further than the nearest one a fine search finds', () => {
    const checker = new Checker(p);
    const f = checker.findings().find((x) => x.what.includes('Teasel') && x.what.includes('post'))!;
    const known = new Map<string, number>();
    const { found } = findPlaces(checker, p.layout.placements[0]!, f, known, [0]);
    expect(found.length).toBeGreaterThan(0);
    expect(checker.trial(found[0]!.placement).contacts.every((c) => c.verdict === 'clear')).toBe(
      true,
    );
    let nearest = 6;
    const start = p.layout.placements[0]!;
    for (let a = 0; a < 24; a++) {
      for (let r = 0.2; r < nearest; r += 0.2) {
        if (
          checker
            .trial({
              ...start,
              x: start.x + r * Math.cos((a * Math.PI) / 12),
              y: start.y + r * Math.sin((a * Math.PI) / 12),
            })
            .contacts.every((c) => c.verdict === 'clear')
        ) {
          nearest = r;
          break;
        }
      }
    }
    expect(found[0]!.distance).toBeLessThan(nearest + 0.4);
  });
});
