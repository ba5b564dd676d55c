/** The stand-in bench: its network against closed forms, its instruments in their own language, its hands. */
import { normal, seeded } from '../seeded';
import { BenchStandIn } from './lines';
import type { Plan } from './plan';
import { swept } from './sweep';
import { World } from './world';

const boost = {
  kind: 'boost',
  outV: 5,
  efficiency: 0.9,
  idleA: 0.01,
  headroomV: 0,
  minInV: 2.9,
} as const;
const plan: Plan = {
  cell: {
    points: [
      [0, 3],
      [1, 4],
    ],
    capacityAh: 2,
    rOhm: 0.1,
    cutoffV: 3,
  },
  places: [
    { id: 'pack', ohm: 0 },
    { id: 'boost', above: 0, ohm: 0.05, converter: boost },
    {
      id: 'board',
      above: 1,
      ohm: 0.1,
      draws: { menu: 1, game: 2, peak: 4 },
      within: 0.25,
      leastV: 4.63,
    },
  ],
  gameShare: 0.8,
};

describe('a swept network', () => {
  test('a load of constant power behind a resistance: the quadratic', () => {
    const s = swept([{ id: 'a', ohm: 0.5 }], { volts: 5, ohm: 0 }, (_, v) => 4 / v)!;
    expect(s.volts[0]).toBeCloseTo((5 + Math.sqrt(25 - 4 * 0.5 * 4)) / 2, 6);
  });
  test('more than can be given has no solution', () => {
    expect(swept([{ id: 'a', ohm: 0.5 }], { volts: 5, ohm: 0 }, (_, v) => 13 / v)).toBeUndefined();
  });
  test('a converter takes what it gives over its efficiency, and its own', () => {
    const s = swept(plan.places, { volts: 3.7, ohm: 0 }, (i, v) => (i === 2 ? 2 / v : 0))!;
    const outA = 2 / s.volts[2]!;
    expect(s.volts[2]).toBeCloseTo(5 - 0.1 * outA, 6);
    expect(s.amps).toBeCloseTo((5 * outA) / (0.9 * s.inVolts[1]!) + 0.01, 6);
    expect(s.inVolts[1]).toBeCloseTo(3.7 - 0.05 * s.amps, 6);
  });
  test.each([
    ['linear', 3.3, 5, 3.3],
    ['linear', 5, 3, 2.8],
    ['buck', 5, 3, 2.8],
    ['boost', 5, 6, 6],
    ['buck-boost', 5, 3, 5],
  ] as const)('%s for %d V from %d V gives %d V', (kind, outV, inV, gives) => {
    const place = { id: 'c', ohm: 0, converter: { ...boost, kind, outV, headroomV: 0.2 } };
    const s = swept([place], { volts: inV, ohm: 0 }, () => 0)!;
    expect(s.volts[0]).toBeCloseTo(gives, 9);
  });
});

describe('a world', () => {
  test('is the same again for its seed, another for another, and about as planned over many', () => {
    const truth = (seed: number) => new World(plan, seed).truth;
    expect(truth(3)).toEqual(truth(3));
    expect(truth(3)).not.toEqual(truth(4));
    const games = Array.from({ length: 400 }, (_, i) => truth(i).places[2]!.draws!.game / 2);
    const mean = games.reduce((s, x) => s + x, 0) / games.length;
    const sd = Math.sqrt(games.reduce((s, x) => s + (x - mean) ** 2, 0) / games.length);
    expect([mean, sd]).toEqual([expect.closeTo(1, 1), expect.closeTo(0.125, 1)]);
    expect(sd).toBeGreaterThan(0.1);
  });
  test('normal figures have mean 0 and deviation 1', () => {
    const rand = seeded(1);
    const all = Array.from({ length: 20_000 }, () => normal(rand));
    const mean = all.reduce((s, x) => s + x, 0) / all.length;
    expect(Math.abs(mean)).toBeLessThan(0.03);
    expect(all.reduce((s, x) => s + x * x, 0) / all.length).toBeCloseTo(1, 1);
  });
  test('plays as long as a fine sum of its own says, and less with a heavier load', () => {
    const w = new World(plan, 5);
    const [coarse, fine] = [w.playedHours(60), w.playedHours(5)];
    expect(Math.abs(coarse / fine - 1)).toBeLessThan(0.03);
    const heavy = structuredClone(plan);
    heavy.places[2]!.draws = { menu: 2, game: 4, peak: 6 };
    expect(new World(heavy, 5).playedHours()).toBeLessThan(0.7 * fine);
  });
  test('a part under its least goes off; a supply at its limit lets go', () => {
    const w = new World(plan, 5);
    w.connect({ to: 'load', place: 'board', state: 'menu' });
    Object.assign(w.supply, { volts: 5, limitA: 1, isOn: true });
    expect(w.meterAmps()!).toBeGreaterThan(0.1);
    w.supply.volts = 3.5;
    expect(w.meterAmps()!).toBeLessThan(0.01);
    Object.assign(w.supply, { volts: 5, limitA: 0.05 });
    expect([w.meterAmps()! < 0.06, w.meterVolts() < 0.1]).toEqual([true, true]);
    w.off();
    expect(w.meterAmps()!).toBeLessThan(0.001);
  });
  test('a stop below what the pack ends at still ends it, when nothing is left', () => {
    const w = new World({ ...plan, cell: { ...plan.cell, cutoffV: 1, rOhm: 0 } }, 5);
    w.connect({ to: 'cell' });
    Object.assign(w.load, { amps: 1, isOn: true, stopV: 1 });
    for (let t = 0; t < 20_000 && w.load.isOn; t += 10) w.pass(10);
    expect(w.load.isOn).toBe(false);
    expect(w.countedAh()).toBeCloseTo(w.truth.cell.capacityAh, 1);
  });
  test('an emptied pack stops its load by itself, and was counted', () => {
    const w = new World(plan, 5);
    w.connect({ to: 'cell' });
    Object.assign(w.load, { amps: 1, isOn: true, stopV: 3.2 });
    for (let t = 0; t < 10_000 && w.load.isOn; t += 10) w.pass(10);
    expect(w.load.isOn).toBe(false);
    expect(w.countedAh()).toBeGreaterThan(1);
    expect(w.countedAh()).toBeLessThan(w.truth.cell.capacityAh);
    expect(Math.abs(w.chargedAh() / w.countedAh() - 1)).toBeLessThan(0.04);
  });
});

describe('instruments', () => {
  const bench = (): BenchStandIn => {
    const b = new BenchStandIn();
    expect(b.hands(`BUILD ${JSON.stringify({ plan, seed: 5 })}`)).toBe('OK');
    return b;
  };
  test('long and short, upper and lower, with their colon groups', () => {
    const { supply } = bench().instruments;
    supply.say('voltage 5');
    expect(Number(supply.say('VOLT?'))).toBe(5);
    supply.say('CURR 0.5');
    supply.say('outp on');
    expect(supply.say('OUTPUT?')).toBe('1');
    expect(Number(supply.say('measure:volt?'))).toBeCloseTo(5, 1);
    expect(supply.say('SYST:ERR?')).toBe('0,"No error"');
    expect(supply.say('*IDN?')).toMatch(/^DEFT SHELL,STAND-IN SUPPLY/);
  });
  test('what is not understood goes into the queue, in order, and is taken out of it', () => {
    const { supply } = bench().instruments;
    expect(supply.say('VOLTS 5')).toBeUndefined();
    expect(supply.say('VOLT five')).toBeUndefined();
    expect(supply.say('VOLT 1e9')).toBeUndefined();
    expect(supply.say('OUTP maybe')).toBeUndefined();
    expect([1, 2, 3, 4, 5].map(() => supply.say('SYSTEM:ERROR?'))).toEqual([
      '-113,"Undefined header"',
      '-104,"Data type error"',
      '-222,"Data out of range"',
      '-104,"Data type error"',
      '0,"No error"',
    ]);
    for (let i = 0; i < 50; i++) supply.say('NONSENSE');
    supply.say('*CLS');
    expect(supply.say('SYST:ERR?')).toBe('0,"No error"');
  });
  test('a meter on mA is over at 0.4 A; on A it reads; its burden is in the lead', () => {
    const b = bench();
    b.hands('CONNECT {"to": "load", "place": "board", "state": "peak"}');
    const { supply, meter } = b.instruments;
    for (const line of ['CURR 3', 'VOLT 5', 'OUTP 1']) supply.say(line);
    meter.say('CONF:CURR:DC 0.4');
    expect(meter.say('READ?')).toBe('9.90000000E+37');
    meter.say('CONF:CURR:DC 10');
    expect(Number(meter.say('READ?'))).toBeGreaterThan(0.5);
    meter.say('CONF:VOLT:DC');
    const behind = Number(meter.say('READ?'));
    expect([behind < 4.99, behind > 4.9]).toEqual([true, true]);
    supply.say('*RST');
    expect(supply.say('OUTP?')).toBe('0');
  });
  test('an electronic load counts, and says when it stopped', () => {
    const b = bench();
    b.hands('CONNECT {"to": "cell"}');
    const { load, thermometer } = b.instruments;
    for (const line of ['CURR 1', 'VOLT:PROT:LOW 3.2', 'INP ON']) load.say(line);
    expect(Number(load.say('VOLT:PROT:LOW?'))).toBe(3.2);
    expect(Number(load.say('MEAS:CURR?'))).toBeCloseTo(1, 1);
    expect(b.hands('PASS 7200')).toBe('OK');
    expect(load.say('INP?')).toBe('0');
    expect(Number(load.say('FETC:CHAR?'))).toBeGreaterThan(1);
    expect(Number(thermometer.say('MEAS:TEMP?'))).toBeGreaterThan(15);
  });
  test('hands that say what cannot be are told so', () => {
    const b = bench();
    expect(b.hands('CONNECT {"to": "load", "place": "roof", "state": "menu"}')).toBe(
      'ERR Nothing on the bench is called roof.',
    );
    expect(b.hands('CONNECT {"to": "roof"}')).toBe('ERR CONNECT cannot be read.');
    expect(b.hands('BUILD {}')).toBe('ERR BUILD cannot be read.');
    expect(b.hands('constructor')).toBe('ERR This command is not known.');
    expect(b.hands('TROUBLE {"role": "meter", "what": "drop"}')).toBe('OK');
    expect([b.troubleOf('meter'), b.troubleOf('meter')]).toEqual(['drop', undefined]);
  });
});
