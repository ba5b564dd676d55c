/** The most a contact may read before its press is not told: what it and a pull-up divide. */
import type { Worked } from '../model';

/** A header's own pull-up, Ω, and what its inputs take for low, V at a supply of 3.3 V: typical. */
export const PULL_UP_OHM = 50e3;
const SUPPLY_V = 3.3;
const LOW_V = 0.8;
/** Over this share of the most, a contact that wears or is cold is soon not told. */
export const WORN_SHARE = 0.5;

/**
 * Most resistance of a pressed contact that still reads low: R ≤ Rpull · Vlow / (V − Vlow).
 *
 * @param pullUpOhm  the pull-up, Ω, above 0
 * @returns          Ω with its working
 * @throws           RangeError when the pull-up is no positive figure
 * @see              the voltage divider of pull-up and contact
 */
export function mostContactOhm(pullUpOhm: number): Worked<number> {
  if (!(pullUpOhm > 0) || !Number.isFinite(pullUpOhm)) {
    throw new RangeError(`A pull-up of ${pullUpOhm} Ω is none.`);
  }
  const value = (pullUpOhm * LOW_V) / (SUPPLY_V - LOW_V);
  return {
    value,
    working: [
      `R ≤ ${ohmWords(pullUpOhm)} · ${LOW_V} V / (${SUPPLY_V} V − ${LOW_V} V) = ${ohmWords(value)}`,
      `${LOW_V} V is read as low, ${SUPPLY_V} V is the supply: typical of a header.`,
    ],
  };
}

/** What a header's inputs take for high, V: typical. */
const HIGH_V = 2;

/**
 * Least resistance between two pads at rest that still reads high: R ≥ Rpull · Vhigh / (V − Vhigh).
 *
 * @param pullUpOhm  the pull-up, Ω, above 0
 * @returns          Ω with its working
 * @see              the voltage divider of pull-up and leak
 */
export function leastLeakOhm(pullUpOhm: number): Worked<number> {
  const value = (pullUpOhm * HIGH_V) / (SUPPLY_V - HIGH_V);
  return {
    value,
    working: [
      `R ≥ ${ohmWords(pullUpOhm)} · ${HIGH_V} V / (${SUPPLY_V} V − ${HIGH_V} V) = ${ohmWords(value)}`,
    ],
  };
}

const PLAIN = new Intl.NumberFormat('en', { maximumSignificantDigits: 2 });
export const ohmWords = (ohm: number): string =>
  ohm >= 1000 ? `${PLAIN.format(ohm / 1000)} kΩ` : `${PLAIN.format(ohm)} Ω`;
