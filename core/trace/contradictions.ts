/**
 * Readings that cannot all be right: the same probe told twice differently, a join that a chain of
 * other readings says is there, or one key that joins three nets.
 *
 * What is read closed joins two points, for good or while its key is held. Whatever is joined in steps
 * must not read open.
 */
import type { PadReading, ProbePoint, Tracing } from '../model';
import { atRest, isSettled, joinedChance, seenOf } from './nets';
import { SLIP, type Traced } from './trace';

export interface Contradiction {
  is: 'twice' | 'chain' | 'three nets' | 'both ways';
  /** The readings it is made of, by their number from 0; the last is the one that does not go with the others. */
  readings: number[];
  /** Whether it still leaves something open; else more readings say one thing. */
  isOpen: boolean;
}

const pointKey = (p: ProbePoint): string => ('pad' in p ? `pad ${p.pad}` : `${p.key}/${p.half}`);

interface Link {
  a: string;
  b: string;
  n: number;
}

/** The readings of the shortest chain of closed ones from one point to another; empty for none. */
function chainOf(links: readonly Link[], from: string, to: string): number[] {
  const via = new Map<string, { before: string; n: number } | undefined>([[from, undefined]]);
  const queue = [from];
  while (queue.length && !via.has(to)) {
    const at = queue.shift()!;
    for (const { a, b, n } of links) {
      if (a !== at && b !== at) continue;
      const next = a === at ? b : a;
      if (via.has(next)) continue;
      via.set(next, { before: at, n });
      queue.push(next);
    }
  }
  const out: number[] = [];
  for (let step = via.get(to); step; step = via.get(step.before)) out.unshift(step.n);
  return out;
}

export function contradictions(tracing: Tracing, found: Traced): Contradiction[] {
  const { readings } = tracing;
  const out: Contradiction[] = [];
  const links = (held: string | undefined): Link[] =>
    readings.flatMap((r, n) =>
      seenOf(r.reads) === 'closed' && (r.held === undefined || r.held === held)
        ? [{ a: pointKey(r.red), b: pointKey(r.black), n }]
        : [],
    );
  const unsure = new Set(found.keys.flatMap((k) => (k.isSure ? [] : [k.key])));
  const isOpen = (numbers: readonly number[]): boolean =>
    numbers.some((n) => {
      const { red, black, held } = readings[n]!;
      if (
        [held, ...[red, black].map((p) => ('key' in p ? p.key : undefined))].some(
          (k) => k !== undefined && unsure.has(k),
        )
      ) {
        return true;
      }
      if (held !== undefined || !('pad' in red) || !('pad' in black)) return false;
      return !isSettled(joinedChance(atRest(readings, red.pad, black.pad), SLIP));
    });
  const add = (is: Contradiction['is'], numbers: number[]): void => {
    const key = [...numbers].sort((a, b) => a - b).join();
    if (out.some((c) => [...c.readings].sort((a, b) => a - b).join() === key)) return;
    out.push({ is, readings: numbers, isOpen: isOpen(numbers) });
  };
  for (const [n, r] of readings.entries()) {
    const seen = seenOf(r.reads);
    if (seen === 'open') {
      const chain = chainOf(links(r.held), pointKey(r.red), pointKey(r.black));
      if (chain.length) {
        add(chain.length === 1 && isSameProbe(readings[chain[0]!]!, r) ? 'twice' : 'chain', [
          ...chain,
          n,
        ]);
      }
    }
    // A diode that was open the same way round, or is one both ways.
    for (const [m, other] of readings.slice(0, n).entries()) {
      if (!isSameProbe(other, r)) continue;
      const isTurned = pointKey(other.red) !== pointKey(r.red);
      const [a, b] = [seenOf(other.reads), seen];
      if (a === b && a === 'diode' && isTurned) add('both ways', [m, n]);
      else if (a !== b && (a === 'diode' || b === 'diode')) {
        // Open the other way round is what a diode is for.
        if (!(isTurned && (a === 'open' || b === 'open'))) add('twice', [m, n]);
      }
    }
  }
  for (const { key } of found.keys) {
    const numbers = threeNets(readings, key, links(undefined));
    if (numbers) add('three nets', numbers);
  }
  return out;
}

const isSameProbe = (a: PadReading, b: PadReading): boolean => {
  const points = (r: PadReading): string => [r.red, r.black].map(pointKey).sort().join();
  return a.held === b.held && points(a) === points(b);
};

/** A contact has two halves: read closed from one net to another, it cannot reach a third. */
function threeNets(
  readings: readonly PadReading[],
  key: string,
  rest: readonly Link[],
): number[] | undefined {
  const joined = (a: string, b: string): boolean => a === b || chainOf(rest, a, b).length > 0;
  // Pads that are one net read closed whatever is held.
  const own = readings.flatMap((r, n) => {
    const isWanted =
      r.held === key && seenOf(r.reads) !== 'open' && 'pad' in r.red && 'pad' in r.black;
    const link = { a: pointKey(r.red), b: pointKey(r.black), n };
    return isWanted && !joined(link.a, link.b) ? [link] : [];
  });
  const [first] = own;
  if (!first) return undefined;
  const other = own.find(({ a, b }) => {
    const straight = joined(a, first.a) && joined(b, first.b);
    const turned = joined(a, first.b) && joined(b, first.a);
    return !straight && !turned;
  });
  return other && [first.n, other.n];
}
