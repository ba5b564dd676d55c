/**
 * A pad nobody has a drawing of, whose register tells its keys bit after bit, and a reader that clocks
 * it: drawn from a seed, told edge by edge as a logic capture. It shares no code with the program that
 * reads captures.
 */
import { z } from 'zod';
import { seeded } from '../seeded';

const Id = z.string().regex(/^[a-z0-9][a-z0-9-]{0,63}$/);
export const SerialSetting = z.strictObject({
  keys: z.array(Id).min(1).max(32),
  seed: z.number().int().min(0).max(0xffff_ffff),
});
export type SerialSetting = z.infer<typeof SerialSetting>;
/** The key that is held while it runs, if any. */
export const Capturing = z.strictObject({ held: Id.optional() });
export type Capturing = z.infer<typeof Capturing>;

/** Of pads of the trade: pressed reads low, one contact in so many pads is gone; typical. */
const LOW = 0.8;
const GONE = 0.15;
const WORDS = 8;
/** Each edge comes early or late by up to this share of half a clock. */
const JITTER = 0.15;

export class SerialPad {
  readonly #bits: number;
  readonly #bitOf = new Map<string, number>();
  readonly #gone: string | undefined;
  readonly #random: () => number;
  readonly #isLow: boolean;
  readonly #loadsHigh: boolean;
  readonly #shiftsUp: boolean;
  readonly #halfUs: number;

  constructor({ keys, seed }: SerialSetting) {
    this.#random = seeded(seed);
    this.#bits = 8 * Math.ceil(keys.length / 8);
    const places = Array.from({ length: this.#bits }, (_, i) => i);
    for (const key of keys) {
      const [bit] = places.splice(Math.floor(this.#random() * places.length), 1);
      this.#bitOf.set(key, bit!);
    }
    this.#isLow = this.#random() < LOW;
    this.#loadsHigh = this.#random() < 0.7;
    this.#shiftsUp = this.#random() < 0.7;
    this.#halfUs = 3 + 20 * this.#random();
    this.#gone = this.#random() < GONE ? keys[Math.floor(this.#random() * keys.length)] : undefined;
  }

  /** Rows "t,latch,clock,data", seconds, whenever a line moves. */
  capture({ held }: Capturing): string[] {
    if (held !== undefined && !this.#bitOf.has(held)) {
      throw new RangeError(`No key is called ${held}.`);
    }
    const rest = this.#isLow ? 1 : 0;
    const down = held === undefined || held === this.#gone ? -1 : this.#bitOf.get(held)!;
    const levels = Array.from({ length: this.#bits }, (_, bit) => (bit === down ? 1 - rest : rest));
    const moves: Array<{ t: number; line: 0 | 1 | 2; level: number }> = [];
    const half = this.#halfUs;
    const load = this.#loadsHigh ? 1 : 0;
    const idle = this.#shiftsUp ? 1 : 0;
    let t = 10 * half;
    for (let n = 0; n < WORDS; n++) {
      moves.push({ t, line: 0, level: load });
      moves.push({ t: t + 0.3 * half, line: 2, level: levels[0]! });
      moves.push({ t: t + 2 * half, line: 0, level: 1 - load });
      t += 4 * half;
      for (let bit = 0; bit < this.#bits; bit++) {
        const late = (): number => (this.#random() - 0.5) * 2 * JITTER * half;
        const back = t + half + late();
        moves.push({ t: t + late(), line: 1, level: 1 - idle });
        moves.push({ t: back, line: 1, level: idle });
        moves.push({ t: back + 0.3 * half, line: 2, level: levels[bit + 1] ?? rest });
        t += 2 * half;
      }
      t += half * (30 + 10 * this.#random());
    }
    moves.sort((a, b) => a.t - b.t);
    const now = [1 - load, idle, rest];
    const rows = [`0.000000000,${now.join(',')}`];
    for (const { t: at, line, level } of moves) {
      if (now[line] === level) continue;
      now[line] = level;
      rows.push(`${(at * 1e-6).toFixed(9)},${now.join(',')}`);
    }
    rows.push(`${(t * 1e-6).toFixed(9)},${now.join(',')}`);
    return rows;
  }

  /** What there is to be found: each key with its bit, from 0; none where its contact is gone. */
  table(): string[] {
    return [...this.#bitOf].map(([key, bit]) => `BIT ${key} ${key === this.#gone ? '-' : bit}`);
  }
}
