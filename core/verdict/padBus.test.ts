/** A build whose keys come over a serial pad: its lines, wires, steps, gates, press test and verdict. */
import { demos } from '../catalogue';
import { buttonMap, pinUses, sharedLines } from '../controls';
import { sceneOf } from '../fit';
import { applied, type Project } from '../model';
import { bitsOfKeys, busKeys } from '../padbus';
import { diagnose, mappedAsWired, pressPlan } from '../press';
import { buildSteps } from '../build';
import { compareRoutes, lagOf, netsOf } from '../wiring';
import { waysOut } from './ways';
import { check } from './check';
import { overSerial } from './sabotage/padBus.fixture';

const done = demos().find((p) => p.id === 'dabchick-2-done')!;
const serial = overSerial(done)!;
const keys = busKeys(serial);
const withBus = (p: Project, change: object): Project => ({
  ...p,
  controls: { ...p.controls, bus: { ...p.controls.bus!, ...change } },
});

test('it closes; only the switches it makes idle are told', () => {
  const before = new Set(check(done).findings.map((f) => f.id));
  const { closes, findings } = check(serial);
  const more = findings.filter((f) => f.verdict !== 'clear' && !before.has(f.id));
  expect(closes).toBe(true);
  expect(new Set(more.map((f) => f.code))).toEqual(new Set(['unwired']));
});

test('three lines of the header, of no second duty, and none a key', () => {
  const map = buttonMap(serial);
  const lines = sharedLines(map);
  expect(lines.map((l) => l.gpio)).not.toContain(undefined);
  expect(new Set(lines.map((l) => l.gpio)).size).toBe(3);
  expect(map.inputs.filter((m) => m.gpio !== undefined)).toEqual([]);
  const uses = pinUses(map).filter((u) => u.net);
  expect(uses.map((u) => u.is)).toEqual(['button', 'button', 'button']);
  expect(map.total.working[0]).toContain(`${keys.length} keys over latch, clock and data`);
});

test('five wires: what feeds it as it is fed, its ground, its three lines', () => {
  const ends = (p: Project): string[] =>
    netsOf(p, sceneOf(p), buttonMap(p)).flatMap((n) =>
      n.a.pad.startsWith('kept pad') ? [`${n.a.pad.slice(9)} ${n.b.pad.slice(0, 3)}`] : [],
    );
  expect(ends(serial)).toEqual(['supply 3V3', 'GND GND', 'data GPI', 'latch GPI', 'clock GPI']);
  expect(ends(withBus(serial, { fedV: 5 }))[0]).toBe('supply 5V');
});

test('what a key is read on is its bit, and steps and gate say so', () => {
  const bits = bitsOfKeys(serial);
  const plan = pressPlan(serial);
  expect(plan.keys.map((k) => k.line)).toEqual(keys.map((k) => `bit ${bits.get(k)! + 1}`));
  const all = buildSteps(serial);
  const wiring = all.find((s) => s.title === `Wire ${done.controls.inputs.length} inputs`)!;
  expect(wiring.detail).toContain(`at bit ${bits.get(keys[0]!)! + 1}`);
  const gate = all.find((s) => s.title === 'Gate: the wires of the serial pad')!;
  expect(gate.gate).toMatchObject({
    state: 'off',
    expects: 'under 1 Ω to its own pin, open to the others',
  });
});

test('among the ways side by side it takes three lines and five wires, and says why it cannot be', () => {
  const row = (p: Project) => compareRoutes(p, []).find((r) => r.route === 'pad bus')!;
  expect(row(serial)).toMatchObject({ why: [], lines: 3, wires: 5, joints: 10, isChosen: true });
  expect(row(done).why.join()).toContain('No original board kept');
});

test('a slow clock is told in the lag: sixteen bits at 1 kHz take 18 ms', () => {
  const word = lagOf(withBus(serial, { bits: 16, clockHz: 1000 }), 'pad bus').parts.at(-1)!;
  expect(word).toMatchObject({ stage: 'link', typical: 18, worst: 18 });
});

test('bits exchanged at the press test are set right in the table, without iron', () => {
  const plan = pressPlan(serial);
  const [a, b] = plan.keys as [(typeof plan.keys)[number], (typeof plan.keys)[number]];
  const told = plan.keys.map((k) => {
    const code = { [a.id]: b.code, [b.id]: a.code }[k.id] ?? k.code;
    return { input: k.id, on: [code], off: [], times: 1 };
  });
  const { explanations } = diagnose(plan, { rest: { on: [], noisy: [] }, answers: told });
  expect(explanations[0]).toEqual([{ is: 'exchanged', keys: [a.id, b.id] }]);
  const mended = mappedAsWired(serial, plan, explanations[0]![0]!)!.reduce(applied, serial);
  expect(bitsOfKeys(mended).get(a.id)).toBe(b.bit);
  expect(bitsOfKeys(mended).get(b.id)).toBe(a.bit);
});

describe('ways out that are offered clear what they are offered for', () => {
  test.each<[string, object]>([
    ['5 V straight to the header', { fedV: 5, hasBuffer: true }],
    ['no buffer', { fedV: 5, hasDivider: true }],
    ['fed too little', { worksFromV: 4.5 }],
    ['never tried', { worksFromV: undefined }],
    ['a clock too fast', { clockHz: 4e6 }],
    ['read the wrong way round', { pressed: 'high' }],
    ['the wrong edge', { shiftsOn: 'falling' }],
    ['the wrong latch level', { loads: 'low' }],
    ['bits typed wrongly', { keys: [...serial.controls.bus!.keys].reverse() }],
    ['a table that was never filled', { keys: [] }],
    ['a key at two bits', { keys: serial.controls.bus!.keys.map((k) => k ?? keys[0]!) }],
  ])('%s', (_, change) => {
    const spoilt = withBus(serial, change);
    const judged = check(spoilt);
    const bus = judged.findings.filter((f) => f.check === 'bus');
    expect(bus.length).toBeGreaterThan(0);
    for (const f of bus) {
      // Each is tried on the whole build before it is offered.
      expect(waysOut(spoilt, f, [], judged).ways.length).toBeGreaterThan(0);
    }
  });
});

describe('the remote of a karaoke machine', () => {
  const remote = demos().find((p) => p.id === 'corrie')!;
  const codes = (p: Project): string[] =>
    check(p)
      .findings.filter((f) => f.verdict !== 'clear')
      .map((f) => f.code);
  const board = remote.layout.placements.find((q) => q.item === 'keyboard')!;
  const placed = (more: object): Project =>
    applied(remote, { do: 'place', placement: { ...board, ...more } });

  test('lies on its posts without a word, and no lower, and only screwed down', () => {
    expect(codes(remote)).toEqual([]);
    expect(codes(placed({ lift: 2.9 })).length).toBeGreaterThan(0);
    expect(codes(placed({ fixed: 'tape' }))).toContain('touch');
  });
  test('two keys of its board do not share one pair of contacts', () => {
    const [up, down] = remote.controls.inputs;
    const twice = applied(remote, { do: 'input', input: { ...down!, at: up!.at } });
    const found = check(twice).findings.find((f) => f.code === 'contacts-shared')!;
    expect([found.verdict, found.about]).toEqual(['hit', ['up', 'down']]);
  });
  test('a key is noted behind its own hole, as far as that reaches', () => {
    const [up] = remote.controls.inputs;
    const noted = (dy: number): string[] =>
      codes(
        applied(remote, { do: 'input', input: { ...up!, at: { opening: 'cross', dx: 0, dy } } }),
      );
    expect(noted(12)).toEqual([]);
    expect(noted(14)).toEqual([]);
    expect(noted(15)).toEqual(['contacts-beside']);
  });
  test('its computer cannot stay outside, where five wires would follow it', () => {
    const out = applied(remote, { do: 'where', item: 'thimble', where: 'outside' });
    expect(check(out).findings.find((f) => f.code === 'through-wall')!.about).toEqual([
      'thimble',
      'up',
    ]);
  });
});
