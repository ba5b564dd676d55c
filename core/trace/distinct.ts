/**
 * Keys that each have a pad of their own: how likely a set of readings is when no two keys share a
 * column, and what each key's column then is.
 *
 * A sum over all ways to give rows distinct columns, by subsets of columns, rows that say nothing left
 * out and counted. Exact while at most `MOST_SETS` subsets matter at once; beyond, the heaviest stay.
 */
const MOST_SETS = 100;

export interface DistinctRow {
  /** Likelihood of the readings if the key is on this column. */
  on: Float64Array;
  /** Likelihood if it is on none, times the chance of that. */
  off: number;
}
export interface Distinct {
  /** Likelihood of all rows, each row's prior being even over the columns. */
  total: number;
  /** Chance of each row to be on each column. */
  on: Float64Array[];
  off: number[];
}

/** Whether a row has learnt nothing. */
const isFlat = (row: DistinctRow): boolean => row.on.every((w) => Math.abs(w - row.on[0]!) < 1e-12);

function heaviest(sets: Map<number, number>): Map<number, number> {
  if (sets.size <= MOST_SETS) return sets;
  return new Map([...sets].sort((a, b) => b[1] - a[1]).slice(0, MOST_SETS));
}

const bitsOf = (mask: number): number => {
  let n = 0;
  for (let m = mask; m; m &= m - 1) n++;
  return n;
};

/**
 * @param rows     one a key
 * @param columns  how many pads there are to be had, at most 30
 */
export function distinct(rows: readonly DistinctRow[], columns: number): Distinct {
  const full = rows.flatMap((r, i) => (isFlat(r) ? [] : [i]));
  const flat = rows.flatMap((r, i) => (isFlat(r) ? [i] : []));
  /** Likelihood of the flat rows when so many columns are taken by others. */
  const flatOf = (taken: number): number =>
    flat.reduce((product, i, n) => {
      const free = Math.max(0, columns - taken - n);
      return product * ((rows[i]!.on[0]! * free) / columns + rows[i]!.off);
    }, 1);
  const before: Array<Map<number, number>> = [new Map([[0, 1]])];
  for (const i of full) {
    const next = new Map<number, number>();
    const row = rows[i]!;
    for (const [mask, weight] of before.at(-1)!) {
      if (row.off) next.set(mask, (next.get(mask) ?? 0) + weight * row.off);
      for (let c = 0; c < columns; c++) {
        if (mask & (1 << c) || !row.on[c]) continue;
        const m = mask | (1 << c);
        next.set(m, (next.get(m) ?? 0) + (weight * row.on[c]!) / columns);
      }
    }
    before.push(heaviest(next));
  }
  const on = rows.map(() => new Float64Array(columns));
  const off = rows.map(() => 0);
  let after = new Map<number, number>();
  let total = 0;
  for (const [mask, weight] of before.at(-1)!) {
    const w = flatOf(bitsOf(mask));
    after.set(mask, w);
    total += weight * w;
    if (!flat.length || !(weight * w)) continue;
    const free = Math.max(0, columns - bitsOf(mask));
    const isOn = (rows[flat[0]!]!.on[0]! * free) / columns;
    const share = isOn / (isOn + rows[flat[0]!]!.off || 1);
    for (let c = 0; c < columns; c++) {
      if (mask & (1 << c) || !free) continue;
      for (const i of flat) on[i]![c]! += (weight * w * share) / free;
    }
    for (const i of flat) off[i]! += weight * w * (1 - share);
  }
  for (let n = full.length - 1; n >= 0; n--) {
    const i = full[n]!;
    const row = rows[i]!;
    const earlier = new Map<number, number>();
    for (const [mask, weight] of before[n]!) {
      let later = row.off * (after.get(mask) ?? 0);
      off[i]! += weight * later;
      for (let c = 0; c < columns; c++) {
        if (mask & (1 << c) || !row.on[c]) continue;
        const w = (row.on[c]! / columns) * (after.get(mask | (1 << c)) ?? 0);
        later += w;
        on[i]![c]! += weight * w;
      }
      earlier.set(mask, later);
    }
    after = earlier;
  }
  // Of even chances to begin with, only those without a clash count.
  const clashFree = rows.reduce((p, _, n) => p * Math.max(0, (columns - n) / columns), 1);
  if (total > 0) {
    for (const [i, row] of on.entries()) {
      for (let c = 0; c < columns; c++) row[c]! /= total;
      off[i]! /= total;
    }
  }
  return { total: clashFree ? total / clashFree : total, on, off };
}
