/** A build with keys told by voltage: its channels, wires, steps, press test, lag and verdict. */
import { buildSteps } from '../build';
import { demos, STARTER_PARTS } from '../catalogue';
import { buttonMap } from '../controls';
import { sceneOf } from '../fit';
import { ladderInputs } from '../ladder';
import { applied, type Input, type Ladder, type Project } from '../model';
import { pressPlan } from '../press';
import { compareRoutes, lagOf, netsOf } from '../wiring';
import { waysOut } from './ways';
import { check } from './check';
import { laddered } from './sabotage/ladder.fixture';

const done = demos().find((p) => p.id === 'dabchick-2-done')!;
const beside = laddered(done)!;
/** The converter where the expander of the library would lie: its wires are drawn. */
const placed: Project = {
  ...beside,
  kit: {
    ...beside.kit,
    items: beside.kit.items.map((i) => {
      const here = { ...i };
      if (i.part === 'weave-adc') delete here.where;
      return here;
    }),
  },
  layout: {
    placements: [
      ...beside.layout.placements,
      {
        item: beside.kit.items.at(-1)!.id,
        on: { piece: done.shell.bodies[0]!.pieces[1]!.id },
        x: 60,
        y: 30,
        turn: 0,
        up: 'in',
        stand: 'flat',
        lift: 0,
        held: 'hand',
      },
    ],
  },
};
const together: NonNullable<Project['controls']['duties']> = {
  exit: { by: 'keys', inputs: ladderInputs(beside).map((i) => i.id) },
};
const withLadder = (p: Project, ladder: Partial<Ladder>): Project => ({
  ...p,
  controls: { ...p.controls, ladder: { steps: [], ...ladder } },
});

test('it closes as before: a converter on its own lead and two keys told by voltage', () => {
  expect(check(beside).closes).toBe(true);
  expect(
    ladderInputs(beside)
      .map((i) => i.functions[0])
      .sort(),
  ).toEqual(['select', 'start']);
});

test('its keys take no line of the header; the two of the converter are I2C', () => {
  const map = buttonMap(beside);
  const ids = new Set(ladderInputs(beside).map((i) => i.id));
  const lined = map.inputs.filter((m) => m.gpio !== undefined);
  expect(lined.some((m) => ids.has(m.input.id))).toBe(false);
  expect(lined).toHaveLength(done.controls.inputs.length - ids.size);
});

test('a wire from each key to its channel; two of one channel are joined key to key', () => {
  const on = (p: Project): string[] => {
    const keys = new Set(ladderInputs(p).map((i) => i.name));
    return netsOf(p, sceneOf(p), buttonMap(p))
      .filter((n) => keys.has(n.says))
      .map((n) => n.b.pad);
  };
  const chord: Project = { ...placed, controls: { ...placed.controls, duties: together } };
  expect(on(chord)).toEqual(['A1', 'A2']);
  const [first, second] = on(placed);
  expect(first).toBe('A1');
  expect(second).not.toMatch(/^A\d$/);
});

test('steps say resistor and channel, the pull-up last, and read ohms before it is there', () => {
  const all = buildSteps(beside);
  const wiring = all.find((s) => s.title === `Wire ${done.controls.inputs.length} inputs`)!;
  expect(wiring.detail).toMatch(/through a wire to channel 1/);
  expect(wiring.detail).toMatch(/10 kΩ from channel 1 to 3.3 V$/);
  const { gate } = all.find((s) => s.title === 'Gate: every input, pressed and released')!;
  expect(gate!.point).toContain('before the resistors up to 3.3 V');
  expect(gate!.expects).toContain('its own resistor within 1 % pressed');
});

test('the press test asks for each at its channel; of a converter that is gone it waits', () => {
  const plan = pressPlan(beside);
  const [key] = ladderInputs(beside);
  expect(plan.keys.find((k) => k.id === key!.id)!.line).toMatch(/^channel \d, a wire$/);
  expect(plan.nets).toEqual([
    { name: 'channel 1 of the converter', side: 'channel', joint: 'A1 of the converter' },
  ]);
  const sticks = STARTER_PARTS.find((q) => q.id === 'stick-flat')!;
  const full = [sticks, sticks].reduce((p, part) => applied(p, { do: 'add', part }), beside);
  expect(pressPlan(full).cannot).toContain('has no line yet');
});

test('among the ways side by side it wants a converter, and says what one channel cannot tell', () => {
  const row = compareRoutes(done, STARTER_PARTS).find((r) => r.route === 'ladder')!;
  expect(row.board?.part.id).toBe('weave-adc');
  expect([row.lines, row.price > 0]).toEqual([2, true]);
  const { typical, worst } = lagOf(done, 'ladder');
  expect([typical, worst]).toEqual([
    lagOf(done, 'pad bus').typical + 1.9,
    lagOf(done, 'pad bus').worst + 7.9,
  ]);
});

describe('ways out that are offered clear what they are offered for', () => {
  const [a, b] = ladderInputs(beside) as [Input, Input];
  const steps = (ohms: readonly number[]): Ladder['steps'] =>
    [a, b].map(({ id: key }, n) => ({ key, channel: 1, ohm: ohms[n]! }));
  test.each<[string, Partial<Ladder>, RegExp]>([
    ['alike', { steps: steps([10e3, 10.2e3]) }, /^Channels and resistors as they are computed$/],
    ['a chord on one channel', { steps: steps([0, 10e3]) }, /^Channels and resistors/],
    ['no such channel', { steps: [{ key: a.id, channel: 8, ohm: 0 }] }, /^Channels and resistors/],
    ['carbon on 5 %', { steps: [], tolerance: 0.05, contactOhm: 9000 }, /^Read .* on a line/],
  ])('%s', (_, change, says) => {
    const spoilt = withLadder(
      { ...beside, controls: { ...beside.controls, duties: together } },
      change,
    );
    const judged = check(spoilt);
    const found = judged.findings.filter((f) => f.check === 'ladder');
    expect(found.length).toBeGreaterThan(0);
    for (const f of found) {
      const texts = waysOut(spoilt, f, [], judged).ways.map((w) => w.text);
      expect(texts.some((t) => says.test(t))).toBe(true);
    }
  });
});
