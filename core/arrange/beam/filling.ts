/** A half-filled cavity: the outline of what stands, seen from the open side, and what it cost so far. */
import type { Packed } from '../packer';

/** Shorter than this is nothing, mm. */
export const EPS = 1e-6;

export interface Filling {
  /** Starts of the steps of the outline, and how high each is. */
  xs: number[];
  ys: number[];
  /** Parts that stand, one bit each. */
  used: number;
  /** Room lost so far, mm². */
  waste: number;
  /** Room taken by parts, mm². */
  filled: number;
  /** What it is ranked by; less is better. */
  score: number;
  /** The filling it was made from, by standing one item at one place. */
  up: Filling | undefined;
  item: number;
  place: Packed | undefined;
}

export const EMPTY: Filling = {
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

/** Where a step of the outline ends, in a cavity w wide. */
export const endOf = (xs: readonly number[], k: number, w: number): number =>
  k + 1 < xs.length ? xs[k + 1]! : w;

export function lowestStep({ ys }: Filling): number {
  let k = 0;
  for (let i = 1; i < ys.length; i++) if (ys[i]! < ys[k]! - EPS) k = i;
  return k;
}

/** With one step filled up to a height, and as much room lost. */
export function withRaised(s: Filling, k: number, to: number, waste: number): Filling {
  const xs: number[] = [];
  const ys: number[] = [];
  for (let q = 0; q < s.xs.length; q++) {
    const y = q === k ? to : s.ys[q]!;
    if (ys.length && Math.abs(ys[ys.length - 1]! - y) < EPS) continue;
    xs.push(s.xs[q]!);
    ys.push(y);
  }
  return { ...s, xs, ys, waste };
}

/** Fillings that look alike share a number: what is used, how much was wasted, where the outline begins and ends. */
export function likeness(q: Filling): number {
  let h = Math.imul(q.xs.length, 0x9e3779b1) ^ Math.imul(Math.round(q.waste * 2), 0x85ebca6b);
  h =
    Math.imul(h ^ (h >>> 15), 0xc2b2ae35) ^
    Math.imul(Math.round(q.ys[0]! * 4), 0x27d4eb2f) ^
    Math.imul(Math.round(q.xs[q.xs.length - 1]! * 4), 0x165667b1);
  h ^= h >>> 13;
  return q.used * 0x400000 + (h & 0x3fffff);
}
