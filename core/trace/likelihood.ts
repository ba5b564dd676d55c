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

/** A hand that never slips is taken to slip once in so many: what it says is then as good as sure. */
const LEAST_SLIP = 1e-9;
const NOWHERE: Contact = { nets: [undefined, undefined], wired: WIRED[0]! };

/** Nets a reading of this key touches: two pads, or the pad a half was probed at; none where neither is a pad. */
function netsIn({ red, black }: Told): number[] {
  return [red, black].flatMap((s) => ('net' in s ? [s.net] : []));
}

/**
 * Every reading is likely or not as a key without pads would have it told; only wirings that reach a
 * net it touches are told otherwise.
 *
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
  const wrong = Math.max(slip, LEAST_SLIP);
  const own = told.filter((t) => concerns(key, t));
  const log = (contact: Contact, t: Told): number =>
    Math.log(tells(key, contact, t) === t.seen ? 1 - wrong : wrong / OTHERS);
  const none = own.reduce((sum, t) => sum + log(NOWHERE, t), 0);
  /** Readings that touch a net, by net. */
  const at = Array.from({ length: nets }, (_, n) => own.filter((t) => netsIn(t).includes(n)));
  const of = (contact: Contact, touching: readonly Told[]): number =>
    touching.reduce((sum, t) => sum + log(contact, t) - log(NOWHERE, t), none);
  const both = new Float64Array(nets * nets * WIRED.length).fill(-Infinity);
  const one = [new Float64Array(nets), new Float64Array(nets)] as const;
  for (let i = 0; i < nets; i++) {
    one[0][i] = of({ nets: [i, undefined], wired: WIRED[0]! }, at[i]!);
    one[1][i] = of({ nets: [undefined, i], wired: WIRED[0]! }, at[i]!);
    for (let j = 0; j < nets; j++) {
      if (i === j) continue;
      const touching = at[j]!.length ? [...new Set([...at[i]!, ...at[j]!])] : at[i]!;
      WIRED.forEach((wired, t) => {
        both[placeOf(nets, i, j, t)] = of({ nets: [i, j], wired }, touching);
      });
    }
  }
  let most = none;
  for (const w of [both, one[0], one[1]]) for (const x of w) most = Math.max(most, x);
  const scaled = (w: Float64Array): Float64Array => w.map((x) => Math.exp(x - most));
  return { both: scaled(both), one: [scaled(one[0]), scaled(one[1])], none: Math.exp(none - most) };
}
