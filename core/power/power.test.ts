import fc from 'fast-check';
import { demos } from '../catalogue';
import { applied } from '../model';
import type { Pack, Use } from './discharge';
import { chargeCurrent, currentFor, discharge, powerFigures, resistorFor, wireOhm } from './index';
import { E24, nextE24 } from '../kit';

/** Adaptive Simpson quadrature, written apart from the engine. */
function integral(
  f: (x: number) => number,
  a: number,
  b: number,
  eps = 1e-10,
  whole = simpson(f, a, b),
  depth = 40,
): number {
  const m = (a + b) / 2;
  const left = simpson(f, a, m);
  const right = simpson(f, m, b);
  return depth === 0 || Math.abs(left + right - whole) < 15 * eps
    ? left + right
    : integral(f, a, m, eps / 2, left, depth - 1) + integral(f, m, b, eps / 2, right, depth - 1);
}
const simpson = (f: (x: number) => number, a: number, b: number): number =>
  ((b - a) / 6) * (f(a) + 4 * f((a + b) / 2) + f(b));
/** Voltage that falls straight from full to empty. */
const straight = (empty: number, full: number) =>
  [
    [0, empty],
    [1, full],
  ] as const;
const flat = (volts: number) => straight(volts, volts);
/** A pack with its loads straight at its terminals. */
const straightAt = (name: string, watts: number, share = 1): Use => ({
  name,
  share,
  network: ({ volts, ohm }) => ({
    sources: [{ id: 'pack', volts, ohm }],
    places: [{ id: 'pack', ohm: 0, loads: [{ is: 'power', id: name, watts }] }],
  }),
});
const lasts = (pack: Pack, watts: number) => discharge(pack, [straightAt('game', watts)]).value;

describe('hours on one charge', () => {
  test('a constant-voltage cell lasts capacity over current, to the closed form', () => {
    const r = lasts({ ocv: flat(3.7), rOhm: 0.1, capacityAh: 2.5, cutoffV: 3 }, 3);
    const amps = (3.7 - Math.sqrt(3.7 ** 2 - 4 * 0.1 * 3)) / 0.2;
    expect(Math.abs(r.hours / (2.5 / amps) - 1)).toBeLessThan(0.005);
    expect(r.ending).toEqual({ code: 'empty' });
  });
  test('a falling voltage ends at the cut-off under load with charge left, as an independent quadrature finds', () => {
    const [a, b, R, P, Q, cut] = [3.0, 1.2, 0.25, 4, 3, 3.2];
    const ocv = straight(a, a + b);
    const r = lasts({ ocv, rOhm: R, capacityAh: Q, cutoffV: cut }, P);
    // Terminal voltage V under P: OCV = V + R P / V, so at the cut-off:
    const left = (cut + (R * P) / cut - a) / b;
    expect(left).toBeGreaterThan(0.1);
    expect(r.left).toBeCloseTo(left, 6);
    const truth = integral(
      (s) => Q / ((a + b * s - Math.sqrt((a + b * s) ** 2 - 4 * R * P)) / (2 * R)),
      left,
      1,
    );
    expect(Math.abs(r.hours / truth - 1)).toBeLessThan(0.005);
    expect(r.ending).toMatchObject({ code: 'cut-off', leastV: cut, use: 'game' });
  });
  test('power no current can give is said in a sentence, not computed away', () => {
    const r = lasts({ ocv: flat(3.7), rOhm: 0.5, capacityAh: 1, cutoffV: 1 }, 8);
    expect([r.hours, r.isDead]).toEqual([0, true]);
    // OCV²/4R = 6.8 W of the 8 W.
    expect(r.sentence).toMatch(/does not start even full.*85 % of it stands/);
  });
  test('a pack that collapses part-way says so, with the charge it leaves behind', () => {
    const r = lasts({ ocv: straight(2, 4), rOhm: 0.5, capacityAh: 1, cutoffV: 0.5 }, 4);
    expect(r.ending.code).toBe('collapse');
    expect(r.left).toBeCloseTo((Math.sqrt(8) - 2) / 2, 6);
  });
  test('energy is conserved: what leaves the cell is what is used plus what warms it', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.5, max: 5, noNaN: true }),
        fc.double({ min: 0.01, max: 0.2, noNaN: true }),
        fc.double({ min: 0, max: 1, noNaN: true }),
        (P, R, share) => {
          const r = discharge({ ocv: straight(3.2, 4.2), rOhm: R, capacityAh: 2, cutoffV: 2.5 }, [
            straightAt('game', P, share),
            straightAt('menu', P / 2, 1 - share),
          ]).value;
          expect(Math.abs(r.drawnWh - r.deliveredWh - r.lostWh)).toBeLessThan(1e-6 * r.drawnWh);
        },
      ),
      { numRuns: 60 },
    );
  });
  test('the current it computes gives back the power asked for', () => {
    const i = currentFor(3.7, 0.12, 5);
    expect((3.7 - i * 0.12) * i).toBeCloseTo(5, 9);
  });
  test.each([
    [0, 'capacity'],
    [-1, 'capacity'],
    [NaN, 'capacity'],
  ])('a capacity of %p is refused by name', (ah, name) => {
    expect(() => lasts({ ocv: flat(3.7), rOhm: 0.1, capacityAh: ah, cutoffV: 3 }, 1)).toThrow(
      new RegExp(name),
    );
  });
});

describe('charging', () => {
  test('K over R, and a resistor of 0 Ω is refused', () => {
    expect(chargeCurrent(1200, 1200).value).toBe(1);
    expect(() => chargeCurrent(1000, 0)).toThrow('program resistor must be greater than 0');
  });
  test('the next E24 value is in the series, not below, and none lies between', () => {
    fc.assert(
      fc.property(fc.double({ min: 1, max: 1e6, noNaN: true }), (r) => {
        const got = nextE24(r);
        expect(got).toBeGreaterThanOrEqual(r * (1 - 1e-9));
        const mantissa = got / 10 ** Math.floor(Math.log10(got) + 1e-9);
        expect(E24.some((v) => Math.abs(v - mantissa) < 1e-6)).toBe(true);
        for (const d of [0.1, 1, 10, 100, 1e3, 1e4, 1e5, 1e6]) {
          for (const v of E24) {
            expect(v * d > r * (1 + 1e-9) && v * d < got * (1 - 1e-9)).toBe(false);
          }
        }
      }),
    );
  });
  test('the resistor it picks keeps every tolerance below 1C', () => {
    for (const ah of [0.3, 0.6, 1.2, 3]) {
      expect(((1200 / resistorFor(1200, ah, 1, 0.1).value) * 1.1) / ah).toBeLessThanOrEqual(1);
    }
  });
});

describe('the rail', () => {
  test('AWG 24 is 0.511 mm thick and 84 mΩ a metre', () =>
    expect(wireOhm(24, 500).value).toBeCloseTo(0.0842, 3));
});

test('the half-way demo is charged over 1C and the resistor offered mends it', () => {
  const demo = demos()[0]!;
  const before = powerFigures(demo).findings.find((f) => f.id === 'power:charge')!;
  expect(before.verdict).toBe('hit');
  const after = powerFigures(applied(demo, { do: 'program', item: 'charger', rProgOhm: 750 }));
  expect(after.findings.find((f) => f.id === 'power:charge')!.verdict).toBe('clear');
});
