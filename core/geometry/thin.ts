/**
 * A ring with as few points as a tolerance allows, in one pass: from each kept point the sleeve of
 * directions is narrowed that passes every point since within the tolerance; where the next point
 * leaves it, the one before is kept. No dropped point lies further off than the tolerance.
 */
import type { Pt } from './ring';

/** Two points nearer than this are one, drawing units. */
const SAME = 1e-4;

const distance = (a: Pt, b: Pt): number => Math.hypot(a[0] - b[0], a[1] - b[1]);

/** Angle folded to (-π, π]. */
const folded = (a: number): number => a - 2 * Math.PI * Math.round(a / (2 * Math.PI));

/** The directions from a kept point in which everything since lies within the tolerance. */
class Sleeve {
  #middle = 0;
  #low = -Math.PI;
  #high = Math.PI;
  #farthest = 0;
  #narrowed = false;

  constructor(
    private readonly from: Pt,
    private readonly within: number,
  ) {}

  /** Whether a line from the kept point to this one passes all points since. */
  takes(p: Pt): boolean {
    const d = distance(this.from, p);
    if (d <= this.within) return this.#farthest <= this.within;
    // A line that comes back would leave what lies beyond its end.
    if (d < this.#farthest) return false;
    const a = this.#turn(p);
    return !this.#narrowed || (a >= this.#low && a <= this.#high);
  }

  add(p: Pt): void {
    const d = distance(this.from, p);
    this.#farthest = Math.max(this.#farthest, d);
    if (d <= this.within) return;
    if (!this.#narrowed) this.#middle = Math.atan2(p[1] - this.from[1], p[0] - this.from[0]);
    const a = this.#turn(p);
    const half = Math.asin(this.within / d);
    this.#low = Math.max(this.#low, a - half);
    this.#high = Math.min(this.#high, a + half);
    this.#narrowed = true;
  }

  #turn(p: Pt): number {
    return folded(Math.atan2(p[1] - this.from[1], p[0] - this.from[0]) - this.#middle);
  }
}

/**
 * @param within  how far a point that is left out may lie from the ring that is returned
 */
export function thinned(points: readonly Pt[], within: number): Pt[] {
  const ring = points.filter((p, i) => {
    const q = points[(i + points.length - 1) % points.length]!;
    return distance(p, q) > SAME;
  });
  if (ring.length <= 4) return ring;
  const first = extreme(ring);
  const turned = [...ring.slice(first), ...ring.slice(0, first + 1)];
  const out: Pt[] = [turned[0]!];
  let sleeve = new Sleeve(turned[0]!, within);
  for (let i = 1; i < turned.length; i++) {
    const p = turned[i]!;
    if (!sleeve.takes(p)) {
      const last = turned[i - 1]!;
      out.push(last);
      sleeve = new Sleeve(last, within);
    }
    sleeve.add(p);
  }
  return out;
}

/** The point farthest from the ring's first: a place where it surely turns. */
const extreme = (ring: readonly Pt[]): number =>
  ring.reduce(
    (best, p, i) => (distance(p, ring[0]!) > distance(ring[best]!, ring[0]!) ? i : best),
    0,
  );
