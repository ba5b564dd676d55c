/** Resistors of stock values whose levels lie apart. */
import { E24 } from '../kit';
import { levelOf, type Setting } from './level';

/** From a wire over 10 Ω to 910 kΩ. */
const STOCK_OHM = [
  0,
  ...[10, 100, 1e3, 10e3, 100e3].flatMap((decade) => E24.map((v) => Math.round(v * decade))),
];

/**
 * So many resistors whose levels lie evenly from ground up to the released line, in that order: the
 * first key straight to ground, each next a step of 1/n higher.
 */
export function evenOhms(count: number, setting: Setting): number[] {
  return Array.from({ length: count }, (_, n) => nearestOhm(n / count, setting));
}

const nearestOhm = (share: number, setting: Setting): number =>
  STOCK_OHM.reduce((best, ohm) =>
    Math.abs(levelOf([ohm], setting) - share) < Math.abs(levelOf([best], setting) - share)
      ? ohm
      : best,
  );

/** So many more beside those that are there: each as far from all levels, and from released, as can be. */
export function ohmsBetween(there: readonly number[], count: number, setting: Setting): number[] {
  const all = [...there];
  for (let n = 0; n < count; n++) {
    const levels = [1, ...all.map((ohm) => levelOf([ohm], setting))];
    const apart = (ohm: number): number =>
      Math.min(...levels.map((l) => Math.abs(l - levelOf([ohm], setting))));
    all.push(STOCK_OHM.reduce((best, ohm) => (apart(ohm) > apart(best) ? ohm : best)));
  }
  return all.slice(there.length);
}
