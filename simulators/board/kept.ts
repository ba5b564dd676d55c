/**
 * A kept board nobody has a drawing of, and a meter on it: drawn from a seed, read pair by pair by a
 * hand that slips. It knows nothing of the tracing program and shares no code with it.
 */
import { z } from 'zod';
import { seeded } from '../seeded';

const Id = z.string().regex(/^[a-z0-9][a-z0-9-]{0,63}$/);
const Pad = z.string().min(1).max(12);
export const KeptSetting = z.strictObject({
  pads: z.array(Pad).min(2).max(24),
  keys: z.array(Id).min(1).max(60),
  seed: z.number().int().min(0).max(0xffff_ffff),
  /** Share of readings that are wrong. */
  slip: z.number().min(0).max(0.4),
});
export type KeptSetting = z.infer<typeof KeptSetting>;

const Point = z.union([
  z.strictObject({ pad: Pad }),
  z.strictObject({ key: Id, half: z.union([z.literal(1), z.literal(2)]) }),
]);
type Point = z.infer<typeof Point>;
export const Probing = z.strictObject({ red: Point, black: Point, held: Id.optional() });
export type Probing = z.infer<typeof Probing>;

interface Contact {
  /** Net of each half; -1 where the trace is broken. */
  nets: [number, number];
  /** A diode on the second half: current runs from half 1 to 2 (1), or back (-1). */
  diode: -1 | 0 | 1;
  ohm: number;
}

/** Of boards of the trade: with a common pad, with diodes, with a worn pill; typical. */
const COMMON = 0.7;
const DIODES = 0.15;
const WORN = 0.2;
/** Leads and traces, Ω. */
const LEADS_OHM = 0.3;

export class KeptStandIn {
  readonly #pads: readonly string[];
  readonly #net: number[];
  readonly #contacts = new Map<string, Contact>();
  readonly #random: () => number;
  readonly #slip: number;

  constructor({ pads, keys, seed, slip }: KeptSetting) {
    this.#random = seeded(seed);
    this.#slip = slip;
    this.#pads = pads;
    const pairs = this.#pairs(pads.length, keys.length);
    const nets = Math.max(1, ...pairs.flat().map((n) => n + 1));
    const spare = Array.from({ length: pads.length - nets }, (_, n) =>
      // A pad beside the keys: joined with one of theirs, or of something else.
      this.#random() < 0.5 ? Math.floor(this.#random() * nets) : nets + n,
    );
    this.#net = this.#shuffled([...Array.from({ length: nets }, (_, n) => n), ...spare]);
    const hasDiodes = this.#random() < DIODES;
    const onward = this.#random() < 0.5;
    const worn = this.#random() < WORN ? Math.floor(this.#random() * keys.length) : -1;
    keys.forEach((key, k) => {
      const [a, b] = pairs[k]!;
      const isTurned = this.#random() < 0.5;
      const forward = onward === isTurned ? -1 : 1;
      this.#contacts.set(key, {
        nets: isTurned ? [b, a] : [a, b],
        diode: hasDiodes ? forward : 0,
        ohm: k === worn ? 14_000 + 9000 * this.#random() : 40 + 500 * this.#random(),
      });
    });
  }

  /** Each key's two nets: one common to all, or rows and columns. A board too small leaves keys without. */
  #pairs(pads: number, keys: number): Array<[number, number]> {
    const rows = Math.max(1, Math.min(pads - 1, Math.round(Math.sqrt(keys))));
    const columns = Math.ceil(keys / rows);
    const hasRoom = pads > keys;
    if (hasRoom && (this.#random() < COMMON || rows + columns > pads)) {
      return Array.from({ length: keys }, (_, k) => [0, k + 1]);
    }
    return Array.from({ length: keys }, (_, k) => {
      const [row, column] = [k % rows, rows + Math.floor(k / rows)];
      return column < pads ? [row, column] : [-1, -1];
    });
  }

  #shuffled<T>(list: T[]): T[] {
    for (let i = list.length - 1; i > 0; i--) {
      const j = Math.floor(this.#random() * (i + 1));
      [list[i], list[j]] = [list[j]!, list[i]!];
    }
    return list;
  }

  /** @returns Ω with one decimal, "open" or "diode" */
  probe(p: Probing): string {
    const reads = this.#reads(p);
    if (this.#random() >= this.#slip) return reads;
    const others = ['open', 'diode', '12.0'].filter((o) => o !== reads);
    return others[Math.floor(this.#random() * others.length)]!;
  }

  #contact(key: string): Contact {
    const found = this.#contacts.get(key);
    if (!found) throw new RangeError(`No key is called ${key}.`);
    return found;
  }

  /** The net a point is on and whether a diode lies between; the half itself where nothing leads away. */
  #netOf(p: Point): number {
    if (!('pad' in p)) return NaN;
    const at = this.#pads.indexOf(p.pad);
    if (at < 0) throw new RangeError(`No pad is called ${p.pad}.`);
    return this.#net[at]!;
  }

  #reads({ red, black, held }: Probing): string {
    const closed = (ohm: number): string => (ohm + LEADS_OHM).toFixed(1);
    if (held !== undefined) this.#contact(held);
    if ('pad' in red && 'pad' in black) {
      const [a, b] = [this.#netOf(red), this.#netOf(black)];
      if (a === b) return closed(0);
      if (held === undefined) return 'open';
      const { nets, diode, ohm } = this.#contact(held);
      if (nets[0] === a && nets[1] === b) return through(diode, 1, closed(ohm));
      if (nets[0] === b && nets[1] === a) return through(diode, -1, closed(ohm));
      return 'open';
    }
    if (!('pad' in red) && !('pad' in black)) {
      const isOne = red.key === black.key && (red.half === black.half || held === red.key);
      return isOne ? closed(red.half === black.half ? 0 : this.#contact(red.key).ohm) : 'open';
    }
    const half = 'pad' in red ? (black as { key: string; half: 1 | 2 }) : red;
    const net = this.#netOf('pad' in red ? red : black);
    const { nets, diode, ohm } = this.#contact(half.key);
    if (nets[half.half - 1] === net) {
      if (half.half === 1) return closed(0);
      // The diode sits on the second half, between it and its net.
      return through(diode, 'pad' in red ? -1 : 1, closed(0));
    }
    if (held !== half.key || nets[2 - half.half] !== net) return 'open';
    if (half.half === 2) return closed(ohm);
    return through(diode, 'pad' in red ? -1 : 1, closed(ohm));
  }

  /** What there is to be found: each key with a pad of each of its nets. */
  table(): string[] {
    return [...this.#contacts].map(([key, { nets }]) => {
      const pads = nets.map((n) => this.#pads[this.#net.indexOf(n)] ?? '-');
      return `KEY ${key} ${pads.join(' ')}`;
    });
  }
}

/** Through a diode in the way it runs, or against it. */
function through(diode: -1 | 0 | 1, way: 1 | -1, closed: string): string {
  if (diode === 0) return closed;
  return diode === way ? 'diode' : 'open';
}
