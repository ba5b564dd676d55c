import fc from 'fast-check';
import { demos, STARTER_PARTS } from '../catalogue';
import { seeded } from '../geometry/seeded';
import { applied, type Change, type Finding, length, type Placement, type Project } from '../model';
import { Checker, headroom, profile, snapped } from './index';

const [half, done, , wisp] = demos() as [Project, Project, Project, Project];
const place = (p: Project, item: string, more: Partial<Placement>): Placement => ({
  ...p.layout.placements.find((x) => x.item === item)!,
  ...more,
});
/** Where a push ends that comes to an end. */
function pushed(...asked: Parameters<typeof snapped>): Placement {
  const end = snapped(...asked);
  if (!end.ok) throw new Error(`It meets ${end.meets}.`);
  return end.placement;
}
const moved = (p: Project, item: string, more: Partial<Placement>): Project =>
  applied(p, { do: 'place', placement: place(p, item, more) });
const touch = (p: Project, a: string, b: string): Finding | undefined =>
  new Checker(p)
    .findings()
    .find((f) => f.check === 'touch' && f.what.includes(a) && f.what.includes(b));

describe('a cell in a bay', () => {
  test('0.2 mm above an 8 mm pouch is not enough once swelling is allowed', () => {
    const flat = {
      ...done,
      layout: {
        placements: [
          place(done, 'cell', { fixed: 'glue' }),
          place(done, 'charger', { lift: 0.2 + 8 - 22 + 15.8 }),
        ],
      },
    };
    const f = touch(flat, 'Slab 2500', 'Step')!;
    expect(f.measure!.gap).toBeCloseTo(0.2, 6);
    expect(f.measure!.required).toBeCloseTo(0.72, 6);
    expect(f.verdict).toBe('hit');
    expect(f.title).toBe('0.2 mm left, 0.7 needed');
  });
});

describe('chance and worst case', () => {
  const f = touch(half, 'Slab 3000', 'Step')!;
  test('the sources add in quadrature to σ and in full to the worst case', () => {
    const m = f.measure!;
    expect(m.sigma).toBeCloseTo(Math.sqrt(m.sources.reduce((s, x) => s + (x.k * x.u) ** 2, 0)), 12);
    expect(m.worst).toBeCloseTo(
      m.gap - m.required - m.sources.reduce((s, x) => s + Math.abs(x.k) * x.u * Math.sqrt(3), 0),
      12,
    );
  });
  test('a reading both sides hang on cancels: of two boards on one floor its depth is no source', () => {
    const above = touch(moved(half, 'amp', { x: 24, y: 28, lift: 7 }), 'Chirp', 'Teasel')!;
    expect(Math.abs(above.way!.z)).toBe(1);
    expect(above.measure!.sources.map((s) => s.key)).not.toContain('shell.bodies.0.pieces.1.depth');
    const onBay = touch(half, 'Slab 3000', 'Step')!;
    expect(onBay.measure!.sources.map((s) => s.key)).toEqual(
      expect.arrayContaining([
        'shell.bodies.0.pieces.1.depth',
        'shell.bodies.0.pieces.1.zones.0.depth',
      ]),
    );
  });
  test('the chance agrees with 200,000 draws of the readings', () => {
    const near = moved(done, 'teasel', { y: 24.42 });
    const m = touch(near, 'board of Teasel', 'middle rear post 2')!.measure!;
    const random = seeded(7);
    let fits = 0;
    const n = 200_000;
    for (let i = 0; i < n; i++) {
      let gap = m.gap - m.required;
      // Normal draws of each source's own u.
      for (const s of m.sources) {
        gap +=
          s.k * s.u * Math.sqrt(-2 * Math.log(1 - random())) * Math.cos(2 * Math.PI * random());
      }
      if (gap >= 0) fits++;
    }
    expect(m.chance).toBeGreaterThan(0.5);
    expect(m.chance).toBeLessThan(0.999);
    expect(Math.abs(m.chance - fits / n)).toBeLessThan(0.005);
  });
});

describe('the shell moves what hangs on it, and nothing else', () => {
  test('correcting the front depth moves nothing in the back half', () => {
    const deeper = structuredClone(half);
    deeper.shell.bodies[0]!.pieces[0]!.depth = length(15);
    const back = (p: Project) =>
      new Checker(p)
        .contacts()
        .filter(
          (c) =>
            c.a.at?.piece === 'back' &&
            (!c.b.at || c.b.at.piece === 'back') &&
            c.b.solid.owner !== 'front',
        )
        .map((c) => [c.a.solid.id, c.b.solid.id, c.measure.gap]);
    expect(back(deeper)).toEqual(back(half));
  });
  test('a post measured centre to centre from another follows it', () => {
    const p = structuredClone(done);
    const back = p.shell.bodies[0]!.pieces[1]!;
    back.features.push({
      id: 'probe',
      name: 'probe',
      kind: 'post',
      shape: { kind: 'circle', d: length(4) },
      height: { from: 'rim', length: length(5) },
      purpose: 'unknown',
      mayCut: 'never',
      at: {
        x: {
          from: { feature: 'corner-posts', point: 'centre', toward: 'right' },
          to: 'centre',
          length: length(20),
        },
        y: { from: { edge: 'top', face: 'inner' }, to: 'near', length: length(3) },
      },
    });
    const probe = new Checker(p).scene.shell!.features.find((f) => f.feature.id === 'probe')!;
    expect([probe.x, probe.y, probe.z1]).toEqual([29, expect.closeTo(90 - 2.2 - 3 - 2, 9), -5]);
  });
  test('a trimmed post stands as decided, and as measured once it was measured', () => {
    const trim = applied(half, { do: 'trim', feature: 'back-middle', copy: 1, to: 1.5 });
    expect(touch(trim, 'board of Teasel', 'middle rear post 2')?.verdict ?? 'clear').toBe('clear');
    const cut = {
      ...trim,
      cuts: trim.cuts.map((c) => ({ ...c, state: 'measured' as const, measured: length(9) })),
    } as Project;
    expect(touch(cut, 'board of Teasel', 'middle rear post 2')!.verdict).toBe('hit');
  });
});

describe('the incremental re-check', () => {
  const ids = half.layout.placements.map((x) => x.item);
  const step = fc.record({
    item: fc.constantFrom(...ids),
    dx: fc.integer({ min: -120, max: 120 }),
    dy: fc.integer({ min: -120, max: 120 }),
    turn: fc.constantFrom(0, 0, 90, 180, 270, 37),
    over: fc.boolean(),
    piece: fc.constantFrom('front', 'back'),
  });
  test('after any chain of moves, turns and flips its findings are those of a full check', () => {
    let steps = 0;
    const ground = new Checker(half).scene;
    fc.assert(
      fc.property(fc.array(step, { minLength: 10, maxLength: 25 }), (moves) => {
        const checker = new Checker(half, ground);
        for (const m of moves) {
          const now = checker.scene.project.layout.placements.find((x) => x.item === m.item)!;
          checker.move({
            ...now,
            on: { piece: m.piece },
            x: now.x + m.dx / 10,
            y: now.y + m.dy / 10,
            turn: (now.turn + m.turn) % 360,
            up: m.over ? 'out' : 'in',
          });
          steps++;
        }
        const byId = (a: Finding, b: Finding) => (a.id < b.id ? -1 : 1);
        const [quick, whole] = [checker, new Checker(checker.scene.project, checker.scene)].map(
          (c) => JSON.stringify(c.findings().sort(byId)),
        );
        expect(quick === whole ? 'equal' : quick).toBe(quick === whole ? 'equal' : whole);
      }),
      { numRuns: 40, seed: 5 },
    );
    expect(steps).toBeGreaterThan(400);
  });
  test('a checker made after another, whatever was swapped, struck, moved or cut between, says what a fresh one says', () => {
    const change: fc.Arbitrary<Change> = fc.oneof(
      fc.record({
        do: fc.constant('swap' as const),
        item: fc.constantFrom('cell', 'teasel', 'screen', 'charger'),
        part: fc.constantFrom(
          ...STARTER_PARTS.filter((q) => ['cell', 'sbc', 'charger', 'screen'].includes(q.family)),
        ),
      }),
      fc.record({
        do: fc.constant('place' as const),
        placement: fc
          .tuple(
            fc.constantFrom(...half.layout.placements),
            fc.integer({ min: -60, max: 60 }),
            fc.constantFrom('in' as const, 'out' as const),
          )
          .map(([q, d, up]) => ({ ...q, x: q.x + d / 10, y: q.y - d / 20, up })),
      }),
      fc.record({
        do: fc.constant('trim' as const),
        feature: fc.constantFrom('card-guide', 'back-middle'),
        copy: fc.constantFrom(0, 1),
        to: fc.integer({ min: 0, max: 6 }),
      }),
      fc.constantFrom<Change>(
        { do: 'strike', item: 'teasel', block: 'usb-stack' },
        { do: 'drop', item: 'pair' },
        { do: 'reach', item: 'teasel', connector: 'hdmi', outside: true },
        { do: 'program', item: 'charger', rProgOhm: 900 },
      ),
    );
    fc.assert(
      fc.property(fc.array(change, { minLength: 1, maxLength: 6 }), (changes) => {
        let p = half;
        let checker = new Checker(p);
        for (const c of changes) {
          p = applied(p, c);
          checker = new Checker(p, checker);
          const say = (k: Checker) =>
            JSON.stringify(k.findings().sort((a, b) => (a.id < b.id ? -1 : 1)));
          expect(say(checker) === say(new Checker(p))).toBe(true);
        }
      }),
      { numRuns: 8, seed: 9 },
    );
  });
});

describe('other looks at a layout', () => {
  test('headroom at an empty spot is the whole depth between the floors', () => {
    const h = headroom(new Checker(done).scene, 2);
    const at = (x: number, y: number) => h.free[Math.floor(y / 2) * h.columns + Math.floor(x / 2)]!;
    expect(at(98, 4)).toBeCloseTo(11.8 + 15.8, 4);
    expect(at(0.5, 0.5)).toBe(-1);
  });
  test('the profile names each gap with what bounds it', () => {
    const p = profile(new Checker(done).scene, 'x', 50);
    const gap = p.gaps.find((g) => g.between[0].includes('USB stack'));
    expect(gap && gap.mm).toBeGreaterThan(0);
    for (const g of p.gaps) expect(g.z1 - g.z0).toBeCloseTo(g.mm, 9);
  });
  test('pushed against a wall a part stops where it is still clear', () => {
    const checker = new Checker(wisp);
    const end = pushed(checker, place(wisp, 'amp', {}), 1, 0);
    expect(end.x).toBeGreaterThan(place(wisp, 'amp', {}).x);
    expect(checker.trial(end).contacts.every((c) => c.verdict === 'clear')).toBe(true);
    expect(
      checker.trial({ ...end, x: end.x + 0.3 }).contacts.every((c) => c.verdict === 'clear'),
    ).toBe(false);
  });
  test('out of an overlap it is pushed until it is just clear; where that is nowhere, what it meets is named', () => {
    const cell = wisp.layout.placements.find((q) => q.item === 'cell')!;
    const inCell = place(wisp, 'amp', { x: cell.x + 20, y: cell.y + 10 });
    const checker = new Checker(moved(wisp, 'amp', inCell));
    const isClear = (q: Placement) => checker.trial(q).contacts.every((c) => c.verdict === 'clear');
    expect(isClear(inCell)).toBe(false);
    const up = pushed(checker, inCell, 0, 1);
    expect([up.x, isClear(up), isClear({ ...up, y: up.y - 0.3 })]).toEqual([inCell.x, true, false]);
    // A part deeper than the shell meets its floor or face wherever it is pushed.
    const deep = { ...inCell, lift: 21 };
    expect(snapped(checker, deep, 1, 0)).toEqual({ ok: false, meets: expect.stringMatching(/\S/) });
  });
});

test('a parallel screen behind a small window hides picture, and the finding says how much', () => {
  const pane = STARTER_PARTS.find((x) => x.id === 'pane-3-5-parallel')!;
  const p = applied(half, { do: 'swap', item: 'screen', part: pane });
  const centred = moved(p, 'screen', { x: 86 - 38.45, y: 50 - 31.65 });
  const f = new Checker(centred).findings().find((x) => x.check === 'window')!;
  expect(f.title).toBe('4.5 mm of picture hidden');
});
