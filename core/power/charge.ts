/**
 * Charge current against the cell: what the program resistor sets, and which stock value keeps the
 * cell below 1C with the charger's own tolerance.
 */
import { mustBePositive, type Worked } from '../model';

/** Preferred numbers of the E24 series (IEC 60063). */
export const E24 = [
  1, 1.1, 1.2, 1.3, 1.5, 1.6, 1.8, 2, 2.2, 2.4, 2.7, 3, 3.3, 3.6, 3.9, 4.3, 4.7, 5.1, 5.6, 6.2, 6.8,
  7.5, 8.2, 9.1,
] as const;

/** The next E24 value not below a resistance, Ω. */
export function nextE24(rOhm: number): number {
  mustBePositive('The resistance', rOhm);
  for (let decade = 10 ** Math.floor(Math.log10(rOhm) - 1); ; decade *= 10) {
    for (const v of E24) {
      const value = Math.round(v * decade * 1e6) / 1e6;
      if (value >= rOhm * (1 - 1e-9)) return value;
    }
  }
}

/**
 * Charge current set by a linear charger's program resistor.
 *
 * @param kVolts  charger constant K in V (I = K / R)
 * @param rOhms   program resistor in Ω, > 0
 * @returns       current in A, with the line of working the interface shows
 * @throws        RangeError when either is not a positive finite number
 */
export function chargeCurrent(kVolts: number, rOhms: number): Worked<number> {
  mustBePositive('The charger constant', kVolts);
  mustBePositive('The program resistor', rOhms);
  const amps = kVolts / rOhms;
  return { value: amps, working: [`I = K / R = ${kVolts} V / ${rOhms} Ω = ${amps.toFixed(2)} A`] };
}

/** What a builder aims for: gentle on the cell and still charged overnight. */
const GENTLE_C = 0.7;

/**
 * The stock resistor that charges a pack gently.
 *
 * @param capacityAh  what is charged; @param maxC  the most the cell allows, 1/h
 * @param tolerance   the charger's own, 0.1 for ±10 %
 */
export function resistorFor(
  kVolts: number,
  capacityAh: number,
  maxC: number,
  tolerance: number,
): Worked<number> {
  mustBePositive('The capacity', capacityAh);
  const aim = Math.min(GENTLE_C, maxC / (1 + tolerance)) * capacityAh;
  const r = nextE24(kVolts / aim);
  return {
    value: r,
    working: [
      `R ≥ ${kVolts} V / ${aim.toFixed(2)} A = ${(kVolts / aim).toFixed(0)} Ω, next E24 value ${r} Ω: ${(kVolts / r).toFixed(2)} A, ${(((kVolts / r) * (1 + tolerance)) / capacityAh).toFixed(2)} C at +${Math.round(tolerance * 100)} %`,
    ],
  };
}
