/** Two ways of packing by turns: moving what overlaps, and filling from a corner; each goes on from the other's best. */
import { seeded } from '../geometry';
import { fill, type Flip } from './beam';
import { type Packed, Packer, type PackProblem } from './packer';

/** Half-filled cavities kept at first and at most, and how they grow from one filling to the next: what a narrow one does not fill soon, a wide one does sooner than many narrow ones. */
const WIDTH = { first: 120, most: 1600, grows: 3.6 };
/** Moves of the first search, and of one from what a filling left over. */
const MOVES = { first: 1500, rest: 250 };
/** A filling that leaves more than this is not gone on from; nor is one of many cavities, whose rest is known not to fit. */
const LEFT = 2;
const MANY = 1000;

/** Share of fillings that go the way that mostly ends best. */
const USUAL = 0.9;
/** A part that may lie over less than this share of the cavity is bound. */
const BOUND = 0.95;

/** To which end the parts lean that may not lie everywhere: above 0, to the far one. */
function leaning(p: PackProblem, axis: 'x' | 'y', size: number): number {
  let sum = 0;
  for (const { variants } of p.items) {
    let low = Infinity;
    let high = -Infinity;
    for (const v of variants) {
      let reach = 0;
      for (let k = 0; k < v.rects.length; k += 6) {
        reach = Math.max(
          reach,
          axis === 'x' ? v.rects[k]! + v.rects[k + 2]! : v.rects[k + 1]! + v.rects[k + 3]!,
        );
      }
      low = Math.min(low, v[`${axis}0`]);
      high = Math.max(high, v[`${axis}1`] + reach);
    }
    if (high - low < BOUND * size) sum += (low + high) / 2 - size / 2;
  }
  return sum;
}

export class Packing {
  steps = 0;
  readonly #problem: PackProblem;
  #flat: ReturnType<typeof grown> | undefined;
  readonly #space: { w: number; h: number };
  readonly #random: () => number;
  readonly packer: Packer;
  #found: Packed[] | undefined;
  #run: Generator<void, void>;

  /** @param flat  whether all parts lie in one layer, so that the cavity can be filled from a corner */
  constructor(problem: PackProblem, space: { w: number; h: number }, flat: boolean, seed = 1) {
    this.#problem = problem;
    this.#space = space;
    this.#random = seeded(seed * 31 + 7);
    this.packer = new Packer(problem, seed);
    this.#flat = flat && problem.items.length <= 30 ? grown(problem, space) : undefined;
    this.#run = this.#search();
  }

  /** Take so many more steps. Returns places once nothing overlaps. */
  work(steps: number): Packed[] | undefined {
    const until = this.steps + steps;
    while (!this.#found && this.steps < until && !this.#run.next().done);
    return this.#found;
  }
  /** These were not good enough: their room was made wider, look on. */
  again(): void {
    this.#found = undefined;
    this.#flat &&= grown(this.#problem, this.#space);
    this.packer.again();
    this.#run = this.#search();
  }

  *#pack(moves: number): Generator<void, boolean> {
    for (let k = 0; k < moves; k += 4) {
      this.steps += 4;
      if (this.packer.work(4)) {
        this.#found = this.packer.places();
        return true;
      }
      yield;
    }
    return false;
  }

  /** Filled along the longer side, which leaves the shorter outline, and from the end that parts bound to a place lie furthest from. Now and then another way. */
  #flip(p: PackProblem): Flip {
    const { w, h } = this.#space;
    let swapShare: number;
    if (w > h) swapShare = USUAL;
    else if (w < h) swapShare = 1 - USUAL;
    else swapShare = 0.5;
    const swap = this.#random() < swapShare;
    const lean = leaning(p, swap ? 'x' : 'y', swap ? w : h);
    let backShare: number;
    if (lean > 0) backShare = 1 - USUAL;
    else if (lean < 0) backShare = USUAL;
    else backShare = 0.5;
    const back = this.#random() < backShare;
    const across = this.#random() < 0.5;
    return swap ? { x: back, y: across, swap } : { x: across, y: back, swap };
  }

  *#search(): Generator<void, void> {
    // A part that lies nowhere: no packing holds it.
    while (this.#problem.items.some((i) => !i.variants.length)) {
      this.steps += 50;
      yield;
    }
    if (yield* this.#pack(MOVES.first)) return;
    for (let width = WIDTH.first; ; width = Math.min(WIDTH.most, width * WIDTH.grows)) {
      if (!this.#flat) {
        if (yield* this.#pack(MOVES.first)) return;
        continue;
      }
      const run = fill(
        this.#flat.problem,
        this.#flat.space,
        this.#flip(this.#flat.problem),
        width,
        this.#random,
      );
      let r = run.next();
      while (!r.done) {
        this.steps += 4;
        yield;
        r = run.next();
      }
      const left = r.value.filter((q) => !q).length;
      if (!left) {
        this.#found = r.value as Packed[];
        return;
      }
      if (left > LEFT || width > MANY) continue;
      this.packer.from(r.value);
      if (yield* this.#pack(MOVES.rest)) return;
    }
  }
}

/** The same with every part grown by half the room it needs on each side, for a filling that lets them touch, in a cavity as much larger: places stay as they are. */
function grown(
  p: PackProblem,
  space: { w: number; h: number },
): { problem: PackProblem; space: { w: number; h: number } } {
  const c = Math.max(0, ...p.between) / 2;
  const wider = (r: Float64Array): Float64Array => {
    const q = r.slice();
    for (let k = 0; k < q.length; k += 6) {
      q[k + 2]! += 2 * c;
      q[k + 3]! += 2 * c;
    }
    return q;
  };
  const aside = (r: Float64Array, step: number): Float64Array => {
    const q = r.slice();
    for (let k = 0; k < q.length; k += step) {
      q[k]! += c;
      q[k + 1]! += c;
    }
    return q;
  };
  return {
    problem: {
      ...p,
      items: p.items.map((i) => ({
        variants: i.variants.map((v) => ({ ...v, rects: wider(v.rects) })),
      })),
      rounds: aside(p.rounds, 5),
      blocks: aside(p.blocks, 6),
    },
    space: { w: space.w + 2 * c, h: space.h + 2 * c },
  };
}
