import { dabchickAnswers, demos, libraryPart, STARTER_PARTS } from '../catalogue';
import { applied, appliedAll, type Change, type Project, withAdded } from '../model';
import { check, judgementOf, objection, waysOut } from './index';

const [half, done, warbler, wisp] = demos() as [Project, Project, Project, Project];

test('the half-way demo has its six honest problems and no other', () => {
  const c = check(half);
  expect(
    c.findings
      .filter((f) => f.verdict !== 'clear')
      .map((f) => f.what)
      .sort(),
  ).toEqual([
    'Answer key 2, and Chirp I2S for I2S clock',
    'Left shoulder key has no switch and wire planned.',
    'Slab 3000, once swollen, and board of Step 5/3A',
    'Step 5/3A into Slab 3000',
    'USB-C charging of Step 5/3A, bottom wall',
    'board of Teasel and middle rear post 2',
  ]);
  expect(c.sentence).toBe('Not ready: 6 hits');
});
test.each([
  ['finished', done],
  ['warbler', warbler],
  ['wisp', wisp],
])('the %s demo has nothing open', (_, p) => {
  expect(
    check(p)
      .findings.filter((f) => f.verdict !== 'clear')
      .map((f) => f.title),
  ).toEqual([]);
});

test.each(demos().map((p) => [p.name, p] as const))(
  'the judgement of %s goes to another thread whole',
  (_, p) => {
    const judgement = judgementOf(check(p));
    expect(structuredClone(judgement)).toEqual(judgement);
    expect(judgement.chance).toBe(check(p).chance);
  },
);

test('the finished demo is the half-way one plus ways out that were offered, in turn', () => {
  let p = half;
  const key = (c: readonly Change[]) => JSON.stringify(c);
  const stands = (c: readonly Change[]) => c.filter((x) => x.do !== 'add');
  const [teasel, cell, charger, program, second, ...shoulder] = dabchickAnswers();
  for (const answer of [[teasel], [cell], [charger], [program], [second], shoulder] as Change[][]) {
    const now = check(p);
    const about = JSON.stringify(answer);
    const touched = now.findings.filter(
      (f) => f.verdict !== 'clear' && f.about.some((id) => about.includes(`"${id}"`)),
    );
    const offered = touched.flatMap((f) => waysOut(p, f, STARTER_PARTS, now, 9).ways);
    const found = offered.find(
      (w) =>
        key(w.changes) === key(answer) ||
        (answer[0]!.do === 'swap' &&
          w.changes[0]?.do === 'swap' &&
          w.changes[0].part.id === answer[0].part.id) ||
        // The part the library adds is the one already in the kit.
        (w.changes.length === answer.length &&
          answer.length > 1 &&
          key(stands(w.changes)) === key(stands(answer))),
    );
    expect([answer, found?.text]).toEqual([answer, expect.any(String)]);
    p = appliedAll(p, answer);
  }
  expect(p.layout).toEqual(done.layout);
});

describe('a way out', () => {
  const now = check(half);
  test('clears its finding, makes nothing new or worse, and undoing it gives the same document', () => {
    for (const f of now.findings.filter((x) => x.verdict !== 'clear')) {
      const { ways } = waysOut(half, f, STARTER_PARTS, now);
      expect([f.title, ways.length > 0]).toEqual([f.title, true]);
      for (const w of ways) {
        const after = check(appliedAll(half, w.changes), now.checker);
        expect([w.text, after.findings.find((x) => x.id === f.id)?.verdict ?? 'clear']).toEqual([
          w.text,
          'clear',
        ]);
        const open = after.findings.filter((x) => x.verdict !== 'clear').map((x) => x.id);
        for (const id of open) {
          expect(now.findings.filter((x) => x.verdict !== 'clear').map((x) => x.id)).toContain(id);
        }
      }
    }
    expect(half).toEqual(demos()[0]);
  });
  test('that would push a part into its neighbour is not offered', () => {
    const bad = applied(half, { do: 'place', placement: { ...half.layout.placements[0]!, x: 40 } });
    expect(objection(now, check(bad), 'touch:none')).toBeDefined();
  });
  test('no two of a finding read alike', () => {
    // Two turns of a board at one place were two ways in the same words.
    for (const stood of [1, 2]) {
      const p = { ...wisp, layout: { placements: wisp.layout.placements.slice(0, stood) } };
      const c = check(p);
      const f = c.findings.find((x) => x.id === 'place:amp')!;
      const words = waysOut(p, f, STARTER_PARTS, c).ways.map((w) => `${w.text} ${w.cost}`);
      expect(words.length).toBeGreaterThan(0);
      expect(new Set(words).size).toBe(words.length);
    }
  });
  test('when each is spoilt by something else, the gentlest says by what, in one sentence', () => {
    const p = withAdded(wisp, libraryPart('pane-2-8-spi'));
    const c = check(p);
    const clash = c.findings.find((f) => f.check === 'pins' && f.verdict === 'hit')!;
    const { ways, blocked } = waysOut(p, clash, STARTER_PARTS, c);
    expect(ways).toEqual([]);
    expect(blocked).toMatch(/^[^.]+: then [^.]+ would be new$/);
  });
  test('when there is none, the card says how short it is and between what', () => {
    const cramped = structuredClone(half);
    cramped.shell.bodies[0]!.pieces[1]!.zones = [];
    const c = check(cramped);
    const f = c.findings.find((x) => x.verdict === 'hit' && x.what.includes('Slab 3000'))!;
    const w = waysOut(cramped, f, [], c);
    if (!w.ways.length) expect(w.blocked).toMatch(/mm short between .+ wherever .+ is moved/);
    else {
      for (const way of w.ways) {
        expect(
          check(appliedAll(cramped, way.changes)).findings.find((x) => x.id === f.id)?.verdict ??
            'clear',
        ).toBe('clear');
      }
    }
  });
});

test('the build is never surer than its worst finding', () => {
  for (const p of [half, done, warbler, wisp]) {
    const c = check(p);
    for (const f of c.findings) {
      if (f.station === 'fit' && f.measure) expect(c.chance).toBeLessThanOrEqual(f.measure.chance);
    }
  }
});
