/** Two ways of packing by turns: moving what overlaps, and filling from a corner; each goes on from the other's best. */
import { seeded } from '../geometry';
import { fill } from './beam';
import { type Packed, Packer, type PackProblem } from './packer';

/** Half-filled cavities kept at first and at most, and how they grow from one filling to the next. */
const WIDTH = { first: 120, most: 2000, grows: 1.25 };
/** Moves of the first search, and of one from what a filling left over. */
const MOVES = { first: 1500, rest: 250 };
/** A filling that leaves more than this is not gone on from. */
const LEFT = 2;

export class Packing {
  steps = 0;
  readonly #problem: PackProblem; #flat: PackProblem | undefined;
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
    this.#flat = flat && problem.items.length <= 30 ? grown(problem) : undefined;
    this.#run = this.#search();
  }

  /** Take so many more steps. Returns places once nothing overlaps. */
  work(steps: number): Packed[] | undefined {
    const until = this.steps + steps;
    while (!this.#found && this.steps < until && !this.#run.next().done);
    return this.#found;
  }
  /** These were not good enough: their room was made wider, look on. */
  again(): void { this.#found = undefined; this.#flat &&= grown(this.#problem); this.packer.again(); this.#run = this.#search(); }

  *#pack(moves: number): Generator<void, boolean> {
    for (let k = 0; k < moves; k += 4) {
      this.steps += 4;
      if (this.packer.work(4)) { this.#found = this.packer.places(); return true; }
      yield;
    }
    return false;
  }

  *#search(): Generator<void, void> {
    if (yield* this.#pack(MOVES.first)) return;
    for (let width = WIDTH.first; ; width = Math.min(WIDTH.most, width * WIDTH.grows)) {
      if (!this.#flat) { if (yield* this.#pack(MOVES.first)) return; continue; }
      const flip = { x: this.#random() < 0.5, y: this.#random() < 0.5, swap: this.#random() < 0.5 }, run = fill(this.#flat, this.#space, flip, width, this.#random);
      let r = run.next();
      while (!r.done) { this.steps += 4; yield; r = run.next(); }
      const left = r.value.filter((q) => !q).length;
      if (!left) { this.#found = r.value as Packed[]; return; }
      if (left > LEFT) continue;
      this.packer.from(r.value);
      if (yield* this.#pack(MOVES.rest)) return;
    }
  }
}

/** The same with every part grown by half the room it needs, for a filling that lets them touch. */
function grown(p: PackProblem): PackProblem {
  const c = Math.max(0, ...p.between) / 2;
  if (c === 0) return p;
  const out = (r: Float64Array): Float64Array => { const q = r.slice(); for (let k = 0; k < q.length; k += 6) { q[k]! -= c; q[k + 1]! -= c; q[k + 2]! += 2 * c; q[k + 3]! += 2 * c; } return q; };
  return { ...p, items: p.items.map((i) => ({ variants: i.variants.map((v) => ({ ...v, rects: out(v.rects) })) })) };
}
