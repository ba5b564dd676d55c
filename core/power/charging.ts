/**
 * Charging to the end: constant current until the pack stands at its full voltage, then constant
 * voltage until the current has fallen to what ends it; with a load beside the cell or none.
 */
import { mustBePositive, mustNotBeNegative } from '../model';
import type { Pack } from './discharge';
import { voltsAt } from './ocv';

export interface Charging {
  /** Hours to 80 % and until the charger ends; nothing when it never does. */
  to80?: number;
  toFull?: number;
  /** Where it stops gaining when it never ends, share of the charge. */
  restsAt?: number;
  /** The most warmth in the charger, W. */
  heatW: number;
  /** Over the time to 80 %, or for as long as it was followed, W. */
  meanHeatW: number;
  curve: Array<{ hours: number; soc: number; volts: number; amps: number }>;
}
export interface Charge {
  /** What the charger is set to, A, and the voltage it holds, V. */
  amps: number;
  fullV: number;
  /** It ends when the current it gives has fallen to this, A. */
  endA: number;
  /** Volts in front of a linear charger, which burns what is over; or the efficiency of a switching one. */
  from: { inV: number } | { efficiency: number };
  /** What the build takes beside the cell while it charges, A; the charger cannot tell it from charge. */
  loadA: (volts: number) => number;
}

const heat = (from: Charge['from'], volts: number, amps: number): number =>
  'inV' in from ? (from.inV - volts) * amps : volts * amps * (1 / from.efficiency - 1);

/** Longest that is looked at, h. */
const LONGEST_H = 72;
const STEP_H = 1 / 240;
/** A charge that moves less in an hour has come to rest. */
const RESTS = 1e-4;
const EVERY = 12;
/** No cell has less, Ω. */
const LEAST_OHM = 1e-6;

/**
 * @param pack  what is charged, from one charge to another, 0..1; to 1 it is followed until it ends
 * @returns     times in h and the curve; steps of 15 s, below 0.1 % of a charge each
 * @throws      RangeError for a figure that cannot be
 */
export function chargeRun(pack: Pack, how: Charge, { from = 0, to = 1 } = {}): Charging {
  mustBePositive('The capacity', pack.capacityAh);
  mustBePositive('The charge current', how.amps);
  mustNotBeNegative('The internal resistance', pack.rOhm);
  mustNotBeNegative('The current that ends the charge', how.endA);
  const out: Charging = { heatW: 0, meanHeatW: 0, curve: [] };
  let warmed = 0;
  let soc = from;
  for (let step = 0; step * STEP_H < LONGEST_H; step++) {
    const hours = step * STEP_H;
    const ocv = voltsAt(pack.ocv, soc);
    const load = how.loadA(ocv);
    const isHeld = ocv + (how.amps - load) * pack.rOhm > how.fullV;
    // Held at its full voltage the cell takes what its resistance lets in; the load comes on top.
    const held = (how.fullV - ocv) / Math.max(pack.rOhm, LEAST_OHM);
    const intoCell = isHeld ? Math.min(held, how.amps - load) : how.amps - load;
    const given = intoCell + load;
    const volts = ocv + intoCell * pack.rOhm;
    const warm = heat(how.from, volts, given);
    out.heatW = Math.max(out.heatW, warm);
    if (out.to80 === undefined) {
      warmed += warm;
      out.meanHeatW = warmed / (step + 1);
    }
    if (step % EVERY === 0) out.curve.push({ hours, soc, volts, amps: intoCell });
    if (out.to80 === undefined && soc >= 0.8) out.to80 = hours;
    if (to < 1 && soc >= to) return out;
    if (isHeld && given <= how.endA) {
      out.curve.push({ hours, soc, volts, amps: intoCell });
      return { ...out, toFull: hours };
    }
    const gain = intoCell / pack.capacityAh;
    if (Math.abs(gain) < RESTS || (gain < 0 && soc <= 0)) break;
    soc = Math.max(0, Math.min(1, soc + gain * STEP_H));
  }
  return { ...out, restsAt: soc };
}
