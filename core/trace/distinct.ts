/**
 * Keys that each have a pad of their own: how likely a set of readings is when no two keys share a
 * column, and what each key's column then is.
 *
 * A sum over all ways to give rows distinct columns, by subsets of columns: exact on few columns. On
 * many, only rows that point to a few columns are tried one by one; the others see what those leave
 * free, and one column less for each of their own kind before them. Of subsets the heaviest stay.
 */
const MOST_SETS = 128;
/** So many columns have no more subsets than are kept. */
const FEW_COLUMNS = 7;
/** A row points to a column that has so much of it. */
const POINTED = 0.2;

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

/** Whether a row is tried column by column: not where it has learnt nothing, or next to nothing. */
function isTried(row: DistinctRow, columns: number): boolean {
  const most = Math.max(...row.on);
  const sum = row.on.reduce((s, w) => s + w, 0);
  return columns <= FEW_COLUMNS
    ? most > row.on.reduce((a, b) => Math.min(a, b))
    : most > POINTED * sum;
}

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
  const full = rows.flatMap((r, i) => (isTried(r, columns) ? [i] : []));
  const loose = rows.flatMap((r, i) => (isTried(r, columns) ? [] : [i]));
  /** Chance of each loose row to be on a free column, the n-th of them finding n fewer. */
  const looseOn = (mask: number): number[] => {
    const free = Math.max(0, columns - bitsOf(mask));
    return loose.map((i, n) => {
      let sum = 0;
      for (let c = 0; c < columns; c++) if (!(mask & (1 << c))) sum += rows[i]!.on[c]!;
      return free ? ((sum / columns) * Math.max(0, free - n)) / free : 0;
    });
  };
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
    const chances = looseOn(mask);
    const w = loose.reduce((product, i, n) => product * (chances[n]! + rows[i]!.off), 1);
    after.set(mask, w);
    total += weight * w;
    if (!(weight * w)) continue;
    for (const [n, i] of loose.entries()) {
      const row = rows[i]!;
      const isOn = chances[n]! / (chances[n]! + row.off);
      let sum = 0;
      for (let c = 0; c < columns; c++) if (!(mask & (1 << c))) sum += row.on[c]!;
      for (let c = 0; c < columns; c++) {
        if (sum > 0 && !(mask & (1 << c))) on[i]![c]! += (weight * w * isOn * row.on[c]!) / sum;
      }
      off[i]! += weight * w * (1 - isOn);
    }
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
