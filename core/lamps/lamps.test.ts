/** Lamps: resistors by hand, trips against a circuit simulator, and what they mean in a build. */
import { spawnSync } from 'node:child_process';
import { writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import fc from 'fast-check';
import { demos } from '../catalogue';
import { E24 } from '../kit';
import { powerFigures } from '../power';
import { lampResistor } from './led';
import {
  type Comparator,
  cornersOf,
  type Divider,
  dividerFor,
  fallsAt,
  lowLamp,
  risesAt,
} from './low';

const done = demos()[1]!;
const C: Comparator = { refV: 1.24, outV: 3.5 };
const isStock = (ohm: number): boolean =>
  E24.some((v) => Math.abs(ohm / 10 ** Math.floor(Math.log10(ohm) + 1e-9) - v) < 1e-6);

describe('a lamp behind its resistor', () => {
  test('red on 5 V at 2 mA: (5 − 1.9) V / 2 mA = 1,550 Ω, next stock value 1.6 kΩ: 1.94 mA', () => {
    const { value } = lampResistor(5, 'red', 0.002);
    expect(value.ohm).toBe(1600);
    expect(value.amps * 1000).toBeCloseTo(1.9375, 4);
  });
  test('never more current than wanted; a blue one on 2.9 V is refused in a sentence', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 3.2, max: 12, noNaN: true }),
        fc.double({ min: 0.0005, max: 0.02, noNaN: true }),
        (volts, amps) =>
          expect(lampResistor(volts, 'blue', amps).value.amps).toBeLessThanOrEqual(
            amps * (1 + 1e-9),
          ),
      ),
    );
    expect(() => lampResistor(2.9, 'blue', 0.002)).toThrow('wants more than 3 V, not 2.9');
  });
});

/** Volts of the middle of the divider, as a circuit simulator finds them. */
function middle(d: Divider, packV: number, outV: number): number {
  const file = join(tmpdir(), `deft-lamp-${process.pid}.cir`);
  const deck = [
    '* a divider with feedback',
    `Vp p 0 ${packV}`,
    `Vo o 0 ${outV}`,
    `R1 p m ${d.r1}`,
    `R2 m 0 ${d.r2}`,
    `R3 o m ${d.r3}`,
    '.control',
    'set numdgt=12',
    'op',
    'print v(m)',
    '.endc',
    '.end',
  ];
  writeFileSync(file, deck.join('\n'));
  const run = spawnSync('ngspice', ['-b', '-n', file], { encoding: 'utf8' });
  return Number(/^v\(m\) = (\S+)/m.exec(run.stdout)![1]);
}

describe('the low-battery divider', () => {
  test('a simulator finds the middle at the reference, with the output high on the way down and low on the way up', () => {
    for (const onV of [3.2, 3.4, 3.6]) {
      const d = dividerFor(C, onV, 0.15)!;
      expect(middle(d, fallsAt(C, d), C.outV)).toBeCloseTo(C.refV, 6);
      expect(middle(d, risesAt(C, d), 0)).toBeCloseTo(C.refV, 6);
    }
  });
  test('stock values only, near the voltage asked for, with no less hysteresis than asked for', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 3.1, max: 4, noNaN: true }),
        fc.double({ min: 0.08, max: 0.3, noNaN: true }),
        (onV, hysteresis) => {
          const d = dividerFor(C, onV, hysteresis)!;
          expect([d.r1, d.r2, d.r3].every(isStock)).toBe(true);
          expect(risesAt(C, d) - fallsAt(C, d)).toBeGreaterThanOrEqual(hysteresis * (1 - 1e-6));
          expect(Math.abs(fallsAt(C, d) - onV)).toBeLessThan(0.06);
        },
      ),
    );
    expect(dividerFor({ ...C, refV: 3.6 }, 3.5, 0.1)).toBeUndefined();
  });
  test('the corners hold every draw of tolerances, and some draw comes near each', () => {
    const d = dividerFor(C, 3.4, 0.15)!;
    const [low, high] = cornersOf(C, d);
    let [least, most] = [Infinity, -Infinity];
    fc.assert(
      fc.property(
        fc.tuple(
          ...Array.from({ length: 4 }, () => fc.double({ min: -0.01, max: 0.01, noNaN: true })),
        ),
        ([a, b, e, f]) => {
          const v = fallsAt(
            { ...C, refV: C.refV * (1 + a!) },
            { r1: d.r1 * (1 + b!), r2: d.r2 * (1 + e!), r3: d.r3 * (1 + f!) },
          );
          [least, most] = [Math.min(least, v), Math.max(most, v)];
          expect(v).toBeGreaterThanOrEqual(low - 1e-9);
          expect(v).toBeLessThanOrEqual(high + 1e-9);
        },
      ),
      { numRuns: 2000 },
    );
    expect(least).toBeLessThan(low + 0.4 * (high - low));
    expect(most).toBeGreaterThan(high - 0.4 * (high - low));
  });
});

describe('in a build', () => {
  const onCells = demos().filter((p) => powerFigures(p).run);
  test.each(onCells.map((p) => [p.name, p] as const))(
    '%s: on about where it is asked to, wider than its loads swing it',
    (_, p) => {
      for (const share of [0.1, 0.2, 0.4]) {
        const lamp = lowLamp(p, share, 1.24)!;
        expect(lamp.leftFrom).toBeLessThan(share + 0.02);
        expect(lamp.leftTo).toBeGreaterThan(share - 0.02);
        expect(lamp.offV - lamp.onV).toBeGreaterThan(lamp.swingV);
        expect(lamp.drainA).toBeLessThan(50e-6);
      }
    },
  );
  test('asked for earlier it leaves more time; from the wall there is none', () => {
    const minutes = (share: number) => lowLamp(done, share, 1.24)!.hoursLeft;
    expect(minutes(0.3)).toBeGreaterThan(minutes(0.1));
    expect(
      lowLamp({ ...done, power: { ...done.power, source: 'wall' } }, 0.2, 1.24),
    ).toBeUndefined();
  });
});
