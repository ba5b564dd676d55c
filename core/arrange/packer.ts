/**
 * Packs footprints in plan so that none overlap: parts start anywhere, and whatever overlaps moves
 * to where it overlaps least, while overlaps that stay are made to weigh more and more. Stuck, it
 * goes back to the best it had and lets two parts change places. Steps are counted, so a seed
 * always gives the same answer.
 */
import { seeded } from '../geometry';

/** One way a part may lie: its rectangles x, y, w, h, z0, z1, six numbers each from its own corner, and where that corner may be. */
export interface Variant {
  rects: Float64Array;
  x0: number;
  x1: number;
  y0: number;
  y1: number;
}
export interface PackItem {
  variants: readonly Variant[];
}
export interface PackProblem {
  items: readonly PackItem[];
  /** What stands fast: rectangles x, y, w, h, z0, z1 and rounds x, y, r, z0, z1. */
  blocks: Float64Array;
  rounds: Float64Array;
  /** Room two parts need between them, row by row, and each to what stands fast, mm. */
  between: Float64Array;
  around: Float64Array;
}
export interface Packed {
  variant: number;
  x: number;
  y: number;
}

const { abs, floor, hypot, max, min } = Math;
const EPS = 1e-7;
/** Overlaps that stay weigh so much more after each round, by how deep they are; what parted weighs less again. */
const UP = 1.2;
const UP_MORE = 0.8;
const DECAY = 0.95;
/** Rounds without getting better before two parts change places, and how often before all begins anew. */
const STALE = 200;
const KICKS = 8;

export class Packer {
  moves = 0;
  readonly #p: PackProblem;
  readonly #n: number;
  readonly #random: () => number;
  #v: number[];
  #x: Float64Array;
  #y: Float64Array;
  /** Weights of pairs, and of each part against what stands fast. */
  #w: Float64Array;
  #wb: Float64Array;
  #fast: number;
  #run: Generator<void, void>;
  solved = false;

  constructor(problem: PackProblem, seed = 1) {
    this.#p = problem;
    this.#n = problem.items.length;
    this.#random = seeded(seed);
    this.#fast = problem.blocks.length / 6 + problem.rounds.length / 5;
    this.#v = new Array<number>(this.#n).fill(0);
    this.#x = new Float64Array(this.#n);
    this.#y = new Float64Array(this.#n);
    this.#w = new Float64Array(this.#n * this.#n);
    this.#wb = new Float64Array(this.#n * this.#fast);
    this.#run = this.#search();
  }

  /** Make so many more moves. Returns whether nothing overlaps any more. */
  work(moves: number): boolean {
    const until = this.moves + moves;
    while (!this.solved && this.moves < until && !this.#run.next().done);
    return this.solved;
  }
  /** Begin from these; what has none yet starts anywhere. */
  from(places: ReadonlyArray<Packed | undefined>): void {
    places.forEach((q, i) => {
      if (q) {
        this.#v[i] = q.variant;
        this.#x[i] = q.x;
        this.#y[i] = q.y;
      } else this.#anywhere(i);
    });
    this.again();
  }
  /** Go on from what was found. */
  again(): void {
    this.solved = false;
    this.#w.fill(1);
    this.#wb.fill(1);
    this.#run = this.#search(true);
  }

  places(): Packed[] {
    return this.#v.map((variant, i) => ({ variant, x: this.#x[i]!, y: this.#y[i]! }));
  }

  #anywhere(i: number): void {
    const all = this.#p.items[i]!.variants;
    const k = floor(this.#random() * all.length);
    const v = all[k]!;
    this.#v[i] = k;
    this.#x[i] = v.x0 + this.#random() * (v.x1 - v.x0);
    this.#y[i] = v.y0 + this.#random() * (v.y1 - v.y0);
  }

  *#search(on = false): Generator<void, void> {
    const n = this.#n;
    const { items } = this.#p;
    if (items.some((i) => !i.variants.length)) {
      for (;;) {
        this.moves += 50;
        yield;
      }
    }
    let least = Infinity;
    let overall = Infinity;
    let stale = 0;
    let kicks = 0;
    let bestV = this.#v.slice();
    const bestX = new Float64Array(n);
    const bestY = new Float64Array(n);
    const order: number[] = [];
    const begin = () => {
      for (let i = 0; i < n; i++) this.#anywhere(i);
      this.#w.fill(1);
      this.#wb.fill(1);
    };
    if (!on) begin();
    for (;;) {
      let total = 0;
      order.length = 0;
      for (let i = 0; i < n; i++) {
        const e = this.#depth(i);
        if (e > 0) {
          order.push(i);
          total += e;
        }
      }
      if (!order.length) {
        this.solved = true;
        return;
      }
      if (total < least - 1e-6) {
        least = total;
        stale = 0;
        bestV = this.#v.slice();
        bestX.set(this.#x);
        bestY.set(this.#y);
        if (total < overall - 1e-6) {
          overall = total;
          kicks = 0;
        }
      } else if (++stale > STALE) {
        stale = 0;
        least = Infinity;
        if (++kicks > KICKS) {
          begin();
          kicks = 0;
          overall = Infinity;
          continue;
        }
        this.#v = bestV.slice();
        this.#x.set(bestX);
        this.#y.set(bestY);
        this.#w.fill(1);
        this.#wb.fill(1);
        for (let q = 0; q < 2; q++) {
          this.#trade(floor(this.#random() * n), floor(this.#random() * n));
        }
        continue;
      }
      for (let k = order.length - 1; k > 0; k--) {
        const r = floor(this.#random() * (k + 1));
        [order[k], order[r]] = [order[r]!, order[k]!];
      }
      for (const i of order) {
        if (this.#depth(i) > 0) {
          this.#settle(i);
          this.moves++;
          yield;
        }
      }
      this.#weigh();
    }
  }

  #size(i: number): [number, number] {
    const r = this.#p.items[i]!.variants[this.#v[i]!]!.rects;
    let w = 0;
    let h = 0;
    for (let k = 0; k < r.length; k += 6) {
      w = max(w, r[k]! + r[k + 2]!);
      h = max(h, r[k + 1]! + r[k + 3]!);
    }
    return [w, h];
  }

  #trade(i: number, j: number): void {
    const [wi, hi] = this.#size(i);
    const [wj, hj] = this.#size(j);
    const at = [
      [this.#x[i]! + wi / 2, this.#y[i]! + hi / 2],
      [this.#x[j]! + wj / 2, this.#y[j]! + hj / 2],
    ] as const;
    for (const [k, [mx, my]] of [
      [i, at[1]],
      [j, at[0]],
    ] as const) {
      this.#anywhere(k);
      const v = this.#p.items[k]!.variants[this.#v[k]!]!;
      const [w, h] = this.#size(k);
      this.#x[k] = max(v.x0, min(v.x1, mx - w / 2));
      this.#y[k] = max(v.y0, min(v.y1, my - h / 2));
    }
  }

  #variant(i: number): Variant {
    return this.#p.items[i]!.variants[this.#v[i]!]!;
  }

  #pair(i: number, j: number): number {
    const a = this.#variant(i).rects;
    const b = this.#variant(j).rects;
    const c = this.#p.between[i * this.#n + j]!;
    const ox = this.#x[i]! - this.#x[j]!;
    const oy = this.#y[i]! - this.#y[j]!;
    let s = 0;
    for (let p = 0; p < a.length; p += 6) {
      for (let q = 0; q < b.length; q += 6) {
        if (a[p + 4]! >= b[q + 5]! || b[q + 4]! >= a[p + 5]!) continue;
        const px = ox + a[p]!;
        const py = oy + a[p + 1]!;
        const dx = min(px + a[p + 2]! - b[q]!, b[q]! + b[q + 2]! - px) + c;
        const dy = min(py + a[p + 3]! - b[q + 1]!, b[q + 1]! + b[q + 3]! - py) + c;
        if (dx > EPS && dy > EPS) s += min(dx, dy);
      }
    }
    return s;
  }

  /** Overlap of rectangles at x, y with the k-th thing that stands fast. */
  #stuck(rects: Float64Array, x: number, y: number, k: number, c: number): number {
    const { blocks, rounds } = this.#p;
    const nb = blocks.length / 6;
    let s = 0;
    for (let p = 0; p < rects.length; p += 6) {
      const px = x + rects[p]!;
      const py = y + rects[p + 1]!;
      const w = rects[p + 2]!;
      const h = rects[p + 3]!;
      if (k < nb) {
        const q = 6 * k;
        if (rects[p + 4]! >= blocks[q + 5]! || blocks[q + 4]! >= rects[p + 5]!) continue;
        const dx = min(px + w - blocks[q]!, blocks[q]! + blocks[q + 2]! - px) + c;
        const dy = min(py + h - blocks[q + 1]!, blocks[q + 1]! + blocks[q + 3]! - py) + c;
        if (dx > EPS && dy > EPS) s += min(dx, dy);
      } else {
        const q = 5 * (k - nb);
        const cx = rounds[q]!;
        const cy = rounds[q + 1]!;
        const r = rounds[q + 2]! + c;
        if (rects[p + 4]! >= rounds[q + 4]! || rounds[q + 3]! >= rects[p + 5]!) continue;
        const dx = max(px - cx, 0, cx - px - w);
        const dy = max(py - cy, 0, cy - py - h);
        const d = hypot(dx, dy);
        if (d < r - EPS) s += d > 0 ? r - d : r + min(cx - px, px + w - cx, cy - py, py + h - cy);
      }
    }
    return s;
  }

  #depth(i: number): number {
    let s = 0;
    for (let j = 0; j < this.#n; j++) if (j !== i) s += this.#pair(i, j);
    for (let k = 0; k < this.#fast; k++) {
      s += this.#stuck(this.#variant(i).rects, this.#x[i]!, this.#y[i]!, k, this.#p.around[i]!);
    }
    return s;
  }

  #weigh(): void {
    const n = this.#n;
    let most = EPS;
    const d = new Float64Array(n * n);
    for (let i = 0; i < n; i++) {
      for (let j = i + 1; j < n; j++) {
        d[i * n + j] = this.#pair(i, j);
        most = max(most, d[i * n + j]!);
      }
    }
    for (let i = 0; i < n; i++) {
      for (let j = i + 1; j < n; j++) {
        const e = d[i * n + j]!;
        const w = this.#w[i * n + j]!;
        this.#w[i * n + j] = this.#w[j * n + i] =
          e > 0 ? w * (UP + (UP_MORE * e) / most) : max(1, w * DECAY);
      }
      for (let k = 0; k < this.#fast; k++) {
        const q = i * this.#fast + k;
        const e = this.#stuck(
          this.#variant(i).rects,
          this.#x[i]!,
          this.#y[i]!,
          k,
          this.#p.around[i]!,
        );
        this.#wb[q] = e > 0 ? this.#wb[q]! * UP : max(1, this.#wb[q]! * DECAY);
      }
    }
  }

  // Working room of #settle: rectangles of all others, and those abreast of where it is tried.
  #o = new Float64Array(0);
  #cx = new Float64Array(4096);
  #cy = new Float64Array(4096);
  #near = new Float64Array(0);

  /**
   * Move a part to where its weighted overlap is least. That lies where edges meet: the overlap is
   * made of straight pieces between them.
   */
  #settle(i: number): void {
    const { items, between, around, blocks, rounds } = this.#p;
    const n = this.#n;
    const nb = blocks.length / 6;
    const random = this.#random;
    // All rectangles it may meet: x0, x1, y0, y1 grown by the room needed, z0, z1, weight.
    let size = 0;
    for (let j = 0; j < n; j++) if (j !== i) size += this.#variant(j).rects.length / 6;
    if (this.#o.length < 7 * (size + nb)) {
      this.#o = new Float64Array(7 * (size + nb));
      this.#near = new Float64Array(6 * 8 * (size + nb));
    }
    const o = this.#o;
    const near = this.#near;
    const cx = this.#cx;
    const cy = this.#cy;
    let m = 0;
    const add = (x: number, y: number, r: Float64Array, q: number, c: number, w: number) => {
      o[m] = x + r[q]! - c;
      o[m + 1] = x + r[q]! + r[q + 2]! + c;
      o[m + 2] = y + r[q + 1]! - c;
      o[m + 3] = y + r[q + 1]! + r[q + 3]! + c;
      o[m + 4] = r[q + 4]!;
      o[m + 5] = r[q + 5]!;
      o[m + 6] = w;
      m += 7;
    };
    for (let j = 0; j < n; j++) {
      if (j === i) continue;
      const r = this.#variant(j).rects;
      for (let q = 0; q < r.length; q += 6) {
        add(this.#x[j]!, this.#y[j]!, r, q, between[i * n + j]!, this.#w[i * n + j]!);
      }
    }
    for (let k = 0; k < nb; k++) {
      add(0, 0, blocks, 6 * k, around[i]!, this.#wb[i * this.#fast + k]!);
    }
    let best = Infinity;
    let bv = this.#v[i]!;
    let bx = this.#x[i]!;
    let by = this.#y[i]!;
    let ties = 0;
    const variants = items[i]!.variants;
    const most = cx.length - 2;
    for (let v = 0; v < variants.length; v++) {
      const { rects: a, x0, x1, y0, y1 } = variants[v]!;
      let nx = 0;
      cx[nx++] = x0;
      if (x1 > x0) {
        cx[nx++] = x1;
        for (let p = 0; p < a.length; p += 6) {
          for (let k = 0; k < m; k += 7) {
            const s = o[k + 1]! - a[p]!;
            const t = o[k]! - a[p]! - a[p + 2]!;
            if (s > x0 && s < x1 && nx < most) cx[nx++] = s;
            if (t > x0 && t < x1 && nx < most) cx[nx++] = t;
          }
          for (let k = 0; k < rounds.length; k += 5) {
            const r = rounds[k + 2]! + around[i]!;
            const s = rounds[k]! + r - a[p]!;
            const t = rounds[k]! - r - a[p]! - a[p + 2]!;
            if (s > x0 && s < x1 && nx < most) cx[nx++] = s;
            if (t > x0 && t < x1 && nx < most) cx[nx++] = t;
          }
        }
      }
      for (let ix = 0; ix < nx; ix++) {
        const x = cx[ix]!;
        // Abreast of it: reach across, span up, weight.
        let c = 0;
        let ny = 0;
        cy[ny++] = y0;
        if (y1 > y0) cy[ny++] = y1;
        for (let p = 0; p < a.length; p += 6) {
          const px = x + a[p]!;
          const w = a[p + 2]!;
          const ay = a[p + 1]!;
          const h = a[p + 3]!;
          for (let k = 0; k < m; k += 7) {
            const dx = min(px + w - o[k]!, o[k + 1]! - px);
            if (dx <= EPS || a[p + 4]! >= o[k + 5]! || o[k + 4]! >= a[p + 5]!) continue;
            near[c] = dx;
            near[c + 1] = o[k + 2]! - ay;
            near[c + 2] = o[k + 3]! - ay;
            near[c + 3] = h;
            near[c + 4] = o[k + 6]!;
            c += 5;
            const s = o[k + 3]! - ay;
            const t = o[k + 2]! - ay - h;
            if (s > y0 && s < y1 && ny < most) cy[ny++] = s;
            if (t > y0 && t < y1 && ny < most) cy[ny++] = t;
          }
          for (let k = 0; k < rounds.length; k += 5) {
            const r = rounds[k + 2]! + around[i]!;
            if (rounds[k]! + r <= px || rounds[k]! - r >= px + w) continue;
            const s = rounds[k + 1]! + r - ay;
            const t = rounds[k + 1]! - r - ay - h;
            if (s > y0 && s < y1 && ny < most) cy[ny++] = s;
            if (t > y0 && t < y1 && ny < most) cy[ny++] = t;
          }
        }
        for (let iy = 0; iy < ny; iy++) {
          const y = cy[iy]!;
          let e = 0;
          for (let k = 0; k < c; k += 5) {
            const dy = min(y + near[k + 3]! - near[k + 1]!, near[k + 2]! - y);
            if (dy <= EPS) continue;
            const dx = near[k]!;
            e += (dx < dy ? dx : dy) * near[k + 4]!;
            if (e > best) {
              // What ruled this out first is asked first the next time.
              if (k) {
                for (let q = 0; q < 5; q++) {
                  const s = near[k + q]!;
                  near[k + q] = near[q]!;
                  near[q] = s;
                }
              }
              break;
            }
          }
          if (e > best) continue;
          for (let k = nb; k < this.#fast && e <= best; k++) {
            e += this.#stuck(a, x, y, k, around[i]!) * this.#wb[i * this.#fast + k]!;
          }
          if (e < best - 1e-9) {
            best = e;
            bv = v;
            bx = x;
            by = y;
            ties = 1;
          } else if (abs(e - best) <= 1e-9) {
            ties++;
            if (random() * ties < 1) {
              bv = v;
              bx = x;
              by = y;
            }
          }
        }
      }
    }
    this.#v[i] = bv;
    this.#x[i] = bx;
    this.#y[i] = by;
  }
}
