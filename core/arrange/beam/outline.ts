/** An outline of steps that is raised part by part, on arrays that are used again and again. */
import { EPS } from './filling';

const { abs, max } = Math;

export class Outline {
  #x = new Float64Array(256);
  #y = new Float64Array(256);
  #steps = 0;
  readonly #w: number;

  /** @param w  width of the cavity, mm */
  constructor(w: number) {
    this.#w = w;
  }

  begin(xs: readonly number[], ys: readonly number[]): void {
    this.#steps = xs.length;
    this.#x.set(xs);
    this.#y.set(ys);
  }

  /** Raised to a top between two places. */
  raise(from: number, to: number, top: number): void {
    // A step begins where it is raised, and where it is not any more.
    this.#split(from);
    this.#split(to);
    let kept = 0;
    for (let j = 0; j < this.#steps; j++) {
      const x = this.#x[j]!;
      const isUnder = x > from - EPS && x < to - EPS;
      const y = isUnder ? max(this.#y[j]!, top) : this.#y[j]!;
      if (kept && abs(this.#y[kept - 1]! - y) < EPS) continue;
      this.#x[kept] = x;
      this.#y[kept] = y;
      kept++;
    }
    this.#steps = kept;
  }

  #split(at: number): void {
    if (at >= this.#w - EPS) return;
    let k = 0;
    while (k + 1 < this.#steps && this.#x[k + 1]! <= at + EPS) k++;
    if (at - this.#x[k]! <= EPS) return;
    this.#x.copyWithin(k + 2, k + 1, this.#steps);
    this.#y.copyWithin(k + 2, k + 1, this.#steps);
    this.#x[k + 1] = at;
    this.#y[k + 1] = this.#y[k]!;
    this.#steps++;
  }

  get xs(): number[] {
    return firstOf(this.#x, this.#steps);
  }
  get ys(): number[] {
    return firstOf(this.#y, this.#steps);
  }
}

/** Copied one by one: by its iterator it takes several times as long. */
function firstOf(all: Float64Array, n: number): number[] {
  const out: number[] = [];
  for (let k = 0; k < n; k++) out.push(all[k]!);
  return out;
}
