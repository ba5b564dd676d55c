/** The list is walked by somebody who knows the bench: nothing of it may be refused. */
import { completeKit } from '../chains/kits.fixture';
import { demos } from '../catalogue';
import { seeded } from '../geometry/seeded';
import { applied, type Project } from '../model';
import { cleanBuilds } from '../verdict/sabotage/run.fixture';
import { buildSteps, type Step } from './index';
import { Replay } from './replay.fixture';
import { varied } from './varied.fixture';

const [half, done, , wisp] = demos() as [Project, Project, Project, Project];
const refused = (p: Project, steps: readonly Step[] = buildSteps(p)): string[] =>
  Replay.of(p, steps);

describe('generated lists', () => {
  test.each([half, ...cleanBuilds()].map((p) => [p.name, p] as const))('%s', (_, p) => {
    expect(refused(p)).toEqual([]);
  });

  test('60 variations of the examples', () => {
    for (let seed = 1; seed <= 60; seed++) {
      expect([seed, refused(varied(seed))]).toEqual([seed, []]);
    }
  });
  test('40 complete kits that nobody has laid out', () => {
    const random = seeded(7);
    for (let i = 0; i < 40; i++) {
      const { p } = completeKit(random);
      expect([i, refused(p)]).toEqual([i, []]);
    }
  });
});

/** The list with one step moved to stand before another. */
function moved(list: readonly Step[], id: string, before: string): Step[] {
  const step = list.find((s) => s.id === id)!;
  const rest = list.filter((s) => s !== step);
  const at = rest.findIndex((s) => s.id === before);
  return [...rest.slice(0, at), step, ...rest.slice(at)];
}
const steps = buildSteps(done);
const changed = (id: string, more: Partial<Step>): Step[] =>
  steps.map((s) => (s.id === id ? { ...s, ...more } : s));
function uncautioned(step: Step): Step {
  const bare = { ...step };
  delete bare.caution;
  return bare;
}
const without = (id: string): Step[] => steps.filter((s) => s.id !== id);

describe('lists that cannot be done are refused', () => {
  const taped = applied(done, { do: 'insulate', item: 'teasel' });
  test.each<[string, Project, Step[], RegExp]>([
    ['the cell before the irons', done, moved(steps, 'join:cell', 'wire:teasel'), /cell joined/],
    [
      'a cut after the cell',
      done,
      moved(steps, 'open:charger/usb', 'last-look'),
      /cut with a cell/,
    ],
    ['soldered under tape', taped, moved(buildSteps(taped), 'tape:teasel', 'wire:teasel'), /tape/],
    ['fixed before its hole', done, moved(steps, 'fit-in:charger', 'open:charger/usb'), /after it/],
    ['fixed without a test fit', done, moved(steps, 'fit-in:charger', 'fit:back'), /tried whether/],
    ['what lies on top first', done, moved(steps, 'fit-in:charger', 'fit-in:cell'), /lies beneath/],
    ['the bracket first', done, moved(steps, 'bracket:charger', 'fit-in:charger'), /bars the way/],
    ['loads on an unproved rail', done, moved(steps, 'wire:teasel', 'gate-rail'), /nobody proved/],
    ['power before ohms', done, moved(steps, 'gate-rail', 'gate-ohms'), /before the ohms/],
    [
      'struck before it was tried',
      done,
      moved(steps, 'slim:teasel/header', 'bench:teasel'),
      /tried/,
    ],
    ['wires into a closed case', done, moved(steps, 'wire:speaker', 'prove'), /closed case/],
    ['a part after closing', done, moved(steps, 'fit-in:speaker', 'prove'), /closed case/],
    ['a door on an open case', done, moved(steps, 'refit:door', 'close'), /open case/],
    ['a wheel after closing', done, moved(steps, 'refit:wheel', 'prove'), /closed case/],
    ['fed from a cell too early', done, changed('gate:teasel', { feed: 'cell' }), /not joined/],
    ['bench supply and cell', done, changed('prove', { feed: 'bench supply' }), /beside a joined/],
    ['an iron on what is fed', done, changed('wire:amp', { feed: 'bench supply' }), /what is fed/],
    ['both leads at once', done, changed('join:cell', { detail: 'Switch off.' }), /both leads/],
    ['the switch on', done, changed('join:cell', { detail: 'other one taped' }), /switch on/],
    ['a part never set in', done, without('fit-in:speaker'), /speaker was never set in/],
    ['a wire forgotten', done, without('wire:speaker'), /never soldered/],
    ['a cell forgotten', done, without('join:cell'), /not joined|never joined/],
    ['a block left on', done, without('slim:teasel/header'), /still on teasel/],
    ['a kept thing forgotten', done, without('refit:wheel'), /wheel was kept/],
    ['never shut', done, without('close'), /never closed/],
    ['no caution at the iron', done, steps.map(uncautioned), /without its caution/],
    [
      'keys at a header that reads none',
      { ...done, controls: { ...done.controls, route: 'usb' } },
      steps,
      /header pin/,
    ],
    [
      'leaked cells in a clean donor',
      { ...done, donor: { ...done.donor!, faults: ['leaked cells'] } },
      steps,
      /missing/,
    ],
  ])('%s', (_, p, list, why) => {
    expect(refused(p, list).join('\n')).toMatch(why);
  });
});

describe('orders that good builders use are accepted', () => {
  test('a board screwed down first and soldered where it stands, while nothing lies over it', () => {
    expect(refused(done, moved(steps, 'fit-in:teasel', 'wire:teasel'))).toEqual([]);
  });
  test('the screen wired and proved before the computer is fixed, sound before the buttons', () => {
    let list = moved(steps, 'wire:amp', 'wire-buttons');
    list = moved(list, 'wire:speaker', 'wire-buttons');
    list = moved(list, 'gate-sound', 'wire-buttons');
    expect(refused(done, list)).toEqual([]);
  });
  test('every part tried on one evening, every cut on another', () => {
    const early = steps.filter((s) => s.phase === 'Cut and test-fit' && !s.id.startsWith('fit:'));
    const rest = steps.filter((s) => !early.includes(s));
    const opened = rest.findIndex((s) => s.id === 'measure-shell') + 1;
    expect(refused(done, [...rest.slice(0, opened), ...early, ...rest.slice(opened)])).toEqual([]);
  });
});

test('each step that feeds says from what, each gate where, when and what is right', () => {
  for (const p of [done, wisp]) {
    for (const s of buildSteps(p)) {
      if (/^Gate/.test(s.title)) expect([s.id, s.gate?.expects.length]).not.toContain(undefined);
      if (s.acts.some((a) => a.do === 'feed')) expect(s.feed).toMatch(/supply|cell/);
    }
  }
});

test('wires drawn by hand to keys are soldered and proved, also beside a pad from outside', () => {
  const linnet = demos().find((p) => p.id === 'linnet')!;
  const p: Project = { ...linnet, controls: { ...linnet.controls, route: 'wireless' } };
  const steps = buildSteps(p);
  expect(Replay.of(p, steps)).toEqual([]);
  expect(steps.map((s) => s.id)).toEqual(expect.arrayContaining(['wire-buttons', 'gate-buttons']));
});
