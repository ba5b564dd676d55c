/** The room to fill and what stands fast in it: where a part may begin, how it comes to rest, what it wastes. */
import { endOf, EPS, type Filling } from './filling';
import type { BeamSpace, Flipped } from './flip';
import type { Shape } from './shape';

const { max, min, sqrt } = Math;

/** A start further from the left of the notch, and a rest higher above it, is room given away, mm. */
const ASIDE_MM = 4;
const RAISED_MM = 6;
/** Lifted over what stands fast so often; then it is not tried any higher. */
const LIFTS = 3;

export class Cavity {
  readonly space: BeamSpace;
  /** Where the last part asked about may begin. */
  readonly begins: Float64Array;
  readonly #rounds: Float64Array;
  readonly #blocks: Float64Array;

  constructor({ space, rounds, blocks }: Flipped) {
    this.space = space;
    this.#rounds = rounds;
    this.#blocks = blocks;
    this.begins = new Float64Array(2 + rounds.length / 5);
  }

  /** Against the left of the notch, against its right, past a post, or where it is bound to be; how many, in `begins`. */
  startsAt(v: Shape, x0: number, x1: number): number {
    const { begins } = this;
    if (v.x1 - v.x0 < EPS) {
      begins[0] = v.x0;
      return v.x0 >= x0 - EPS && v.x0 < x1 ? 1 : 0;
    }
    const a = max(x0, v.x0);
    const b = min(x1 - v.w, v.x1);
    let m = 0;
    if (a <= v.x1 + EPS && a < x1) begins[m++] = a;
    if (b > a + EPS && b - a < ASIDE_MM) begins[m++] = b;
    const rounds = this.#rounds;
    for (let k = 0; k < rounds.length; k += 5) {
      const c = rounds[k]! + rounds[k + 2]!;
      if (c > a + EPS && c - a < ASIDE_MM && c <= v.x1) begins[m++] = c;
    }
    return m;
  }

  /** How high it comes to lie there, or nothing when it cannot. */
  restAt(s: Filling, v: Shape, x: number, floor: number): number | undefined {
    if (x < v.x0 - EPS || x > v.x1 + EPS) return undefined;
    let y = this.#onOutline(s, v, x);
    for (let lifts = 0; lifts < LIFTS; lifts++) {
      const up = this.#liftedOver(v, x, y);
      if (up < 0) break;
      y = up + EPS;
      if (lifts === LIFTS - 1 && this.#liftedOver(v, x, y) >= 0) return undefined;
    }
    return y > v.y1 + EPS || y - floor > RAISED_MM ? undefined : y;
  }

  #onOutline(s: Filling, v: Shape, x: number): number {
    const { xs, ys } = s;
    let y = max(v.y0, 0);
    for (let q = 0; q < v.rects.length; q += 6) {
      const a = x + v.rects[q]! + EPS;
      const b = x + v.rects[q]! + v.rects[q + 2]! - EPS;
      const low = v.rects[q + 1]!;
      for (let k = 0; k < xs.length && xs[k]! < b; k++) {
        if (endOf(xs, k, this.space.w) > a && ys[k]! - low > y) y = ys[k]! - low;
      }
    }
    return y;
  }

  /** The height at which it clears the first thing that stands fast in its way; -1 when none does. */
  #liftedOver(v: Shape, x: number, y: number): number {
    for (let q = 0; q < v.rects.length; q += 6) {
      const low = v.rects[q + 1]!;
      const px = x + v.rects[q]!;
      const py = y + low;
      const w = v.rects[q + 2]!;
      const h = v.rects[q + 3]!;
      const round = this.#overRound(px, py, w, h);
      if (round >= 0) return round - low;
      const block = this.#overBlock(px, py, w, h);
      if (block >= 0) return block - low;
    }
    return -1;
  }

  #overRound(px: number, py: number, w: number, h: number): number {
    const rounds = this.#rounds;
    for (let k = 0; k < rounds.length; k += 5) {
      const cx = rounds[k]!;
      const cy = rounds[k + 1]!;
      const r = rounds[k + 2]!;
      const dx = max(px - cx, 0, cx - px - w);
      const dy = max(py - cy, 0, cy - py - h);
      if (dx * dx + dy * dy < (r - EPS) ** 2) return cy + sqrt(max(0, r * r - dx * dx));
    }
    return -1;
  }

  #overBlock(px: number, py: number, w: number, h: number): number {
    const blocks = this.#blocks;
    for (let k = 0; k < blocks.length; k += 6) {
      const bx = blocks[k]!;
      const by = blocks[k + 1]!;
      const right = bx + blocks[k + 2]!;
      const top = by + blocks[k + 3]!;
      const isBeside = px + w <= bx + EPS || px >= right - EPS;
      if (!isBeside && py + h > by + EPS && py < top - EPS) return top;
    }
    return -1;
  }

  /** Room lost beneath a part, and between its own steps, mm². */
  lostBeneath(s: Filling, v: Shape, x: number, y: number): number {
    const { xs, ys } = s;
    let lost = 0;
    for (let k = 0; k < xs.length; k++) {
      const a = max(xs[k]!, x);
      const b = min(endOf(xs, k, this.space.w), x + v.w);
      if (b <= a) continue;
      lost += v.rects.length === 6 ? (b - a) * (y - ys[k]!) : lostOver(v, x, y, a, b, ys[k]!);
    }
    return lost;
  }
}

/** Of a part of several rectangles, over one step of the outline from a to b. */
function lostOver(v: Shape, x: number, y: number, a: number, b: number, ground: number): number {
  const edges = [a, b];
  for (let q = 0; q < v.rects.length; q += 6) {
    const left = x + v.rects[q]!;
    const right = left + v.rects[q + 2]!;
    if (left > a && left < b) edges.push(left);
    if (right > a && right < b) edges.push(right);
  }
  edges.sort((p, q) => p - q);
  let lost = 0;
  for (let c = 0; c + 1 < edges.length; c++) {
    const middle = (edges[c]! + edges[c + 1]!) / 2;
    lost += (edges[c + 1]! - edges[c]!) * gapAt(v, x, y, middle, ground);
  }
  return lost;
}

/** How much of a column is empty, from the ground to the top of the part. */
function gapAt(v: Shape, x: number, y: number, at: number, ground: number): number {
  let low = Infinity;
  let high = -Infinity;
  let body = 0;
  for (let q = 0; q < v.rects.length; q += 6) {
    const left = x + v.rects[q]!;
    if (left >= at || left + v.rects[q + 2]! <= at) continue;
    const bottom = y + v.rects[q + 1]!;
    low = min(low, bottom);
    high = max(high, bottom + v.rects[q + 3]!);
    body += v.rects[q + 3]!;
  }
  if (low === Infinity) return 0;
  return max(0, low - ground) + max(0, high - low - body);
}
