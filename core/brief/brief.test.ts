/** Goals judged against figures worked by hand, contradictions against sums done apart, swaps against a full check. */
import { demos, STARTER_PARTS } from '../catalogue';
import { chainFindings } from '../chains';
import { billOf } from '../kit';
import {
  applied,
  type Brief,
  emptyProject,
  type GoalKey,
  length,
  type Project,
  withAdded,
} from '../model';
import { check } from '../verdict';
import {
  alternatives,
  cheapestMend,
  compare,
  contradictions,
  type Score,
  scorecard,
} from './index';

const [half, done, warbler, wisp] = demos() as [Project, Project, Project, Project];
const part = (id: string) => STARTER_PARTS.find((q) => q.id === id)!;
const wants = (p: Project, brief: Partial<Brief>): Project => ({
  ...p,
  brief: { families: [], ...brief },
});
const score = (p: Project, goal: GoalKey): Score | undefined =>
  scorecard(p, check(p)).find((s) => s.goal === goal);
const standing = (p: Project, goal: GoalKey) => score(p, goal)?.standing;

describe('the scorecard', () => {
  test('the finished loaner meets every goal; the half-way one is at risk for the shoulder keys it lacks', () => {
    expect(scorecard(done, check(done)).map((s) => [s.goal, s.standing])).toEqual(
      scorecard(done, check(done)).map((s) => [s.goal, 'met']),
    );
    const families = score(half, 'families')!;
    expect([
      families.standing,
      families.why.some((w) => w.includes('16-bit home: runs well; no l1')),
    ]).toEqual(['at risk', true]);
  });
  test('a goal that was not set is not judged; one that nothing decides yet is open', () => {
    expect(scorecard(wants(done, {}), check(done))).toEqual([]);
    const empty = wants(emptyProject('a', 'A'), {
      families: ['8-bit home'],
      hours: 2,
      costCeiling: 10,
      screenIn: { least: 2, most: 3 },
      picture: 'whole pixels',
      pocket: [100, 70, 20],
      massG: 100,
      wireless: true,
      tv: true,
      headphones: true,
      playCharging: true,
      card: 'from outside',
      original: true,
      uncut: ['front'],
      rebuildable: true,
      players: 2,
    });
    expect(scorecard(empty, check(empty)).map((s) => s.standing)).toEqual(Array(16).fill('open'));
  });
  test.each<[string, Partial<Brief>, GoalKey, string]>([
    ['3 h of 3.4 ± 0.5', { hours: 3 }, 'hours', 'met'],
    ['3.8 h lie within the band', { hours: 3.8 }, 'hours', 'at risk'],
    ['4.2 h do not', { hours: 4.2 }, 'hours', 'missed'],
    ['88.20 of 88.20', { costCeiling: 88.2 }, 'cost', 'met'],
    ['88.20 of 88', { costCeiling: 88 }, 'cost', 'missed'],
    ['2.8 in from 2.5', { screenIn: { least: 2.5, most: 3 } }, 'screen', 'met'],
    ['2.8 in from 3', { screenIn: { least: 3, most: 4 } }, 'screen', 'missed'],
    ['172 × 90 × 32 in any order', { pocket: [32, 172, 90] }, 'pocket', 'met'],
    ['0.5 mm over', { pocket: [171.5, 90, 32] }, 'pocket', 'at risk'],
    ['4 mm over', { pocket: [168, 90, 32] }, 'pocket', 'missed'],
    ['no radio needed, it has one', { wireless: true }, 'wireless', 'met'],
    ['its HDMI is inside', { tv: true }, 'tv', 'at risk'],
    ['two pads by radio', { players: 2 }, 'players', 'met'],
    ['no jack', { headphones: true }, 'headphones', 'missed'],
    ['0.88 A left for 2.5 Ah', { playCharging: true }, 'playCharging', 'met'],
    ['under the kept door', { card: 'under a door' }, 'card', 'met'],
    ['keys in the top face', { original: true }, 'original', 'missed'],
    ['the back is drilled for screws', { uncut: ['back'] }, 'uncut', 'missed'],
    ['the front does not', { uncut: ['front'] }, 'uncut', 'missed'],
    ['a kept door is one of a kind', { rebuildable: true }, 'rebuildable', 'at risk'],
    ['difficulty 4 with a few built', { tools: ['iron'], skill: 'a few built' }, 'tools', 'met'],
    [
      'difficulty 4 as the first build',
      { tools: ['iron'], skill: 'first build' },
      'tools',
      'at risk',
    ],
    ['no iron', { tools: ['printer'] }, 'tools', 'missed'],
  ])('%s: %j', (_, brief, goal, expected) =>
    expect(standing(wants(done, brief), goal)).toBe(expected),
  );
  test('the back stays whole where a bracket holds the board', () => {
    const placements = done.layout.placements.map((q) =>
      q.item === 'teasel' ? { ...q, fixed: 'bracket' as const } : q,
    );
    const held = { ...done, layout: { placements } };
    expect(standing(wants(held, { uncut: ['back'] }), 'uncut')).toBe('met');
  });
  test('hand-worked: the charger against the game', () => {
    // 1200 V / 750 Ω = 1.60 A in. Out: 2.45 W over 60 mΩ at 5.1 V are 2.48 W; / 0.9 = 2.76 W, from
    // 3.93 V behind 0.135 Ω (3.93 − √(3.93² − 4 · 0.135 · 2.76)) / 0.27 = 0.72 A.
    expect(score(wants(done, { playCharging: true }), 'playCharging')!.why[0]).toMatch(
      /charge 1\.60 A − 0\.72 A that a game takes from the cell at 70 % = 0\.88 A/,
    );
    // Without a path of its own for the load the charger takes that current for charge, and never ends.
    const parts = done.kit.parts.map((q) =>
      q.charger ? { ...q, charger: { ...q.charger, powerPath: false } } : q,
    );
    const beside = wants({ ...done, kit: { ...done.kit, parts } }, { playCharging: true });
    expect(standing(beside, 'playCharging')).toBe('at risk');
    expect(score(beside, 'playCharging')!.figure).toMatch(/the charger never ends/);
    const slow = applied(wants(done, { playCharging: true }), {
      do: 'program',
      item: 'charger',
      rProgOhm: 2400,
    });
    expect(standing(slow, 'playCharging')).toBe('missed');
  });
  test('mass: the parts of the bill and the shell by its walls', () => {
    // Per half 172 × 90 × 2.2 = 34.1 cm³ of face; walls 524 × 2.2 × (11.8 + 15.8) = 31.8 cm³; 100 cm³ × 1.05 = 105 g.
    const s = score(wants(done, { massG: 400 }), 'mass')!;
    const [, total] = /^(\d+) g/.exec(s.figure)!;
    expect(Math.abs(Number(total) - billOf(done).massG - 105)).toBeLessThanOrEqual(1);
  });
  test('a family the computer cannot run is missed whatever the buttons', () =>
    expect(standing(wants(done, { families: ['early 3D, stick'] }), 'families')).toBe('missed'));
  test('weight orders what is missed', () => {
    const p = wants(done, { hours: 9, headphones: true, weights: { headphones: 3, hours: 1 } });
    expect(scorecard(p, check(p)).map((s) => s.goal)).toEqual(['headphones', 'hours']);
  });
});

describe('goals against each other, before any part is bought', () => {
  const ids = (brief: Partial<Brief>, more: Partial<Project> = {}): string[] =>
    contradictions({ ...wants(emptyProject('a', 'A'), brief), ...more }, STARTER_PARTS).map(
      (c) => c.id,
    );
  test('the demos ask for nothing impossible', () => {
    for (const p of [half, done, warbler, wisp]) {
      expect(contradictions(p, STARTER_PARTS)).toEqual([]);
    }
  });
  test('pocketable and many hours: the numbers say how many hours there are, and asking for those is accepted', () => {
    const brief: Partial<Brief> = { families: ['16-bit home'], hours: 12, pocket: [100, 60, 15] };
    const [c] = contradictions(wants(emptyProject('a', 'A'), brief), STARTER_PARTS);
    expect(c!.id).toBe('pocket-hours');
    const hours = Number(/about ([\d.]+) h/.exec(c!.title)![1]);
    expect(hours).toBeGreaterThan(0.5);
    expect(ids({ ...brief, hours: hours - 0.1 })).toEqual([]);
    expect(ids({ ...brief, pocket: [200, 120, 40] })).toEqual([]);
    // Inside 96 × 56 × 11 = 59.1 cm³, 60 % of it 35.5 cm³.
    expect(c!.why[1]).toContain('inside 59 cm³');
    expect(c!.why[1]).toContain('35 cm³');
  });
  test.each<[string, Partial<Brief>, Partial<Project>]>([
    ['mass-hours', { families: ['8-bit home'], hours: 20, massG: 90 }, {}],
    ['cost', { families: ['early 3D, stick'], hours: 4, costCeiling: 60 }, {}],
    [
      'picture-screen',
      {
        families: ['two-screen handheld'],
        picture: 'whole pixels',
        screenIn: { least: 2, most: 2.8 },
      },
      {},
    ],
    ['screen-face', { screenIn: { least: 7, most: 8 }, pocket: [120, 70, 20] }, {}],
    ['screen-none', { families: ['8-bit home'], screenIn: { least: 11, most: 12 } }, {}],
    ['stick-face', { families: ['early 3D, stick'], original: true }, {}],
    ['tv-walls', { tv: true, uncut: ['walls'] }, { shell: wisp.shell }],
    ['iron', { families: ['8-bit home'], tools: ['printer'] }, {}],
  ])('%s is said', (id, brief, more) => expect(ids(brief, more)).toContain(id));
  test('each of them goes when the goal is eased', () => {
    expect(
      ids({
        families: ['8-bit home'],
        hours: 4,
        massG: 300,
        costCeiling: 200,
        picture: 'whole pixels',
        screenIn: { least: 2, most: 4 },
        pocket: [160, 90, 28],
        tools: ['iron'],
      }),
    ).toEqual([]);
  });
});

describe('swaps', () => {
  test('each alternative is what a full check of the swapped build says', () => {
    const now = check(done);
    for (const item of ['cell', 'screen', 'teasel']) {
      const some = alternatives(done, item, STARTER_PARTS).slice(0, 7);
      expect(some.length).toBeGreaterThan(4);
      for (const { part: q, outcome } of compare(done, item, some, now)) {
        const p = applied(done, { do: 'swap', item, part: q });
        const c = check(p, undefined, true);
        expect([q.id, outcome.hits, outcome.hours, outcome.cost, outcome.breaks]).toEqual([
          q.id,
          c.findings.filter((f) => f.check !== 'chain' && f.verdict === 'hit').length,
          c.power.run?.value.hours,
          billOf(p).total,
          chainFindings(p).length,
        ]);
        const margins = c.findings.flatMap((f) =>
          f.station === 'fit' && f.measure ? [f.measure.gap - f.measure.required] : [],
        );
        expect(outcome.leastMm).toBeCloseTo(Math.min(...margins), 9);
      }
    }
  });
  test('alternatives are of the same kind and never the part itself', () => {
    for (const i of done.kit.items) {
      for (const q of alternatives(done, i.id, STARTER_PARTS)) {
        expect([q.family, q.id === i.part]).toEqual([
          done.kit.parts.find((x) => x.id === i.part)!.family,
          false,
        ]);
      }
    }
  });
});

describe('the cheapest change that would meet a goal', () => {
  test('meets it, breaks no other, makes no new hit, and no cheaper alternative does', () => {
    const p = wants(done, { hours: 4.4, costCeiling: 100, families: ['8-bit handheld'] });
    const mend = cheapestMend(p, 'hours', STARTER_PARTS)!;
    expect(mend).toBeDefined();
    const after = mend.changes.reduce(applied, p);
    const c = check(after);
    expect(['met', 'at risk']).toContain(
      scorecard(after, c).find((s) => s.goal === 'hours')!.standing,
    );
    expect(c.findings.filter((f) => f.verdict === 'hit')).toEqual([]);
    expect(billOf(after).total - billOf(p).total).toBeCloseTo(mend.cost, 9);
  });
  test('the missing shoulder key is the mend for the families', () =>
    expect(cheapestMend(half, 'families', STARTER_PARTS)!.text).toBe(
      'Give Left shoulder key a switch and a line',
    ));
  test('a television gets a socket in a wall when there is room, headphones a switching jack with something to feed it', () => {
    const p = {
      ...withAdded(
        withAdded(wants(emptyProject('a', 'A'), { headphones: true }), part('teasel')),
        part('chirp-usb'),
      ),
      shell: { bodies: [] },
    };
    expect(cheapestMend(p, 'headphones', STARTER_PARTS)?.text).toBe('Add Switching jack 3.5');
  });
  test('nothing is offered for a goal that is met', () =>
    expect(cheapestMend(done, 'hours', STARTER_PARTS)).toBeUndefined());
});

test('a lid of 100 × 60 × 2 mm and walls weigh what their volume does', () => {
  const body = {
    ...wisp.shell.bodies[0]!,
    outline: { kind: 'rect' as const, w: length(100), h: length(60), r: length(3) },
    wall: length(2),
  };
  const p = wants(
    {
      ...wisp,
      shell: {
        bodies: [
          {
            ...body,
            pieces: body.pieces.map((q) => ({
              ...q,
              depth: length(10),
              features: [],
              openings: [],
            })),
          },
        ],
      },
    },
    { massG: 5000 },
  );
  // Two halves: 12 cm³ + 320 × 2 × 8 = 5.12 cm³ each, PETG 1.27.
  expect(score(p, 'mass')!.why[0]).toContain(`+ ${(2 * 17.12 * 1.27).toFixed(0)} g of shell`);
});
