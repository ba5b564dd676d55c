/**
 * Charge current against the cell: what the program resistor sets, and which stock value keeps the
 * cell below 1C with the charger's own tolerance.
 */
import { nextE24 } from '../kit';
import { mustBePositive, type Worked } from '../model';

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
