/**
 * Fills a cavity from one corner: always the lowest notch of what stands, with whatever wastes least
 * there. Many half-filled cavities are kept side by side, the best of each size go on. Good where
 * hardly any room is left over; what it cannot finish, the packer may.
 */
import type { Packed, PackProblem } from '../packer';
import { Cavity } from './cavity';
import { EMPTY, endOf, EPS, type Filling, likeness, lowestStep, withRaised } from './filling';
import { type BeamSpace, type Flip, flipped, flippedBack } from './flip';
import { Outline } from './outline';
import { type Shape, shapesOf } from './shape';
import { Wishes } from './wishes';

export type { BeamSpace, Flip } from './flip';

const { abs, min } = Math;

/** So many times the width are looked at closer; roughness and steps of the outline count against it. */
const CLOSER = 4;
const ROUGH = 0.00035;
const STEP = 0.002;
/** Notches filled up one after the other before a filling is given up. */
const SKIPS = 3;
/** Tries between two rests, in which whoever waits may stop it. */
const REST = 64;

/**
 * Fill once.
 *
 * @param width   half-filled cavities kept at each size
 * @returns       places of all, or those of the fullest with the rest left out; yields every 64 tries
 */
export function* fill(
  p: PackProblem,
  space: BeamSpace,
  flip: Flip,
  width: number,
  random: () => number,
): Generator<void, Array<Packed | undefined>> {
  const beam = new Beam(p, space, flip, random);
  const fullest = yield* beam.fill(width);
  return beam.placesOf(fullest);
}

class Beam {
  readonly #space: BeamSpace;
  readonly #flip: Flip;
  readonly #random: () => number;
  readonly #cavity: Cavity;
  readonly #shapes: Shape[][];
  /** The least width of each item, any way it lies. */
  readonly #least: number[];
  /** Room that may be lost at all, mm². */
  readonly #budget: number;
  /** How far chance reorders, and how much an even outline counts, drawn anew for each filling. */
  readonly #noise: number;
  readonly #evenly: number;
  readonly #wishes = new Wishes();
  readonly #outline: Outline;
  #tries = 0;

  constructor(p: PackProblem, space: BeamSpace, flip: Flip, random: () => number) {
    const problem = flipped(p, space, flip);
    this.#space = space;
    this.#flip = flip;
    this.#random = random;
    this.#cavity = new Cavity(problem);
    this.#shapes = problem.items.map(shapesOf);
    this.#least = this.#shapes.map((q) => min(...q.map((s) => s.w)));
    const { w, h } = problem.space;
    const area = this.#shapes.reduce((sum, q) => sum + (q[0]?.area ?? 0), 0);
    this.#budget = w * h - area + EPS;
    this.#noise = 0.15 + 0.35 * random();
    this.#evenly = 0.3 + 2 * random();
    this.#outline = new Outline(w);
  }

  /** The fullest cavity found. */
  *fill(width: number): Generator<void, Filling> {
    let level = [EMPTY];
    let fullest = EMPTY;
    for (let depth = 0; depth < this.#shapes.length && level.length; depth++) {
      this.#wishes.clear();
      for (const s of level) yield* this.#wishOf(s);
      level = yield* this.#bestOf(width);
      if (level[0]) [fullest] = level as [Filling];
    }
    return fullest;
  }

  #isRest(): boolean {
    return ++this.#tries % REST === 0;
  }

  /** A notch that nothing fits is filled up; so is one on trial, once. */
  *#wishOf(s: Filling): Generator<void, void> {
    let at: Filling | undefined = s;
    for (let skips = 0; at && skips < SKIPS; skips++) {
      const k = lowestStep(at);
      const isWished = yield* this.#wishAt(at, k);
      if (isWished && skips > 0) return;
      at = this.#withoutNotch(at, k);
    }
  }

  /** Everything that may stand in a notch; whether anything may. */
  *#wishAt(s: Filling, k: number): Generator<void, boolean> {
    const x0 = s.xs[k]!;
    const x1 = endOf(s.xs, k, this.#cavity.space.w);
    let isWished = false;
    for (let i = 0; i < this.#shapes.length; i++) {
      if (s.used & (1 << i)) continue;
      for (const v of this.#shapes[i]!) {
        if (this.#isRest()) yield;
        if (this.#wishFor(s, v, i, x0, x1, s.ys[k]!)) isWished = true;
      }
    }
    return isWished;
  }

  #wishFor(s: Filling, v: Shape, i: number, x0: number, x1: number, floor: number): boolean {
    const cavity = this.#cavity;
    const starts = cavity.startsAt(v, x0, x1);
    let isWished = false;
    for (let b = 0; b < starts; b++) {
      const x = cavity.begins[b]!;
      const y = cavity.restAt(s, v, x, floor);
      if (y === undefined) continue;
      const waste = s.waste + cavity.lostBeneath(s, v, x, y);
      if (waste > this.#budget) continue;
      isWished = true;
      const worth = (waste / (s.filled + v.area)) * this.#byChance();
      this.#wishes.add(s, v, i, x, y, waste, worth);
    }
    return isWished;
  }

  #byChance(): number {
    return 1 + this.#noise * this.#random();
  }

  /** The notch filled up to the lower of its neighbours; nothing where that leaves no room. */
  #withoutNotch(s: Filling, k: number): Filling | undefined {
    const { w, h } = this.#cavity.space;
    const left = k ? s.ys[k - 1]! : h;
    const right = k + 1 < s.xs.length ? s.ys[k + 1]! : h;
    const to = min(left, right);
    const waste = s.waste + (endOf(s.xs, k, w) - s.xs[k]!) * (to - s.ys[k]!);
    return waste > this.#budget || to >= h - EPS ? undefined : withRaised(s, k, to, waste);
  }

  /** The best wishes come true; of those that look alike, the one that wastes least. */
  *#bestOf(width: number): Generator<void, Filling[]> {
    const wishes = this.#wishes;
    const next = new Map<number, Filling>();
    const least = wishes.worthOf(CLOSER * width);
    for (let k = 0; k < wishes.count; k++) {
      if (wishes.worth[k]! > least) continue;
      if (this.#isRest()) yield;
      const made = this.#stood(k);
      if (!made) continue;
      const key = likeness(made);
      const known = next.get(key);
      if (!known || known.waste > made.waste) next.set(key, made);
    }
    return [...next.values()].sort((p, q) => p.score - q.score).slice(0, width);
  }

  /** A wish come true, unless it leaves too little room for the rest. */
  #stood(wish: number): Filling | undefined {
    const { from, shape, item, x, y, waste } = this.#wishes;
    const [s, v, i] = [from[wish]!, shape[wish]!, item[wish]!];
    const place = { variant: v.variant, x: x[wish]!, y: y[wish]! };
    const { xs, ys } = this.#raisedBy(s, v, place);
    const used = s.used | (1 << i);
    const filled = s.filled + v.area;
    const spent = waste[wish]!;
    const { lost, rough } = this.#roomLeft(xs, ys, this.#narrowest(used));
    if (spent + lost > this.#budget) return undefined;
    const score =
      ((spent + lost) / filled) * this.#byChance() +
      this.#evenly * (ROUGH * rough + STEP * xs.length);
    return { xs, ys, used, waste: spent, filled, score, up: s, item: i, place };
  }

  #raisedBy(s: Filling, { rects }: Shape, { x, y }: Packed): Pick<Filling, 'xs' | 'ys'> {
    const outline = this.#outline;
    outline.begin(s.xs, s.ys);
    for (let q = 0; q < rects.length; q += 6) {
      const left = x + rects[q]!;
      outline.raise(left, left + rects[q + 2]!, y + rects[q + 1]! + rects[q + 3]!);
    }
    return { xs: outline.xs, ys: outline.ys };
  }

  /** The least width of what does not stand yet. */
  #narrowest(used: number): number {
    let narrow = Infinity;
    for (let q = 0; q < this.#least.length; q++) {
      if (!(used & (1 << q))) narrow = min(narrow, this.#least[q]!);
    }
    return narrow;
  }

  /** Room between steps too narrow for anything left is as good as lost, mm²; and how rough the outline is, mm. */
  #roomLeft(
    xs: readonly number[],
    ys: readonly number[],
    narrow: number,
  ): { lost: number; rough: number } {
    const { w, h } = this.#cavity.space;
    let lost = 0;
    let rough = 0;
    for (let k = 0; k < xs.length; k++) {
      const wide = endOf(xs, k, w) - xs[k]!;
      const above = min(k ? ys[k - 1]! : h, k + 1 < xs.length ? ys[k + 1]! : h);
      if (wide < narrow && ys[k]! < above) lost += wide * (above - ys[k]!);
      if (k) rough += abs(ys[k]! - ys[k - 1]!);
    }
    return { lost, rough };
  }

  /** Where its items stand, back in how the problem was given. */
  placesOf(fullest: Filling): Array<Packed | undefined> {
    const out: Array<Packed | undefined> = this.#shapes.map(() => undefined);
    for (let s: Filling | undefined = fullest; s?.place; s = s.up) {
      const { place } = s;
      const shape = this.#shapes[s.item]!.find((q) => q.variant === place.variant)!;
      out[s.item] = flippedBack(place, shape, this.#flip, this.#space);
    }
    return out;
  }
}
