/** What feeds what, voltages over charge, and the wire's drop, against hand-worked figures. */
import { demos } from '../catalogue';
import type { Project } from '../model';
import type { Use } from './discharge';
import {
  currentFor,
  discharge,
  energyOf,
  ocvFor,
  voltsAt,
  powerFigures,
  resistorFor,
  wattsOf,
  wireOhm,
} from './index';

const done = demos()[1]!;

describe('open-circuit voltage', () => {
  test('rises with the charge, from about 3 V to 4.2 V for lithium, 1.0 to 1.45 V for a nickel cell and 0.9 to 1.6 V for a primary one', () => {
    for (const [kind, low, high] of [
      ['lithium', 3, 4.2],
      ['nickel', 1, 1.45],
      ['alkaline', 0.9, 1.6],
    ] as const) {
      const v = (soc: number) => voltsAt(ocvFor(kind), soc);
      expect([v(0), v(1)]).toEqual([low, high]);
      for (let s = 0.01; s <= 1; s += 0.01) expect(v(s)).toBeGreaterThanOrEqual(v(s - 0.01));
      expect([v(-1), v(2)]).toEqual([low, high]);
    }
  });
});

describe('wire and rail', () => {
  test('hand-worked: 120 mm of AWG 24 there and back', () => {
    // d = 0.127·92^(12/39) = 0.5106 mm; A = 0.2047 mm²; R = 1.724e-8 · 0.24 / 0.2047e-6 = 20.2 mΩ
    expect(wireOhm(24, 120).value * 1000).toBeCloseTo(20.2, 1);
  });
  test('three gauges thicker is about half the resistance', () => {
    for (const awg of [18, 20, 22, 24, 26]) {
      expect(wireOhm(awg + 3, 100).value / wireOhm(awg, 100).value).toBeCloseTo(2.005, 2);
    }
  });
  test('twice the length is twice the resistance; no length is refused', () => {
    expect(wireOhm(26, 200).value).toBeCloseTo(2 * wireOhm(26, 100).value, 12);
    expect(() => wireOhm(26, 0)).toThrow('wire length must be greater than 0');
  });
});

describe('the energy of a build', () => {
  test('loads are added up by state; the pack counts health, protection and cells alike', () => {
    const e = energyOf(done);
    expect(wattsOf(e, 'game')).toBeCloseTo(1.8 + 0.4 + 0.25, 9);
    expect(e.pack).toMatchObject({
      capacityAh: expect.closeTo(2.5 * 0.95, 9),
      rOhm: expect.closeTo(0.135, 9),
      series: 1,
    });
    const two: Project = {
      ...done,
      kit: {
        ...done.kit,
        items: [...done.kit.items, { id: 'b', part: 'slab-2500', name: 'b', struck: [] }],
      },
    };
    expect(energyOf(two).pack).toMatchObject({
      capacityAh: expect.closeTo(5 * 0.95, 9),
      rOhm: expect.closeTo(0.0675, 9),
    });
  });
  test('the curve goes down in charge and volts, up in hours and amps, and ends where it says', () => {
    const run = powerFigures(done).run!.value;
    for (let i = 1; i < run.curve.length; i++) {
      const [a, b] = [run.curve[i - 1]!, run.curve[i]!];
      expect([
        b.hours > a.hours,
        b.soc < a.soc,
        b.volts <= a.volts + 1e-9,
        b.amps >= a.amps - 1e-9,
      ]).toEqual([true, true, true, true]);
    }
    expect(run.curve[run.curve.length - 1]!.hours).toBeCloseTo(run.hours, 6);
  });
  test('the working of every figure names its numbers', () => {
    const f = powerFigures(done);
    expect(f.run!.working.join(' ')).toContain('solved together');
    expect(f.charge!.working.join(' ')).toMatch(/1200 V \/ 750 Ω = 1\.60 A/);
    expect(f.rail!.working.join(' ')).toContain('5.1 V −');
    expect(resistorFor(1200, 2.5, 1, 0.1).working[0]).toMatch(/next E24 value 750 Ω/);
  });
  test('half the resistance never costs hours; a load of nothing is refused, not divided by', () => {
    const pack = { ocv: ocvFor('lithium'), capacityAh: 2, cutoffV: 3 };
    const use = (watts: number): Use => ({
      name: 'g',
      share: 1,
      network: ({ volts, ohm }) => ({
        sources: [{ id: 'pack', volts, ohm }],
        places: [{ id: 'pack', ohm: 0, loads: [{ is: 'power', id: 'g', watts }] }],
      }),
    });
    const hours = (rOhm: number) => discharge({ ...pack, rOhm }, [use(3)]).value.hours;
    expect(hours(0.05)).toBeGreaterThan(hours(0.1));
    expect(() => discharge({ ...pack, rOhm: 0.1 }, [use(0)])).toThrow('lasts for ever');
    expect([currentFor(4, 0, 8), currentFor(4, 0.1, 0)]).toEqual([2, 0]);
  });
});

test('a guard below the peak cuts the build off, one just above it does not', () => {
  const peak = powerFigures(done).peak!.cellA;
  const guarded = (limitA: number): string[] => {
    const parts = done.kit.parts.map((q) =>
      q.protects ? { ...q, protects: { ...q.protects, limitA } } : q,
    );
    return powerFigures({ ...done, kit: { ...done.kit, parts } })
      .findings.filter((f) => f.code.startsWith('guard'))
      .map((f) => f.title);
  };
  expect(guarded(peak * 1.001)).toEqual([]);
  expect(guarded(peak * 0.999)[0]).toMatch(/ A at a peak, .* A before it cuts off/);
  // The two figures differ as they are shown.
  const [a, b] = /^([\d.]+) A at a peak, ([\d.]+) A/.exec(guarded(peak * 0.999)[0]!)!.slice(1);
  expect(Number(a)).toBeGreaterThan(Number(b));
});
