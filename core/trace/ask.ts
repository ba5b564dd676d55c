/**
 * The next reading that tells most of what is not known yet, with the least handling.
 *
 * Told is what is learnt of the table, pad to key, not of which half of a contact is which: the
 * entropy of the answer less what stays open of it once the table is known.
 */
import { type Belief, chancesOf, likeliest } from './belief';
import { type Probe, type Seen, type Spot, tells, WIRED } from './contact';
import { placeOf } from './likelihood';

/** Nobody holds two probes and a key gladly: what is left where it is saves a little. */
const KEPT_HELD = 0.03;
const KEPT_CLIP = 0.02;
/** So unlikely that no reading is spent on it. */
const HARDLY = 1e-6;

const bits = (chances: readonly number[]): number =>
  chances.reduce((sum, p) => (p > 0 ? sum - p * Math.log2(p) : sum), 0);

/** Chances of open, closed, diode as they are read by a hand that slips. */
const slipped = (of: readonly number[], slip: number): number[] =>
  of.map((p) => p * (1 - slip) + ((1 - p) * slip) / 2);

const SEEN: readonly Seen[] = ['open', 'closed', 'diode'];

const netOf = (s: Spot): number | undefined => ('net' in s ? s.net : undefined);
const sameSpot = (a: Spot, b: Spot): boolean =>
  'net' in a ? 'net' in b && a.net === b.net : 'key' in b && a.key === b.key && a.half === b.half;

/**
 * Bits a reading would tell of what this key closes.
 *
 * @param key   the key it holds or touches
 * @param slip  share of wrong readings
 */
function tellsBits(belief: Belief, key: number, probe: Probe, slip: number): number {
  const { nets } = belief;
  const l = belief.keys[key]!;
  const all = [0, 0, 0];
  let left = 0;
  let rest = 1;
  /** Wirings that share what they close, weighed together. */
  const group = (members: ReadonlyArray<readonly [number, number, number]>): void => {
    const of = [0, 0, 0];
    let sum = 0;
    for (const [i, j, t] of members) {
      const p = l.both[placeOf(nets, i, j, t)]!;
      if (p <= 0) continue;
      sum += p;
      of[SEEN.indexOf(tells(key, { nets: [i, j], wired: WIRED[t]! }, probe))]! += p;
    }
    if (sum <= 0) return;
    rest -= sum;
    of.forEach((p, n) => (all[n]! += p));
    left +=
      sum *
      bits(
        slipped(
          of.map((p) => p / sum),
          slip,
        ),
      );
  };
  for (const [a, b] of touched(belief, probe)) {
    group([
      [a, b, 0],
      [b, a, 0],
    ]);
    group([
      [a, b, 1],
      [a, b, 2],
      [b, a, 3],
      [b, a, 4],
    ]);
    group([
      [b, a, 1],
      [b, a, 2],
      [a, b, 3],
      [a, b, 4],
    ]);
  }
  // Halves that reach a pad alone: such a key closes nothing, whichever it is.
  const alone = [0, 0, 0];
  let sum = 0;
  if (!('net' in probe.red && 'net' in probe.black)) {
    const n = netOf(probe.red) ?? netOf(probe.black)!;
    for (const half of [0, 1] as const) {
      const p = l.one[half][n]!;
      const at = half === 0 ? ([n, undefined] as const) : ([undefined, n] as const);
      alone[SEEN.indexOf(tells(key, { nets: at, wired: WIRED[0]! }, probe))]! += p;
      sum += p;
    }
    alone.forEach((p, i) => (all[i]! += p));
    rest -= sum;
  }
  all[0]! += Math.max(0, rest);
  left += Math.max(0, rest) * bits(slipped([1, 0, 0], slip));
  if (sum > 0) {
    left +=
      sum *
      bits(
        slipped(
          alone.map((p) => p / sum),
          slip,
        ),
      );
  }
  return Math.max(0, bits(slipped(all, slip)) - left);
}

/** Pairs of nets whose keys could answer other than open: all the others say open, whatever they are. */
function touched({ nets }: Belief, { red, black, held }: Probe): Array<readonly [number, number]> {
  const a = netOf(red);
  const b = netOf(black);
  if (a !== undefined && b !== undefined) return held === undefined ? [] : [[a, b]];
  const n = (a ?? b)!;
  return Array.from({ length: nets }, (_, m) => m).flatMap((m) =>
    m === n ? [] : [[n, m] as const],
  );
}

/**
 * The best next probe among keys that are not settled.
 *
 * @param open    keys still looked for
 * @param sealed  whether the halves of the contacts cannot be touched
 * @param last    the probe before: its clip and its held key are kept gladly
 */
export function bestProbe(
  belief: Belief,
  open: readonly number[],
  sealed: boolean,
  slip: number,
  last?: Probe,
): Probe | undefined {
  const { nets } = belief;
  let best: { probe: Probe; worth: number } | undefined;
  const offer = (key: number, probe: Probe): void => {
    const told = tellsBits(belief, key, probe, slip);
    if (told <= 1e-9) return;
    const kept =
      (last?.held === probe.held ? KEPT_HELD : 0) +
      (last && (sameSpot(last.red, probe.red) || sameSpot(last.black, probe.black))
        ? KEPT_CLIP
        : 0);
    const worth = told * (1 + kept);
    if (!best || worth > best.worth + 1e-12) best = { probe, worth };
  };
  for (const key of open) {
    const c = chancesOf(belief.keys[key]!, nets);
    const hasDiode = c.onward.some((p) => p > HARDLY);
    const chance = (a: number, b: number): number =>
      c.plain[a * nets + b]! + c.onward[a * nets + b]! + c.onward[b * nets + a]!;
    const reaches = new Float64Array(nets);
    for (let a = 0; a < nets; a++) {
      for (let b = a + 1; b < nets; b++) {
        const p = chance(a, b);
        reaches[a]! += p;
        reaches[b]! += p;
        if (p < HARDLY) continue;
        offer(key, { red: { net: a }, black: { net: b }, held: key });
        if (hasDiode) offer(key, { red: { net: b }, black: { net: a }, held: key });
      }
    }
    if (sealed) continue;
    for (const [net, p] of reaches.entries()) {
      if (p < HARDLY) continue;
      for (const half of [0, 1] as const) {
        offer(key, { red: { key, half }, black: { net } });
        if (hasDiode) offer(key, { red: { net }, black: { key, half } });
      }
    }
  }
  return best?.probe;
}

/** Keys that are not sure enough yet. */
export const openKeys = (belief: Belief, sure: number): number[] =>
  belief.keys.flatMap((l, k) => {
    const { chance } = likeliest(chancesOf(l, belief.nets), belief.nets);
    return chance >= sure ? [] : [k];
  });
