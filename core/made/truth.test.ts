/** A slice of `npm run prove made`, and proof that its judge can say no. */
import { demos } from '../catalogue';
import { blockBox } from '../geometry';
import { applied, type Block, MADE_KINDS, type MadeKind, mustRead, type Project } from '../model';
import { check, waysOut } from '../verdict';
import { type Judge, judge } from './judge.fixture';
import { CALIBRATION } from './kinds/tools';
import { type Made, madeFor, PROCESSES, withMade } from './index';
import { varied } from './varied.fixture';

let truth: Judge;
beforeAll(async () => {
  truth = await judge();
});

test('every part of every example is as it says', () => {
  demos().forEach((p, i) => {
    const process = PROCESSES[i % PROCESSES.length]!;
    for (const made of madeFor(p, process)) expect(truth.of(p, made, process)).toEqual([]);
  });
});

/** One of each kind, from the first varied build that has one. */
function oneOfEach(): Map<MadeKind, { p: Project; made: Made }> {
  const out = new Map<MadeKind, { p: Project; made: Made }>();
  for (let seed = 1; seed < 200 && out.size < MADE_KINDS.length; seed++) {
    const p = varied(seed);
    for (const made of madeFor(p, 'filament')) {
      if (!out.has(made.kind) && !made.cannot) out.set(made.kind, { p, made });
    }
  }
  return out;
}
const each = oneOfEach();

/** Its outlines larger by so much at each side, their holes smaller: printed with a wrong scale. */
const swollen = (blocks: readonly Block[], by: number): Block[] =>
  blocks.map((b) => {
    if (b.plan.kind !== 'polygon') return b;
    const ring = (points: ReadonlyArray<readonly [number, number]>, d: number) => {
      const xs = points.map((q) => q[0]);
      const ys = points.map((q) => q[1]);
      const [mx, my] = [
        (Math.min(...xs) + Math.max(...xs)) / 2,
        (Math.min(...ys) + Math.max(...ys)) / 2,
      ];
      return points.map(([x, y]): [number, number] => [
        x + d * Math.sign(x - mx),
        y + d * Math.sign(y - my),
      ]);
    };
    return {
      ...b,
      plan: {
        ...b.plan,
        points: ring(b.plan.points, by),
        ...(b.plan.holes ? { holes: b.plan.holes.map((h) => ring(h, -by)) } : {}),
      },
    };
  });

/** Judged by how they lie on the shell, or by their own sizes, elsewhere. */
const ELSEWHERE: readonly MadeKind[] = [
  'drill jig',
  'corner patch',
  'calibration piece',
  'stand-offs',
  'spacer frame',
  'cap extender',
  'depth gauge',
];

describe.each(MADE_KINDS)('%s', (kind) => {
  test('is made for something, is as it says, and can be kept in a document', () => {
    const { p, made } = each.get(kind)!;
    expect(truth.of(p, made, 'filament')).toEqual([]);
    const next = withMade(p, made);
    mustRead(next);
    expect(next.kit.items.find((i) => i.id === made.item)!.made).toEqual({
      kind,
      for: made.for,
      holds: made.holds,
    });
    const kept = madeFor(next, 'resin').find((m) => m.item === made.item);
    if (kind !== 'cap extender') expect(kept!.before).toEqual({ is: 'as now', by: 'filament' });
  });

  test('kept under other ids it is still known', () => {
    const { p, made } = each.get(kind)!;
    if (kind === 'cap extender') return;
    const next = withMade(p, made);
    const renamed: Project = {
      ...next,
      kit: {
        parts: next.kit.parts.map((q) => (q.id === made.part.id ? { ...q, id: 'other-part' } : q)),
        items: next.kit.items.map((i) =>
          i.id === made.item ? { ...i, id: 'other', part: 'other-part' } : i,
        ),
      },
      layout: {
        placements: next.layout.placements.map((q) =>
          q.item === made.item ? { ...q, item: 'other' } : q,
        ),
      },
    };
    const again = madeFor(renamed, 'filament').find((m) => m.kind === kind && m.for === made.for)!;
    expect([again.item, again.part.id, again.before]).toEqual([
      'other',
      'other-part',
      { is: 'as now', by: 'filament' },
    ]);
    expect(withMade(renamed, again).kit.items.length).toBe(renamed.kit.items.length);
  });
});

test.each(MADE_KINDS.filter((k) => !ELSEWHERE.includes(k)))(
  '%s that came out 0.15 mm too large at each side is told by the judge',
  (kind) => {
    const { p, made } = each.get(kind)!;
    const bad = { ...made, blocks: swollen(made.blocks, 0.15) };
    const told = truth.of(p, { ...bad, part: { ...made.part, blocks: bad.blocks } }, 'filament');
    expect(told.filter((s) => !/cm³/.test(s)).length).toBeGreaterThan(0);
  },
);

test('legs, spacers, gauges and tips that came out 0.3 mm too high are told by the judge', () => {
  for (const kind of ['stand-offs', 'spacer frame', 'depth gauge'] as const) {
    const { p, made } = each.get(kind)!;
    const blocks = made.blocks.map((b) => ({
      ...b,
      height: { ...b.height, mm: b.height.mm + 0.3 },
    }));
    const told = truth.of(p, { ...made, blocks, part: { ...made.part, blocks } }, 'filament');
    expect([kind, told.filter((s) => !/cm³/.test(s)).length]).toEqual([kind, expect.any(Number)]);
    expect(told.filter((s) => !/cm³/.test(s))).not.toEqual([]);
  }
});

test('the calibration piece has what is to be measured on it', () => {
  const { made } = each.get('calibration piece')!;
  const plate = made.blocks.find((b) => b.id === 'plate')!.plan;
  if (plate.kind !== 'polygon') throw new Error('A plate is an outline.');
  const wide = plate.holes!.map(
    (r) => Math.max(...r.map((q) => q[0])) - Math.min(...r.map((q) => q[0])),
  );
  const { holes, slots, pins } = CALIBRATION;
  [...holes, ...slots].forEach((d, i) => expect(Math.abs(wide[i]! - d)).toBeLessThan(0.04));
  for (const d of pins) {
    const [a, z] = blockBox(made.blocks.find((b) => b.id === `pin-${d}`)!);
    expect(z[0] - a[0]).toBeCloseTo(d, 1);
  }
});

test('a tip clears the short cap it is made for, and no other finding is new', () => {
  const { p, made } = each.get('cap extender')!;
  const of = (q: Project) => check(q).findings.filter((f) => f.check === 'cap');
  const before = of(p);
  const after = of(withMade(p, made));
  const worse = after.filter(
    (f) =>
      f.verdict !== 'clear' &&
      (before.find((b) => b.id === f.id)?.measure?.gap ?? Infinity) >
        (f.measure?.gap ?? -Infinity) &&
      !before.some((b) => b.id === f.id && b.verdict !== 'clear'),
  );
  expect(worse).toEqual([]);
});

test('what was made for something that is gone is told, and taking it out clears it', () => {
  const wisp = demos()[3]!;
  const frame = madeFor(wisp, 'filament').find((m) => m.kind === 'cell frame')!;
  const kept = withMade(wisp, frame);
  const without = applied(kept, { do: 'drop', item: frame.for });
  const told = check(without).findings.find((f) => f.code === 'made-gone')!;
  expect([told.what, told.verdict]).toEqual(['Frame for Slab 4000', 'tight']);
  const way = waysOut(without, told, []).ways.find((w) => /^Take .* out/.test(w.text))!;
  const clean = way.changes.reduce((q, c) => applied(q, c), without);
  expect(check(clean).findings.some((f) => f.check === 'made')).toBe(false);
});

describe('typical sizes, as a builder reads them', () => {
  const why = (kind: MadeKind): string => each.get(kind)!.made.why.join('; ');
  const done = demos()[1]!;
  const of = (kind: MadeKind): Made => madeFor(done, 'filament').find((m) => m.kind === kind)!;

  test('of what stands inside', () => {
    // A 2.7 mm hole is led by 0.8 of it; a rail is 2.4 mm wide; a 3.5 mm switch lies 40 % in its pocket.
    expect(of('stand-offs').why.join()).toContain('bored ⌀2.16 mm');
    expect(of('spacer frame').why.join()).toContain('a frame 2.4 mm wide under its edge');
    expect(of('switch plate').why.join()).toContain('0.25 mm beside each switch, 1.4 mm deep');
    expect(of('switch plate').why.join()).toContain('2 mm thick so that a thumb does not bend it');
    expect(of('speaker ring').why.join()).toContain('1.2 mm thick');
  });

  test('of what is seen and what helps', () => {
    expect(why('port plate')).toContain('covers 3 mm beside');
    expect(why('slot filler')).toContain('12 mm deep: nothing may lie there');
    expect(why('cap')).toContain('0.1 mm free over its switch at rest');
    expect(why('light pipe')).toContain('reaches to 0.5 mm above');
    expect(each.get('marking stencil')!.made.blocks.find((b) => b.id === 'plate')!.height.mm).toBe(
      1.6,
    );
    expect(each.get('depth gauge')!.made.blocks.find((b) => b.id === 'beam')!.height.mm).toBe(4);
    expect(each.get('hinge cover')!.made.why.join()).toContain('open over 130°');
  });
});
