/** The least cutting against every set tried, against its promises, and the programme against counting. */
import { demos, STARTER_PARTS } from '../catalogue';
import { seeded } from '../geometry';
import { type Change, drained, type Project, TOOLS } from '../model';
import { check } from '../verdict';
import { caseOf, lightest } from './brute.fixture';
import { harmOf, KEEPS, together, weightOf, WEIGHTS } from './harm';
import { type Least, plansOf, seekLeast, withWays } from './least';
import { type Clause, leastSet, lpOf, type Programme, type Solver, withClause } from './programme';
import { solverOf } from './solver';

let solve: Solver;
beforeAll(async () => {
  solve = await solverOf();
});

test('the programme: 200 random ones as small as counting finds them', () => {
  const random = seeded(5);
  const some = (n: number, p: number) =>
    Array.from({ length: n }, (_, i) => i).filter(() => random() < p);
  let none = 0;
  for (let k = 0; k < 200; k++) {
    const n = 2 + Math.floor(random() * 6);
    const programme: Programme = {
      weights: Array.from({ length: n }, () => 0.1 + Math.round(random() * 90) / 10),
      clauses: Array.from({ length: 1 + Math.floor(random() * 5) }, () => {
        const leave = some(n, 0.15);
        return { take: some(n, 0.4).filter((i) => !leave.includes(i)), leave };
      }),
      groups: [some(n, 0.3), some(n, 0.3)].filter((g) => g.length > 1),
      barred: new Set(some(n, 0.1)),
    };
    let best: number | undefined;
    for (let bits = 0; bits < 1 << n; bits++) {
      const has = (i: number) => (bits & (1 << i)) !== 0;
      const holds =
        programme.clauses.every((c) => c.take.some(has) || c.leave.some((i) => !has(i))) &&
        programme.groups.every((g) => g.filter(has).length <= 1) &&
        ![...programme.barred].some(has);
      const weight = programme.weights.reduce((s, w, i) => s + (has(i) ? w : 0), 0);
      if (holds && (best === undefined || weight < best)) best = weight;
    }
    const set = leastSet(programme, solve);
    const found = set?.reduce((s, i) => s + programme.weights[i]!, 0);
    expect([k, found === undefined]).toEqual([k, best === undefined]);
    if (best === undefined) none++;
    else expect(found).toBeCloseTo(best, 6);
  }
  expect(none).toBeGreaterThan(5);
  expect(none).toBeLessThan(150);
});

test('clauses that others say already are left out: the same sets fulfil what is left', () => {
  const random = seeded(11);
  const some = (n: number, p: number) =>
    Array.from({ length: n }, (_, i) => i).filter(() => random() < p);
  let spared = 0;
  for (let k = 0; k < 100; k++) {
    const n = 6;
    const all = Array.from({ length: 14 }, () => {
      const leave = some(n, 0.1);
      return { take: some(n, 0.35).filter((i) => !leave.includes(i)), leave };
    });
    const left = all.reduce<Clause[]>(withClause, []);
    spared += all.length - left.length;
    for (let bits = 0; bits < 1 << n; bits++) {
      const has = (i: number) => (bits & (1 << i)) !== 0;
      const holds = (clauses: readonly Clause[]) =>
        clauses.every((c) => c.take.some(has) || c.leave.some((i) => !has(i)));
      expect([k, bits, holds(left)]).toEqual([k, bits, holds(all)]);
    }
  }
  expect(spared).toBeGreaterThan(100);
});

test('a programme in the LP format, as solvers read it', () => {
  const text = lpOf({
    weights: [1, 2.5],
    clauses: [{ take: [0], leave: [1] }],
    groups: [[0, 1]],
    barred: new Set([1]),
  });
  expect(text.split('\n')).toEqual([
    'Minimize',
    ' obj: 1.0000 x0 + 2.5000 x1',
    'Subject To',
    ' c0: x0 - x1 >= 0',
    ' g0: x0 + x1 <= 1',
    ' b1: x1 <= 0',
    'Binary',
    ' x0 x1',
    'End',
    '',
  ]);
});

test('builds with hits: as light as the lightest of all sets', () => {
  let found = 0;
  for (let seed = 1; found < 5; seed++) {
    const c = caseOf(seed, STARTER_PARTS, 5);
    if (!c) continue;
    found++;
    const plan = drained(plansOf(c.build, c.candidates, { now: c.now, solve, most: 1 })).plans[0];
    const best = lightest(c);
    expect([seed, plan === undefined]).toEqual([seed, best === undefined]);
    if (best !== undefined) expect(plan!.weight).toBeCloseTo(best, 6);
  }
});

describe('the half-way demo', () => {
  const p = demos()[0]!;
  let found: Least;
  beforeAll(() => {
    found = drained(seekLeast(p, STARTER_PARTS, { solve }));
  });

  test('every plan leaves no hit, and without any one of its ways one comes back', () => {
    const { plans, hits } = found;
    expect(hits).toBeGreaterThan(2);
    expect(plans.length).toBeGreaterThan(1);
    for (const plan of plans) {
      expect(check(withWays(p, plan.ways)!).hits).toBe(0);
      for (const way of plan.ways) {
        const rest = plan.ways.filter((w) => w !== way);
        expect([way.text, check(withWays(p, rest)!).hits > 0]).toEqual([way.text, true]);
      }
    }
  });

  test('the first weighs least, and each other keeps what it is said to keep', () => {
    const { plans } = found;
    for (const other of plans.slice(1)) {
      expect(other.weight).toBeGreaterThanOrEqual(plans[0]!.weight - 1e-9);
      expect(plans[0]!.harm.gives).toContain(other.keeping);
      expect(other.harm.gives).not.toContain(other.keeping);
    }
    for (const k of found.unkept) expect(plans[0]!.harm.gives).toContain(k);
  });

  test('when all is to be kept and no way is left, each hit without one is named', () => {
    // Of wood the floor keeps 1.5 mm: nothing can be sunk into it.
    const body = p.shell.bodies[0]!;
    const pieces = body.pieces.map((q) => ({ ...q, material: 'wood' as const }));
    const wooden = { ...p, shell: { ...p.shell, bodies: [{ ...body, pieces }] } };
    const { plans, none } = drained(seekLeast(wooden, STARTER_PARTS, { solve, kept: KEEPS }));
    expect(plans).toEqual([]);
    expect([none?.permit, none?.gaveUp]).toEqual([[], false]);
  });

  test('when all is to be kept, moving parts is the one permission that opens a way: the floor may be thinned', () => {
    const { plans, none } = drained(seekLeast(p, STARTER_PARTS, { solve, kept: KEEPS }));
    expect(plans).toEqual([]);
    expect([none?.permit, none?.gaveUp]).toEqual([['layout'], false]);
  });

  test('a search that is given up says so, and does not say that there is none', () => {
    const { plans, none } = drained(seekLeast(p, STARTER_PARTS, { solve, patience: 1 }));
    expect([plans, none?.gaveUp]).toEqual([[], true]);
  });

  test('the sums of a plan are those of its ways', () => {
    for (const plan of found.plans) {
      expect(plan.harms.length).toBe(plan.ways.length);
      expect(plan.harm.minutes).toBeCloseTo(
        plan.harms.reduce((t, h) => t + h.minutes, 0),
        9,
      );
      expect(plan.harm.risk).toBeCloseTo(1 - plan.harms.reduce((t, h) => t * (1 - h.risk), 1), 9);
      expect(plan.weight).toBeCloseTo(
        plan.harms.reduce((t, h) => t + weightOf(h), 0),
        9,
      );
    }
  });

  test('a build without a hit has nothing to be done', () => {
    const done = demos().find((q) => check(q).hits === 0)!;
    expect(drained(seekLeast(done, STARTER_PARTS, { solve }))).toEqual({
      hits: 0,
      candidates: 0,
      tried: 0,
      plans: [],
      unkept: [],
    });
  });
});

describe('harm', () => {
  const p = demos()[0]!;
  const { scene } = check(p).checker;
  const post = (
    purpose: string,
  ): Project['shell']['bodies'][number]['pieces'][number]['features'][number] =>
    p.shell.bodies[0]!.pieces.flatMap((q) => q.features).find((f) => f.purpose === purpose)!;
  const trim = (to: number, purpose = 'closing screw') =>
    harmOf(scene, [{ do: 'trim', feature: post(purpose).id, copy: 0, to }]);

  test('a closing post gives up its screw, for good; a part that is moved gives up the layout alone', () => {
    expect(trim(4)).toMatchObject({ gives: ['screws'], forGood: true, seen: false });
    const moved = harmOf(scene, [{ do: 'place', placement: p.layout.placements[0]! }]);
    expect(moved).toMatchObject({ gives: ['layout'], forGood: false, risk: 0 });
  });

  test('in the order a builder would have it: move, tape, trim, hole, notch, a screw lost, a key left out', () => {
    const item = p.kit.items[0]!.id;
    const guide = p.shell.bodies[0]!.pieces.flatMap((q) => q.features).find(
      (f) => f.purpose !== 'closing screw' && f.purpose !== 'slot',
    )!.purpose;
    const weights = [
      harmOf(scene, [{ do: 'place', placement: p.layout.placements[0]! }]),
      harmOf(scene, [{ do: 'insulate', item }]),
      trim(4, guide),
      harmOf(scene, [{ do: 'widen', for: { item, connector: 'usb' } }]),
      harmOf(scene, [{ do: 'notch', for: { item, connector: 'usb' } }]),
      trim(4),
      harmOf(scene, [{ do: 'leave-out-input', input: p.controls.inputs[0]!.id }]),
    ].map(weightOf);
    // By hand: 0.1, a tenth of the minutes, 8 × risk, 3 for good, 2 when seen, what is given up.
    const expected = [0.3, 0.68, 4.38, 6.94, 7.56, 7.38, 8.58];
    weights.forEach((w, i) => expect(w).toBeCloseTo(expected[i]!, 9));
  });

  test.each<[string, Change[], number]>([
    // By hand as above: minutes/10, 8 × risk, 3 for good, 2 seen, what is given up; a tool that is missed is none here.
    ['another part is taken', [{ do: 'swap', item: 'cell', part: STARTER_PARTS[0]! }], 1.6],
    ['a lead is folded', [{ do: 'fold', item: 'lead', folds: 1 }], 0.76],
    ['a made shell is drawn larger', [{ do: 'grow', by: 1, side: 'w' }], 26.1],
    ['a bore is drilled deeper', [{ do: 'bore', feature: 'post', deep: 8 }], 4.4],
    ['a resistor is changed', [{ do: 'program', item: 'charger', rProgOhm: 1 }], 1.22],
    ['a part is dropped', [{ do: 'drop', item: 'cell' }], 1.58],
    ['anything else', [{ do: 'shut', how: 'swing' }], 0.58],
    // Two at once weigh as one piece of work: one 0.1, minutes together, risks as chances.
    [
      'a part is moved and taped',
      [
        { do: 'place', placement: demos()[0]!.layout.placements[0]! },
        { do: 'insulate', item: 'cell' },
      ],
      0.88,
    ],
  ])('%s', (_, changes, weight) => {
    const all = { ...scene, project: { ...p, brief: { ...p.brief, tools: [...TOOLS] } } };
    expect(weightOf(harmOf(all, changes))).toBeCloseTo(weight, 9);
  });

  test('a post cut away gives up what it stood for; in a door it gives up the door', () => {
    const away = trim(0);
    // 6 minutes, 8 % risk, for good, a screw.
    expect(weightOf(away)).toBeCloseTo(0.1 + 0.6 + 0.64 + 3 + 3, 9);
    const door = {
      ...scene,
      shell: {
        ...scene.shell!,
        body: {
          ...scene.shell!.body,
          pieces: scene.shell!.body.pieces.map((q) => ({ ...q, role: 'door' as const })),
        },
      },
    };
    const post_ = post('closing screw').id;
    expect(harmOf(door, [{ do: 'trim', feature: post_, copy: 0, to: 4 }]).gives).toEqual([
      'screws',
      'door',
    ]);
  });

  test('what comes off a board takes as long and risks as much as it is hard', () => {
    const at = [...scene.items.values()].find((q) => q.part.blocks.some((b) => b.removable))!;
    for (const b of at.part.blocks) {
      if (!b.removable) continue;
      const h = harmOf(scene, [{ do: 'strike', item: at.item.id, block: b.id }]);
      const { difficulty } = b.removable;
      expect([h.minutes, h.forGood, h.gives]).toEqual([8 * difficulty, true, ['parts']]);
      expect(h.risk).toBeCloseTo(0.03 * difficulty, 9);
    }
  });

  test('a tool that is not there weighs, and is named', () => {
    const item = p.kit.items.find((i) => scene.items.get(i.id)?.part.family === 'sbc')!;
    const block = scene.items
      .get(item.id)!
      .part.blocks.find((b) => b.removable?.tool.includes('hot air'))!;
    const with_ = (tools: Project['brief']['tools']) =>
      harmOf({ ...scene, project: { ...p, brief: { ...p.brief, tools } } }, [
        { do: 'strike', item: item.id, block: block.id },
      ]);
    expect([with_(['iron', 'hot air']).lacks, with_(['printer']).lacks]).toEqual([[], ['hot air']]);
    expect(weightOf(with_(['printer'])) - weightOf(with_(['iron', 'hot air']))).toBeCloseTo(
      WEIGHTS.lacks,
      9,
    );
  });

  test('two together: minutes add, risks do as chances do', () => {
    const a = trim(4);
    const both = together(a, { ...a, gives: ['looks'] });
    expect(both.minutes).toBe(2 * a.minutes);
    expect(both.risk).toBeCloseTo(1 - (1 - a.risk) ** 2, 12);
    expect(both.gives).toEqual(['screws', 'looks']);
  });
});
