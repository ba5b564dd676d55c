/**
 * Which pads are one net, from what was read between them with no key held: pads joined on the board
 * share a wire, and are one place to the keys.
 */
import type { PadReading } from '../model';
import type { Seen } from './contact';

/** Pads of a kept board that are joined: one pair in so many, typical. */
const JOINED = 0.03;
/** Surer than this either way is settled. */
const SETTLED = 0.99;
/** Up to here a pressed contact reads, from there on none does, Ω; carbon pills read up to some kΩ. */
const CONTACT_OHM = 100e3;
/** Copper reads less than this, Ω; what reads more between two pads at rest is dirt. */
export const COPPER_OHM = 1000;

/** Whether nothing is held and both probes are on pads: then only copper joins them. */
export const isAtRest = ({ red, black, held }: PadReading): boolean =>
  held === undefined && 'pad' in red && 'pad' in black;

export const seenOf = (r: PadReading): Seen => {
  if (typeof r.reads === 'string') return r.reads;
  return r.reads <= (isAtRest(r) ? COPPER_OHM : CONTACT_OHM) ? 'closed' : 'open';
};

/** A pair that reads closed while a key is held may as well be joined for good; with two keys, rather so. */
export const JOINED_IF_ONCE = 0.3;
export const JOINED_IF_TWICE = 0.6;

/**
 * Whether two points are joined, of readings that a join would close: the chance of it.
 *
 * @param before  the chance before any of these was read
 */
export function joinedChance(seen: readonly Seen[], slip: number, before = JOINED): number {
  let join = before;
  let apart = 1 - before;
  for (const s of seen) {
    join *= s === 'closed' ? 1 - slip : slip / 2;
    apart *= s === 'open' ? 1 - slip : slip / 2;
  }
  return join + apart > 0 ? join / (join + apart) : before;
}
export const isSettled = (chance: number): boolean => chance >= SETTLED || chance <= 1 - SETTLED;

/** Readings between two pads with nothing held. */
export const atRest = (readings: readonly PadReading[], a: string, b: string): Seen[] =>
  readings.flatMap((r) => {
    const { red, black } = r;
    if (r.held !== undefined || !('pad' in red) || !('pad' in black)) return [];
    const isPair = (red.pad === a && black.pad === b) || (red.pad === b && black.pad === a);
    return isPair ? [seenOf(r)] : [];
  });

/**
 * The pads in nets, each a list of pads, in the order of the pads.
 *
 * @param slip  share of readings that are wrong
 */
export function netsOf(
  pads: readonly string[],
  readings: readonly PadReading[],
  slip: number,
): string[][] {
  const nets = pads.map((p) => [p]);
  for (const [i, a] of pads.entries()) {
    for (const b of pads.slice(i + 1)) {
      const seen = atRest(readings, a, b);
      if (!seen.includes('closed') || joinedChance(seen, slip) <= 0.5) continue;
      const one = nets.find((n) => n.includes(a))!;
      const two = nets.find((n) => n.includes(b))!;
      if (one === two) continue;
      one.push(...two);
      nets.splice(nets.indexOf(two), 1);
    }
  }
  return nets;
}
