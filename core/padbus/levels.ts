/** What the three lines stand at, and what each end takes them for, V: a header of 3.3 V and its pad. */
import type { PadBus, Worked } from '../model';

/** Lines of a header stand at this, and bear no more than this and a little. */
const HEADER_V = 3.3;
export const HEADER_BEARS_V = 3.6;
/** A header surely takes this for high: typical of lines at 3.3 V. */
const HEADER_HIGH_V = 2;
/** A register surely takes this share of its own supply for high: typical of its logic family. */
const HIGH_SHARE = 0.7;
/** Two resistors of stock values that bring 5 V down, Ω: from data to the line, and from there to ground. */
export const DIVIDER_OHM = { upper: 10e3, lower: 20e3 } as const;
const DIVIDER_SHARE = DIVIDER_OHM.lower / (DIVIDER_OHM.upper + DIVIDER_OHM.lower);

const volts = (v: number): string => `${Number(v.toFixed(2))} V`;

/** What the header's data line stands at when the pad tells high, V. */
export function dataHighV({
  fedV,
  hasDivider,
}: Pick<PadBus, 'fedV' | 'hasDivider'>): Worked<number> {
  if (!hasDivider) {
    return { value: fedV, working: [`the pad tells high with its own ${volts(fedV)}`] };
  }
  const value = fedV * DIVIDER_SHARE;
  return {
    value,
    working: [
      `${volts(fedV)} × 20 kΩ / (10 kΩ + 20 kΩ) = ${volts(value)}; the header takes ${volts(HEADER_HIGH_V)} for high`,
    ],
  };
}

/** What latch and clock stand at when they are high, V. */
export const outputHighV = ({ fedV, hasBuffer }: Pick<PadBus, 'fedV' | 'hasBuffer'>): number =>
  hasBuffer ? fedV : HEADER_V;

/** What the pad surely takes for high, V. */
export function padWantsV(fedV: number): Worked<number> {
  const value = HIGH_SHARE * fedV;
  return { value, working: [`${HIGH_SHARE} × ${volts(fedV)} = ${volts(value)}`] };
}
