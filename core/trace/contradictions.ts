/**
 * Readings that cannot all be right: the same probe told twice differently, a join that a chain of
 * other readings says is there, or one key that joins three nets.
 *
 * What is read closed joins two points, for good or while its key is held. Whatever is joined in steps
 * must not read open.
 */
import type { ProbePoint, Tracing } from '../model';
import type { Seen } from './contact';
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

/** No list of them is read to its end. */
const MOST = 60;

/** A reading with its points as words, ready to be compared. */
interface Reading {
  n: number;
  a: string;
  b: string;
  held: string | undefined;
  seen: Seen;
  isAtPads: boolean;
  /** The two points and what is held, whichever way round the probes are. */
  probe: string;
}

function readingsOf({ readings }: Tracing): Reading[] {
  return readings.map((r, n) => {
    const { red, black, held } = r;
    const [a, b] = [pointKey(red), pointKey(black)];
    return {
      n,
      a,
      b,
      held,
      seen: seenOf(r),
      isAtPads: 'pad' in red && 'pad' in black,
      probe: [held ?? '', ...[a, b].sort()].join('\n'),
    };
  });
}

/** What is joined by closed readings: who is reached from where, step by step. */
class Joins {
  readonly #from = new Map<string, Array<{ to: string; n: number }>>();

  constructor(closed: readonly Reading[]) {
    for (const { a, b, n } of closed) {
      this.#at(a).push({ to: b, n });
      this.#at(b).push({ to: a, n });
    }
  }

  #at(point: string): Array<{ to: string; n: number }> {
    const links = this.#from.get(point) ?? [];
    this.#from.set(point, links);
    return links;
  }

  /** The readings of the shortest chain from one point to another; empty for none. */
  chain(from: string, to: string): number[] {
    if (!this.#from.has(from) || !this.#from.has(to)) return [];
    const via = new Map<string, { before: string; n: number } | undefined>([[from, undefined]]);
    const queue = [from];
    for (const at of queue) {
      if (via.has(to)) break;
      for (const { to: next, n } of this.#from.get(at)!) {
        if (via.has(next)) continue;
        via.set(next, { before: at, n });
        queue.push(next);
      }
    }
    const out: number[] = [];
    for (let step = via.get(to); step; step = via.get(step.before)) out.unshift(step.n);
    return out;
  }

  joined(a: string, b: string): boolean {
    return a === b || this.chain(a, b).length > 0;
  }
}

/** Open, though a chain of closed readings joins the two while the same key is held. */
function againstJoins(all: readonly Reading[]): Array<Omit<Contradiction, 'isOpen'>> {
  const byHeld = new Map<string | undefined, Joins>();
  const joinsOf = (held: string | undefined): Joins => {
    const known =
      byHeld.get(held) ??
      new Joins(
        all.filter((r) => r.seen === 'closed' && (r.held === undefined || r.held === held)),
      );
    byHeld.set(held, known);
    return known;
  };
  return all.flatMap((r) => {
    if (r.seen !== 'open') return [];
    const chain = joinsOf(r.held).chain(r.a, r.b);
    if (!chain.length) return [];
    const isTwice = chain.length === 1 && all[chain[0]!]!.probe === r.probe;
    return [{ is: isTwice ? ('twice' as const) : ('chain' as const), readings: [...chain, r.n] }];
  });
}

/** A diode that was told otherwise by the same probe the same way round, or is one both ways. */
function againstDiodes(all: readonly Reading[]): Array<Omit<Contradiction, 'isOpen'>> {
  const byProbe = new Map<string, Reading[]>();
  for (const r of all) byProbe.set(r.probe, [...(byProbe.get(r.probe) ?? []), r]);
  return [...byProbe.values()].flatMap((same) => {
    const diode = same.find((r) => r.seen === 'diode');
    if (!diode) return [];
    const other = same.find((r) => {
      const isTurned = r.a !== diode.a;
      // Open the other way round is what a diode is for.
      return isTurned ? r.seen !== 'open' : r.seen !== 'diode';
    });
    if (!other) return [];
    const is = other.seen === 'diode' ? ('both ways' as const) : ('twice' as const);
    return [{ is, readings: [diode.n, other.n].sort((x, y) => x - y) }];
  });
}

/** A contact has two halves: read closed from one net to another, it cannot reach a third. */
function thirdNets(
  all: readonly Reading[],
  keys: readonly string[],
): Array<Omit<Contradiction, 'isOpen'>> {
  const rest = new Joins(all.filter((r) => r.seen === 'closed' && r.held === undefined));
  return keys.flatMap((key) => {
    // Pads that are one net read closed whatever is held.
    const own = all.filter(
      (r) => r.held === key && r.seen !== 'open' && r.isAtPads && !rest.joined(r.a, r.b),
    );
    const [first] = own;
    const other = own.find(({ a, b }) => {
      const straight = rest.joined(a, first!.a) && rest.joined(b, first!.b);
      const turned = rest.joined(a, first!.b) && rest.joined(b, first!.a);
      return !straight && !turned;
    });
    return first && other ? [{ is: 'three nets' as const, readings: [first.n, other.n] }] : [];
  });
}

/** @returns at most sixty, each with the readings it is made of */
export function contradictions(tracing: Tracing, found: Traced): Contradiction[] {
  const { readings } = tracing;
  const all = readingsOf(tracing);
  const unsure = new Set(found.keys.flatMap((k) => (k.isSure ? [] : [k.key])));
  const isOpen = (n: number): boolean => {
    const { red, black, held } = readings[n]!;
    const keys = [held, ...[red, black].map((p) => ('key' in p ? p.key : undefined))];
    if (keys.some((k) => k !== undefined && unsure.has(k))) return true;
    if (held !== undefined || !('pad' in red) || !('pad' in black)) return false;
    return !isSettled(joinedChance(atRest(readings, red.pad, black.pad), SLIP));
  };
  const told = new Set<string>();
  return [
    ...againstJoins(all),
    ...againstDiodes(all),
    ...thirdNets(
      all,
      found.keys.map((k) => k.key),
    ),
  ]
    .filter((c) => {
      const key = [...c.readings].sort((a, b) => a - b).join();
      if (told.has(key)) return false;
      told.add(key);
      return true;
    })
    .slice(0, MOST)
    .map((c) => ({ ...c, isOpen: c.readings.some(isOpen) }));
}
