/**
 * Fills a cavity from one corner: always the lowest notch of what stands, with whatever wastes least
 * there. Many half-filled cavities are kept side by side, the best of each size go on. Good where
 * hardly any room is left over; what it cannot finish, the packer may.
 */
import type { Packed, PackItem, PackProblem } from './packer';

const { abs, max, min } = Math;
const EPS = 1e-6;

/** The outline of what stands seen from the open side: starts of its steps and how high each is. */
interface State {
  xs: number[];
  ys: number[];
  used: number;
  waste: number;
  filled: number;
  score: number;
  up: State | undefined;
  item: number;
  place: Packed | undefined;
}

/** A start further from the left of the notch, and a rest higher above it, is room given away, mm. */
const ASIDE_MM = 4;
const RAISED_MM = 6;
/** So many times the width are looked at closer; roughness and steps of the outline count against it. */
const CLOSER = 4;
const ROUGH = 0.00035;
const STEP = 0.002;

/** States that look alike share a number: what is used, how much was wasted, where the outline begins and ends. */
function likeness(q: State): number {
  let h = Math.imul(q.xs.length, 0x9e3779b1) ^ Math.imul(Math.round(q.waste * 2), 0x85ebca6b);
  h =
    Math.imul(h ^ (h >>> 15), 0xc2b2ae35) ^
    Math.imul(Math.round(q.ys[0]! * 4), 0x27d4eb2f) ^
    Math.imul(Math.round(q.xs[q.xs.length - 1]! * 4), 0x165667b1);
  h ^= h >>> 13;
  return q.used * 0x400000 + (h & 0x3fffff);
}

/** What could be stood next in all half-filled cavities, in columns: there are tens of thousands. */
class Wishes {
  count = 0;
  s: State[] = [];
  v: Shape[] = [];
  i: number[] = [];
  x = new Float64Array(1024);
  y = new Float64Array(1024);
  waste = new Float64Array(1024);
  worth = new Float64Array(1024);
  clear(): void {
    this.count = 0;
    this.s.length = this.v.length = this.i.length = 0;
  }
  add(s: State, v: Shape, i: number, x: number, y: number, waste: number, worth: number): void {
    const k = this.count++;
    if (k === this.x.length) {
      for (const c of ['x', 'y', 'waste', 'worth'] as const) {
        const more = new Float64Array(2 * k);
        more.set(this[c]);
        this[c] = more;
      }
    }
    this.s.push(s);
    this.v.push(v);
    this.i.push(i);
    this.x[k] = x;
    this.y[k] = y;
    this.waste[k] = waste;
    this.worth[k] = worth;
  }
  /** Worth of the last of the best so many. */
  worthOf(most: number): number {
    return this.count <= most ? Infinity : this.worth.slice(0, this.count).sort()[most - 1]!;
  }
}

export interface BeamSpace {
  w: number;
  h: number;
}

/** A way the whole problem is turned or mirrored before it is filled, so that each corner has its turn. */
export interface Flip {
  x: boolean;
  y: boolean;
  swap: boolean;
}

function flipped(
  p: PackProblem,
  { w, h }: BeamSpace,
  f: Flip,
): { items: PackItem[]; rounds: Float64Array; blocks: Float64Array; space: BeamSpace } {
  const rect = (
    x: number,
    y: number,
    rw: number,
    rh: number,
    W: number,
    H: number,
  ): [number, number, number, number] => {
    const [a, b] = [f.x ? W - x - rw : x, f.y ? H - y - rh : y];
    return f.swap ? [b, a, rh, rw] : [a, b, rw, rh];
  };
  const items = p.items.map((i) => ({
    variants: i.variants.map((v) => {
      let vw = 0;
      let vh = 0;
      for (let k = 0; k < v.rects.length; k += 6) {
        vw = max(vw, v.rects[k]! + v.rects[k + 2]!);
        vh = max(vh, v.rects[k + 1]! + v.rects[k + 3]!);
      }
      const rects = new Float64Array(v.rects.length);
      for (let k = 0; k < v.rects.length; k += 6) {
        rects.set(
          [
            ...rect(v.rects[k]!, v.rects[k + 1]!, v.rects[k + 2]!, v.rects[k + 3]!, vw, vh),
            v.rects[k + 4]!,
            v.rects[k + 5]!,
          ],
          k,
        );
      }
      const [x0, x1] = f.x ? [w - v.x1 - vw, w - v.x0 - vw] : [v.x0, v.x1];
      const [y0, y1] = f.y ? [h - v.y1 - vh, h - v.y0 - vh] : [v.y0, v.y1];
      return f.swap ? { rects, x0: y0, x1: y1, y0: x0, y1: x1 } : { rects, x0, x1, y0, y1 };
    }),
  }));
  const rounds = new Float64Array(p.rounds.length);
  const blocks = new Float64Array(p.blocks.length);
  for (let k = 0; k < rounds.length; k += 5) {
    const [x, y] = rect(p.rounds[k]!, p.rounds[k + 1]!, 0, 0, w, h);
    rounds.set([x, y, p.rounds[k + 2]!, p.rounds[k + 3]!, p.rounds[k + 4]!], k);
  }
  for (let k = 0; k < blocks.length; k += 6) {
    blocks.set(
      [
        ...rect(p.blocks[k]!, p.blocks[k + 1]!, p.blocks[k + 2]!, p.blocks[k + 3]!, w, h),
        p.blocks[k + 4]!,
        p.blocks[k + 5]!,
      ],
      k,
    );
  }
  return { items, rounds, blocks, space: f.swap ? { w: h, h: w } : { w, h } };
}

interface Shape {
  w: number;
  h: number;
  area: number;
  rects: Float64Array;
  x0: number;
  x1: number;
  y0: number;
  y1: number;
  variant: number;
}

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
  const {
    items,
    rounds,
    blocks,
    space: { w: W, h: H },
  } = flipped(p, space, flip);
  const n = items.length;
  const shapes: Shape[][] = items.map((i) =>
    i.variants.map((v, variant) => {
      let w = 0;
      let h = 0;
      let area = 0;
      for (let k = 0; k < v.rects.length; k += 6) {
        w = max(w, v.rects[k]! + v.rects[k + 2]!);
        h = max(h, v.rects[k + 1]! + v.rects[k + 3]!);
        area += v.rects[k + 2]! * v.rects[k + 3]!;
      }
      return { w, h, area, rects: v.rects, x0: v.x0, x1: v.x1, y0: v.y0, y1: v.y1, variant };
    }),
  );
  const total = shapes.reduce((s, q) => s + (q[0]?.area ?? 0), 0);
  const budget = W * H - total + EPS;
  const least = shapes.map((q) => Math.min(...q.map((s) => s.w)));
  const start: State = {
    xs: [0],
    ys: [0],
    used: 0,
    waste: 0,
    filled: 0,
    score: 0,
    up: undefined,
    item: -1,
    place: undefined,
  };
  const noise = 0.15 + 0.35 * random();
  const evenly = 0.3 + 2 * random();
  let level: State[] = [start];
  let deepest = start;
  let tries = 0;
  const wishes = new Wishes();
  const begins = new Float64Array(2 + rounds.length / 5);
  const cutX = new Float64Array(256);
  const cutY = new Float64Array(256);
  for (let depth = 0; depth < n && level.length; depth++) {
    wishes.clear();
    for (const s of level) {
      // A notch that nothing fits is filled up; so is one on trial, once.
      let at: State | undefined = s;
      for (let skips = 0; at && skips < 3; skips++) {
        const k: number = lowest(at);
        const x0: number = at.xs[k]!;
        const x1: number = k + 1 < at.xs.length ? at.xs[k + 1]! : W;
        const y0: number = at.ys[k]!;
        const left: number = k ? at.ys[k - 1]! : H;
        const right: number = k + 1 < at.xs.length ? at.ys[k + 1]! : H;
        let some = false;
        for (let i = 0; i < n; i++) {
          if (at.used & (1 << i)) continue;
          for (const v of shapes[i]!) {
            if (++tries % 64 === 0) yield;
            for (let b = 0, m = startsAt(v, x0, x1); b < m; b++) {
              const x = begins[b]!;
              const y = resting(at, v, x, y0);
              if (y === undefined) continue;
              const waste = at.waste + under(at, v, x, y);
              if (waste > budget) continue;
              some = true;
              wishes.add(
                at,
                v,
                i,
                x,
                y,
                waste,
                (waste / (at.filled + v.area)) * (1 + noise * random()),
              );
            }
          }
        }
        if (some && skips > 0) break;
        const to = min(left, right);
        at =
          to >= H - EPS && left >= H - EPS && right >= H - EPS
            ? undefined
            : raised(at, k, to, x1 - x0);
      }
    }
    const next = new Map<number, State>();
    const least = wishes.worthOf(CLOSER * width);
    for (let k = 0; k < wishes.count; k++) {
      if (wishes.worth[k]! > least) continue;
      if (++tries % 64 === 0) yield;
      const made = stood(
        wishes.s[k]!,
        wishes.v[k]!,
        wishes.i[k]!,
        wishes.x[k]!,
        wishes.y[k]!,
        wishes.waste[k]!,
      );
      if (!made) continue;
      const key = likeness(made);
      const known = next.get(key);
      if (!known || known.waste > made.waste) next.set(key, made);
    }
    level = [...next.values()].sort((p, q) => p.score - q.score).slice(0, width);
    if (level[0]) deepest = level[0];
  }
  const out: Array<Packed | undefined> = new Array<Packed | undefined>(n).fill(undefined);
  for (let s: State | undefined = deepest; s && s.item >= 0; s = s.up) {
    const v = shapes[s.item]!.find((q) => q.variant === s.place!.variant)!;
    // Back to how the problem was given.
    let [x, y, w, h] = [s.place!.x, s.place!.y, v.w, v.h];
    if (flip.swap) [x, y, w, h] = [y, x, h, w];
    out[s.item] = {
      variant: v.variant,
      x: flip.x ? space.w - x - w : x,
      y: flip.y ? space.h - y - h : y,
    };
  }
  return out;

  function lowest(s: State): number {
    let k = 0;
    for (let i = 1; i < s.xs.length; i++) if (s.ys[i]! < s.ys[k]! - EPS) k = i;
    return k;
  }

  /** Against the left of the notch, against its right, past a post, or where it is bound to be; how many, in `begins`. */
  function startsAt(v: Shape, x0: number, x1: number): number {
    if (v.x1 - v.x0 < EPS) {
      begins[0] = v.x0;
      return v.x0 >= x0 - EPS && v.x0 < x1 ? 1 : 0;
    }
    const a = max(x0, v.x0);
    const b = min(x1 - v.w, v.x1);
    let m = 0;
    if (a <= v.x1 + EPS && a < x1) begins[m++] = a;
    if (b > a + EPS && b - a < ASIDE_MM) begins[m++] = b;
    for (let k = 0; k < rounds.length; k += 5) {
      const c = rounds[k]! + rounds[k + 2]!;
      if (c > a + EPS && c - a < ASIDE_MM && c <= v.x1) begins[m++] = c;
    }
    return m;
  }

  function hits(v: Shape, x: number, y: number): number {
    for (let q = 0; q < v.rects.length; q += 6) {
      const px = x + v.rects[q]!;
      const py = y + v.rects[q + 1]!;
      const w = v.rects[q + 2]!;
      const h = v.rects[q + 3]!;
      for (let k = 0; k < rounds.length; k += 5) {
        const dx = max(px - rounds[k]!, 0, rounds[k]! - px - w);
        const dy = max(py - rounds[k + 1]!, 0, rounds[k + 1]! - py - h);
        const r = rounds[k + 2]!;
        if (dx * dx + dy * dy < (r - EPS) ** 2) {
          return rounds[k + 1]! + Math.sqrt(max(0, r * r - dx * dx)) - v.rects[q + 1]!;
        }
      }
      for (let k = 0; k < blocks.length; k += 6) {
        if (
          px + w > blocks[k]! + EPS &&
          px < blocks[k]! + blocks[k + 2]! - EPS &&
          py + h > blocks[k + 1]! + EPS &&
          py < blocks[k + 1]! + blocks[k + 3]! - EPS
        ) {
          return blocks[k + 1]! + blocks[k + 3]! - v.rects[q + 1]!;
        }
      }
    }
    return -1;
  }

  /** How high it comes to lie there, or nothing when it cannot. */
  function resting(s: State, v: Shape, x: number, floor: number): number | undefined {
    if (x < v.x0 - EPS || x > v.x1 + EPS) return undefined;
    let y = max(v.y0, 0);
    for (let q = 0; q < v.rects.length; q += 6) {
      const a = x + v.rects[q]! + EPS;
      const b = x + v.rects[q]! + v.rects[q + 2]! - EPS;
      const low = v.rects[q + 1]!;
      for (let k = 0; k < s.xs.length && s.xs[k]! < b; k++) {
        if ((k + 1 < s.xs.length ? s.xs[k + 1]! : W) > a && s.ys[k]! - low > y) y = s.ys[k]! - low;
      }
    }
    for (let g = 0; g < 3; g++) {
      const up = hits(v, x, y);
      if (up < 0) break;
      y = up + EPS;
      if (g === 2 && hits(v, x, y) >= 0) return undefined;
    }
    return y > v.y1 + EPS || y - floor > RAISED_MM ? undefined : y;
  }

  /** Room lost beneath it. */
  function under(s: State, v: Shape, x: number, y: number): number {
    let waste = 0;
    for (let k = 0; k < s.xs.length; k++) {
      const a = max(s.xs[k]!, x);
      const b = min(k + 1 < s.xs.length ? s.xs[k + 1]! : W, x + v.w);
      if (b <= a) continue;
      if (v.rects.length === 6) {
        waste += (b - a) * (y - s.ys[k]!);
        continue;
      }
      const inner = [a, b];
      for (let q = 0; q < v.rects.length; q += 6) {
        for (const e of [x + v.rects[q]!, x + v.rects[q]! + v.rects[q + 2]!]) {
          if (e > a && e < b) inner.push(e);
        }
      }
      inner.sort((p, q) => p - q);
      for (let c = 0; c + 1 < inner.length; c++) {
        const mid = (inner[c]! + inner[c + 1]!) / 2;
        let low = Infinity;
        let high = -Infinity;
        let body = 0;
        for (let q = 0; q < v.rects.length; q += 6) {
          if (x + v.rects[q]! < mid && x + v.rects[q]! + v.rects[q + 2]! > mid) {
            low = min(low, y + v.rects[q + 1]!);
            high = max(high, y + v.rects[q + 1]! + v.rects[q + 3]!);
            body += v.rects[q + 3]!;
          }
        }
        if (low < Infinity) {
          waste +=
            (inner[c + 1]! - inner[c]!) * (max(0, low - s.ys[k]!) + max(0, high - low - body));
        }
      }
    }
    return waste;
  }

  function stood(
    s: State,
    v: Shape,
    i: number,
    x: number,
    y: number,
    waste: number,
  ): State | undefined {
    let m = s.xs.length;
    for (let k = 0; k < m; k++) {
      cutX[k] = s.xs[k]!;
      cutY[k] = s.ys[k]!;
    }
    for (let q = 0; q < v.rects.length; q += 6) {
      m = stepped(
        m,
        x + v.rects[q]!,
        x + v.rects[q]! + v.rects[q + 2]!,
        y + v.rects[q + 1]! + v.rects[q + 3]!,
      );
    }
    const xs: number[] = [];
    const ys: number[] = [];
    for (let k = 0; k < m; k++) {
      xs.push(cutX[k]!);
      ys.push(cutY[k]!);
    }
    const used = s.used | (1 << i);
    const filled = s.filled + v.area;
    // Room between steps too narrow for anything left is as good as lost.
    let narrow = Infinity;
    for (let q = 0; q < n; q++) if (!(used & (1 << q))) narrow = min(narrow, least[q]!);
    let lost = 0;
    let rough = 0;
    for (let k = 0; k < xs.length; k++) {
      const wide = (k + 1 < xs.length ? xs[k + 1]! : W) - xs[k]!;
      const l = k ? ys[k - 1]! : H;
      const r = k + 1 < xs.length ? ys[k + 1]! : H;
      if (wide < narrow && ys[k]! < min(l, r)) lost += wide * (min(l, r) - ys[k]!);
      if (k) rough += abs(ys[k]! - ys[k - 1]!);
    }
    if (waste + lost > budget) return undefined;
    const score =
      ((waste + lost) / filled) * (1 + noise * random()) +
      evenly * (ROUGH * rough + STEP * xs.length);
    return {
      xs,
      ys,
      used,
      waste,
      filled,
      score,
      up: s,
      item: i,
      place: { variant: v.variant, x, y },
    };
  }

  /** The outline in `cutX`, `cutY` raised to a top between two places; how many steps it has then. */
  function stepped(m: number, from: number, to: number, top: number): number {
    let k = 0;
    // A step begins where it is raised, and where it is not any more.
    for (const at of [from, to]) {
      if (at >= W - EPS) continue;
      k = 0;
      while (k + 1 < m && cutX[k + 1]! <= at + EPS) k++;
      if (at - cutX[k]! <= EPS) continue;
      for (let j = m; j > k + 1; j--) {
        cutX[j] = cutX[j - 1]!;
        cutY[j] = cutY[j - 1]!;
      }
      cutX[k + 1] = at;
      cutY[k + 1] = cutY[k]!;
      m++;
    }
    let kept = 0;
    for (let j = 0; j < m; j++) {
      const x = cutX[j]!;
      const y = x > from - EPS && x < to - EPS ? max(cutY[j]!, top) : cutY[j]!;
      if (kept && abs(cutY[kept - 1]! - y) < EPS) continue;
      cutX[kept] = x;
      cutY[kept] = y;
      kept++;
    }
    return kept;
  }

  function raised(s: State, k: number, to: number, wide: number): State | undefined {
    const waste = s.waste + wide * (to - s.ys[k]!);
    if (waste > budget || to >= H) return undefined;
    const xs: number[] = [];
    const ys: number[] = [];
    for (let q = 0; q < s.xs.length; q++) {
      const y = q === k ? to : s.ys[q]!;
      if (ys.length && abs(ys[ys.length - 1]! - y) < EPS) continue;
      xs.push(s.xs[q]!);
      ys.push(y);
    }
    return {
      xs,
      ys,
      used: s.used,
      waste,
      filled: s.filled,
      score: s.score,
      up: s.up,
      item: s.item,
      place: s.place,
    };
  }
}
