/** From volts to loudness: what an amplifier gives before it clips, and how loud that is. */
import { mustBePositive, mustNotBeNegative, type Worked } from '../model';

/** What each output transistor keeps for itself, V: typical. */
const DROP_V = 0.3;

/**
 * The most sine power into a speaker before the tops are cut off.
 *
 * @param volts      at the amplifier, V
 * @param ohm        of the speaker, Ω
 * @param isBridged  both ends driven: twice the swing; else one end, over a capacitor
 * @returns          W, with its line of working
 * @throws           RangeError for a figure that cannot be
 */
export function clippingWatts(volts: number, ohm: number, isBridged: boolean): Worked<number> {
  mustNotBeNegative('The voltage at the amplifier', volts);
  mustBePositive('The resistance of the speaker', ohm);
  if (!isBridged) {
    const value = volts ** 2 / (8 * ohm);
    return {
      value,
      working: [`P = V²/8R = ${volts.toFixed(2)}² / (8 × ${ohm} Ω) = ${value.toFixed(2)} W`],
    };
  }
  const value = Math.max(0, volts - 2 * DROP_V) ** 2 / (2 * ohm);
  return {
    value,
    working: [
      `P = (V − 2·${DROP_V} V)²/2R = (${volts.toFixed(2)} − ${2 * DROP_V})² / (2 × ${ohm} Ω) = ${value.toFixed(2)} W`,
    ],
  };
}

/** Sensitivity of a small speaker of 28 mm, dB at 1 W and 1 m; others by their width: typical. */
const AT_28_MM = 78;
export const typicalSensitivity = (acrossMm: number): number =>
  AT_28_MM + 20 * Math.log10(acrossMm / 28);

/** Where a handheld is listened to, m. */
export const EAR_M = 0.3;

/** How much louder it is there than at 1 m, dB. */
export const nearerDb = (metres = EAR_M): number => -20 * Math.log10(metres);

/** Sound pressure level at a distance, dB: S + 10·log P + 20·log(1 m / d). */
export const levelDb = (sensitivity: number, watts: number, metres = EAR_M): number =>
  sensitivity + 10 * Math.log10(Math.max(watts, 1e-6)) + nearerDb(metres);

/** What a level is like, from its dB on: typical. */
const LIKE: ReadonlyArray<readonly [from: number, words: string]> = [
  [90, 'loud enough for the next room'],
  [80, 'loud'],
  [68, 'as loud as talk across a table'],
  [55, 'quiet'],
  [-Infinity, 'lost in a room where people talk'],
];
export const loudnessWords = (db: number): string => LIKE.find(([from]) => db >= from)![1];

/** Below this a speaker is not heard over talk, dB. */
export const HEARD_DB = 68;
