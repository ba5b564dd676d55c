/**
 * What the readings say of one key, before anything is supposed of the board as a whole: the
 * likelihood of every way its two halves can be wired to the nets there are.
 */
import { type Contact, tells, type Told, WIRED } from './contact';

/** A reading that is wrong is wrong in either of two other ways, evenly. */
const OTHERS = 2;

export interface Likelihood {
  /** Half 1 on net i, half 2 on net j, wired as `WIRED[t]`: at `(i × nets + j) × 5 + t`. */
  both: Float64Array;
  /** Only the first, or only the second half reaches a net: i. */
  one: readonly [Float64Array, Float64Array];
  none: number;
}

export const placeOf = (nets: number, i: number, j: number, t: number): number =>
  (i * nets + j) * WIRED.length + t;

/** Whether a reading can tell anything of a key. */
const concerns = (key: number, { red, black, held }: Told): boolean =>
  held === key || ('key' in red && red.key === key) || ('key' in black && black.key === key);

/**
 * @param nets  how many nets the pads make
 * @param slip  share of readings that are wrong, 0 to 0.4
 * @returns     likelihoods, the greatest of them 1
 */
export function likelihoodOf(
  key: number,
  nets: number,
  told: readonly Told[],
  slip: number,
): Likelihood {
  const own = told.filter((t) => concerns(key, t));
  const of = (contact: Contact): number =>
    own.reduce(
      (product, t) => product * (tells(key, contact, t) === t.seen ? 1 - slip : slip / OTHERS),
      1,
    );
  const both = new Float64Array(nets * nets * WIRED.length);
  const one = [new Float64Array(nets), new Float64Array(nets)] as const;
  for (let i = 0; i < nets; i++) {
    one[0][i] = of({ nets: [i, undefined], wired: WIRED[0]! });
    one[1][i] = of({ nets: [undefined, i], wired: WIRED[0]! });
    for (let j = 0; j < nets; j++) {
      if (i === j) continue;
      WIRED.forEach((wired, t) => {
        both[placeOf(nets, i, j, t)] = of({ nets: [i, j], wired });
      });
    }
  }
  const none = of({ nets: [undefined, undefined], wired: WIRED[0]! });
  const most = Math.max(none, ...both, ...one[0], ...one[1]);
  if (most <= 0) return { both, one, none };
  const scaled = (w: Float64Array): Float64Array => w.map((x) => x / most);
  return { both: scaled(both), one: [scaled(one[0]), scaled(one[1])], none: none / most };
}
