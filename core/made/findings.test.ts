/** What was printed before the build changed is told, by how much it is off where that can be said, and harmless changes are not. */
import { demos } from '../catalogue';
import { wholeCutting } from '../cuts';
import { sceneOf } from '../fit';
import { appliedAll, length, type Project, readProject, cutKey, openingCut } from '../model';
import { check, waysOut } from '../verdict';
import { grafted } from '../verdict/sabotage/builds.fixture';
import { type Made, madeFor, RULES, withMade } from './index';

const done = demos()[1]!;
const wisp = demos()[3]!;
const madeOf = (p: Project, kind: Made['kind']): Made =>
  madeFor(p, 'filament').find((m) => m.kind === kind)!;
const told = (p: Project) => check(p).findings.filter((f) => f.check === 'made');

/** The window of the shell larger or smaller by so much at each side. */
const withWindow = (p: Project, by: number): Project => ({
  ...p,
  shell: {
    ...p.shell,
    bodies: p.shell.bodies.map((b) => ({
      ...b,
      pieces: b.pieces.map((q) => ({
        ...q,
        openings: q.openings.map((o) =>
          o.use === 'window' && o.shape.kind === 'rect'
            ? {
                ...o,
                shape: {
                  ...o.shape,
                  w: length(o.shape.w.mm + 2 * by),
                  h: length(o.shape.h.mm + 2 * by),
                },
              }
            : o,
        ),
      })),
    })),
  },
});

test('what is as it would be made, by whichever process, is no finding', () => {
  for (const process of ['filament', 'resin', 'sintered'] as const) {
    for (const made of madeFor(wisp, process)) {
      if (made.cannot || made.kind === 'drill jig') continue;
      expect([process, made.name, told(withMade(wisp, made))]).toEqual([process, made.name, []]);
    }
  }
});

test('a frame whose cell was moved after it is told, and printed again it is not', () => {
  const kept = withMade(wisp, madeOf(wisp, 'cell frame'));
  const cell = madeOf(wisp, 'cell frame').for;
  const moved: Project = {
    ...kept,
    layout: {
      placements: kept.layout.placements.map((q) => (q.item === cell ? { ...q, x: q.x - 0.4 } : q)),
    },
  };
  const [finding] = told(moved);
  expect([finding!.code, finding!.verdict, finding!.what]).toEqual([
    'made-before',
    'tight',
    'Frame for Slab 4000',
  ]);
  const [way] = waysOut(moved, finding!, []).ways;
  expect(way!.text).toBe('Print Frame for Slab 4000 again, in filament');
  expect(told(appliedAll(moved, way!.changes))).toEqual([]);
});

// It laps 3 mm over the hole; printing and gluing are off by 0.18 mm, so that 0.2 mm is tight.
test.each([
  [2.2, undefined, undefined],
  [2.8, 'tight', 'Only 0.2 mm over the cut edge'],
  [3.6, 'hit', 'Leaves 0.6 mm of cut edge bare'],
] as const)('a window cut %s mm larger at each side under its bezel', (by, verdict, title) => {
  const kept = withMade(done, madeOf(done, 'bezel'));
  const [finding] = told(withWindow(kept, by));
  expect([finding?.verdict, finding?.title]).toEqual([verdict, title]);
});

/** The bezel of the kit with its opening or its outside smaller by so much at each side. */
const printed = (p: Project, opening: number, outside: number): Project => {
  const made = madeOf(p, 'bezel');
  const kept = withMade(p, made);
  const smaller = (ring: ReadonlyArray<readonly [number, number]>, by: number) =>
    ring.map(([x, y]): [number, number] => [x - Math.sign(x) * by, y - Math.sign(y) * by]);
  return {
    ...kept,
    kit: {
      ...kept.kit,
      parts: kept.kit.parts.map((q) =>
        q.id === made.part.id
          ? {
              ...q,
              blocks: q.blocks.map((b) =>
                b.plan.kind === 'polygon'
                  ? {
                      ...b,
                      plan: {
                        ...b.plan,
                        points: smaller(b.plan.points, outside),
                        holes: b.plan.holes!.map((h) => smaller(h, opening)),
                      },
                    }
                  : b,
              ),
            }
          : q,
      ),
    },
  };
};

test.each([
  [0.4, 0, 'tight', 'Only 0.1 mm beside the picture'],
  [1.4, 0, 'hit', 'Covers 0.9 mm of picture'],
  [0, 3.5, 'hit', 'Leaves 0.5 mm of cut edge bare'],
  // As it would be made, but for a hair: its own play is enough.
  [0.01, 1, undefined, undefined],
] as const)(
  'a bezel printed with its opening %s and its outside %s mm smaller at each side',
  (opening, outside, verdict, title) => {
    const [finding] = told(printed(done, opening, outside));
    expect([finding?.verdict, finding?.title]).toEqual([verdict, title]);
  },
);

test('a bezel that still leaves the picture free and covers the hole is no finding, changed or not', () => {
  const kept = withMade(done, madeOf(done, 'bezel'));
  expect(madeOf(withWindow(kept, 1), 'bezel').before).toEqual({ is: 'changed' });
  expect(told(withWindow(kept, 1))).toEqual([]);
});

test('glued on where it fits best: a screen 1 mm beside the middle of its window takes it with it', () => {
  const kept = withMade(done, madeOf(done, 'bezel'));
  const screen = madeOf(done, 'bezel').for;
  const moved: Project = {
    ...kept,
    layout: {
      placements: kept.layout.placements.map((q) => (q.item === screen ? { ...q, x: q.x + 1 } : q)),
    },
  };
  expect(told(moved)).toEqual([]);
});

test('a screen in a lid has its own, out of the lid’s own wall', () => {
  const p = grafted();
  const inLid: Project = {
    ...p,
    layout: {
      placements: p.layout.placements.map((q) =>
        q.item === 'screen' ? { ...q, on: { piece: 'lid-front' }, x: 40, y: 5 } : q,
      ),
    },
  };
  const corners = madeOf(inLid, 'screen corners');
  expect(corners.placement!.on).toEqual({ piece: 'lid-front' });
  expect(told(withMade(inLid, corners))).toEqual([]);
});

describe('a port cut too large', () => {
  const box = demos()[2]!;
  const port = wholeCutting(box).openings.find((c) => c.kind === 'port')!;
  /** Cut and measured, so much larger than it was to be. */
  const cutLarge = (by: number): Project => ({
    ...box,
    cuts: [
      ...box.cuts.filter((c) => c.kind !== 'opening' || cutKey(c.for) !== port.key),
      {
        kind: 'opening',
        id: 'as-cut',
        for: port.through,
        wide: openingCut(box, port.key)?.wide,
        state: 'measured',
        measured: { w: length(port.w + by), h: length(port.h + by) },
      },
    ],
  });
  const over = (p: Project) => check(p).findings.filter((f) => f.code === 'over-cut');
  const plug = (p: Project) =>
    check(p).findings.find((f) => f.check === 'plug' && port.key.startsWith(f.about[0]!))!;

  test('up to 0.8 mm is the file’s own; beyond it shows', () => {
    expect(over(cutLarge(0.75))).toEqual([]);
    expect(over(cutLarge(0.9)).map((f) => [f.verdict, f.title])).toEqual([
      ['tight', 'Cut 0.9 mm too large'],
    ]);
  });

  test('is covered by a plate made for it, which a plug then goes through', () => {
    const large = cutLarge(1.2);
    const [finding] = over(large);
    const way = waysOut(large, finding!, []).ways.find((w) => w.text.startsWith('Cover it'))!;
    const covered = appliedAll(large, way.changes);
    expect(over(covered)).toEqual([]);
    expect(readProject(covered).ok).toBe(true);
    // The plug goes in less deep by the plate, whatever it had to spare before.
    const thick = RULES.filament.wallMm;
    const before = plug(box).measure!.gap;
    expect(plug(covered).measure!.gap).toBeCloseTo(before - thick, 6);
    expect(plug(covered).why[0]).toContain('of Plate for ');
    // Taken out again, or left out for now, it shows again.
    const item = covered.kit.items.find((i) => i.made)!;
    const without = appliedAll(covered, [{ do: 'where', item: item.id, where: 'left out' }]);
    expect(over(without).length).toBe(1);
    expect(plug(without).measure!.gap).toBeCloseTo(plug(large).measure!.gap, 6);
    expect(over(appliedAll(covered, [{ do: 'drop', item: item.id }])).length).toBe(1);
  });

  test('or filled and cut anew: it is planned again as it was', () => {
    const large = cutLarge(1.2);
    const way = waysOut(large, over(large)[0]!, []).ways.find((w) => w.text.startsWith('Fill it'))!;
    const { w, h } = port;
    const wall = box.shell.bodies[0]!.wall.mm;
    const cm3 = (((w + 1.2) * (h + 1.2) - w * h) * wall) / 1000;
    expect(way.cost).toContain(`${cm3.toFixed(2)} cm³`);
    const again = wholeCutting(appliedAll(large, way.changes)).openings.find(
      (c) => c.key === port.key,
    )!;
    expect([again.state, again.measured, again.w]).toEqual(['decided', undefined, w]);
  });

  test('a socket that lies so deep that only the bare hole lets its plug seat is a hit under a plate', () => {
    const large = cutLarge(1.2);
    const spare = plug(large).measure!.gap;
    const item = port.key.split('/')[0]!;
    const wall = sceneOf(box)
      .items.get(item)!
      .mouths.find((m) => m.outside)!.wall!;
    const deeper: Project = {
      ...large,
      layout: {
        placements: large.layout.placements.map((q) =>
          q.item === item
            ? { ...q, x: q.x - wall.nx * (spare - 0.6), y: q.y - wall.ny * (spare - 0.6) }
            : q,
        ),
      },
    };
    expect(plug(deeper).measure!.gap).toBeCloseTo(0.6, 1);
    const plate = madeFor(deeper, 'filament').find((m) => m.kind === 'port plate')!;
    expect(plug(withMade(deeper, plate)).verdict).toBe('hit');
  });
});

describe('harmless to what is kept', () => {
  /** Loose switches with a plate behind each group of them, their legs trimmed. */
  const trimmed: Project = {
    ...done,
    kit: {
      ...done.kit,
      items: done.kit.items.map((i) =>
        i.part.startsWith('tactile') ? { ...i, struck: ['legs'] } : i,
      ),
    },
  };
  const plate = madeFor(trimmed, 'filament').find(
    (m) => m.kind === 'switch plate' && m.for === 'tactile-5-2',
  )!;
  const kept = (['screen corners', 'stand-offs', 'bezel'] as const).reduce(
    (p, kind) => withMade(p, madeOf(p, kind)),
    withMade(trimmed, plate),
  );

  test('parts and places in another order', () => {
    expect(told(kept)).toEqual([]);
    const turned: Project = {
      ...kept,
      kit: { parts: [...kept.kit.parts].reverse(), items: [...kept.kit.items].reverse() },
      layout: { placements: [...kept.layout.placements].reverse() },
    };
    expect(told(turned)).toEqual([]);
  });

  test('left out for now nothing is said of them', () => {
    const made = kept.kit.items.filter((i) => i.made).map((i) => i.id);
    const without = appliedAll(
      kept,
      made.map((item) => ({ do: 'where', item, where: 'left out' })),
    );
    expect(told(without)).toEqual([]);
  });
});

test('a cap whose peg holds its switch down, printed with the peg it wants, does not', () => {
  const long: Project = {
    ...done,
    shell: {
      ...done.shell,
      bodies: done.shell.bodies.map((b) => ({
        ...b,
        caps: (b.caps ?? []).map((c) => ({ ...c, peg: length(c.peg.mm + 0.6) })),
      })),
    },
  };
  const caps = (p: Project) =>
    check(p).findings.filter((f) => f.check === 'cap' && f.verdict !== 'clear');
  expect(caps(long).length).toBeGreaterThan(0);
  const cap = madeOf(long, 'cap');
  const printed = withMade(long, cap);
  expect(caps(printed)).toEqual([]);
  expect(told(printed)).toEqual([]);
});
