/**
 * The chance that the whole build closes first time, with readings that several gaps share counted
 * once, and which reading, taken again with a better tool, would raise it most.
 *
 * Every margin is its value plus Σ k·u·z over its sources, z standard normal and the same for every
 * gap that has the source. The chance that none is below zero is counted on a lattice of points
 * that fills the space of the sources evenly (Richtmyer), so that it is repeatable.
 */
import { drained, type Finding, LIMIT_MM, type SourceShare } from '../model';

export interface Chance {
  value: number;
  /** Findings that can go wrong at all, and sources they share. */
  doubtful: number;
  shared: number;
}

const POINTS = 4096;
/** Findings surer than this take no part. */
const SURE = 0.999999;

/** Inverse of Φ, within 1e-9 (Acklam's rational approximation, one Halley step). */
export function quantileOf(p: number): number {
  const a = [
    -39.69683028665376, 220.9460984245205, -275.9285104469687, 138.357751867269, -30.66479806614716,
    2.506628277459239,
  ];
  const b = [
    -54.47609879822406, 161.5858368580409, -155.6989798598866, 66.80131188771972,
    -13.28068155288572,
  ];
  const c = [
    -0.007784894002430293, -0.3223964580411365, -2.400758277161838, -2.549732539343734,
    4.374664141464968, 2.938163982698783,
  ];
  const d = [0.007784695709041462, 0.3224671290700398, 2.445134137142996, 3.754408661907416];
  const tail = (q: number) =>
    (((((c[0]! * q + c[1]!) * q + c[2]!) * q + c[3]!) * q + c[4]!) * q + c[5]!) /
    ((((d[0]! * q + d[1]!) * q + d[2]!) * q + d[3]!) * q + 1);
  if (p < 0.02425) return tail(Math.sqrt(-2 * Math.log(p)));
  if (p > 1 - 0.02425) return -tail(Math.sqrt(-2 * Math.log(1 - p)));
  const q = p - 0.5;
  const r = q * q;
  return (
    ((((((a[0]! * r + a[1]!) * r + a[2]!) * r + a[3]!) * r + a[4]!) * r + a[5]!) * q) /
    (((((b[0]! * r + b[1]!) * r + b[2]!) * r + b[3]!) * r + b[4]!) * r + 1)
  );
}

interface Margin {
  value: number;
  shares: readonly SourceShare[];
}

const marginsOf = (findings: readonly Finding[]): Margin[] =>
  findings.flatMap((f) =>
    f.station === 'fit' && f.measure && f.measure.chance < SURE
      ? [{ value: f.measure.gap - f.measure.required, shares: f.measure.sources }]
      : [],
  );

/** Normal deviates of the lattice, one column a source, made once. */
const lattice: Float64Array[] = [];
const primes: number[] = [];
function columns(n: number): readonly Float64Array[] {
  for (let p = (primes[primes.length - 1] ?? 1) + 1; lattice.length < n; p++) {
    if (primes.some((q) => p % q === 0)) continue;
    primes.push(p);
    const step = Math.sqrt(p) % 1;
    lattice.push(
      Float64Array.from({ length: POINTS }, (_, k) =>
        quantileOf(Math.min(1 - 1e-12, Math.max(1e-12, ((k + 1) * step) % 1))),
      ),
    );
  }
  return lattice;
}

/** Share of points at which every margin holds. `better` replaces the u of some sources. */
function share(
  margins: readonly Margin[],
  points: number,
  better: ReadonlyMap<string, number> = new Map(),
): number {
  const keys = [...new Set(margins.flatMap((m) => m.shares.map((s) => s.key)))];
  const at = new Map(keys.map((k, i) => [k, i]));
  const n = keys.length;
  const rows = margins.map((m) => ({
    m: m.value,
    i: Int32Array.from(m.shares.map((s) => at.get(s.key)!)),
    ku: Float64Array.from(m.shares.map((s) => s.k * (better.get(s.key) ?? s.u))),
  }));
  // The margin most likely to fail is looked at first.
  rows.sort((a, b) => a.m / norm(a.ku) - b.m / norm(b.ku));
  const z = columns(n);
  let good = 0;
  for (let k = 0; k < points; k++) {
    let holds = true;
    for (const r of rows) {
      let v = r.m;
      for (let q = 0; q < r.i.length; q++) v += r.ku[q]! * z[r.i[q]!]![k]!;
      if (v < 0) {
        holds = false;
        break;
      }
    }
    if (holds) good++;
  }
  return good / points;
}

const norm = (v: Float64Array): number => Math.sqrt(v.reduce((s, x) => s + x * x, 0)) || 1e-12;

/** Findings of the fit station in, the chance of all of them together out. */
export function buildChance(findings: readonly Finding[]): Chance {
  const bound = Math.min(
    1,
    ...findings
      .filter((f) => f.station === 'fit')
      .map((f) => f.measure?.chance ?? (f.verdict === 'hit' ? 0 : 1)),
  );
  const margins = marginsOf(findings);
  const seen = new Map<string, number>();
  for (const m of margins) for (const s of m.shares) seen.set(s.key, (seen.get(s.key) ?? 0) + 1);
  const shared = [...seen.values()].filter((v) => v > 1).length;
  // Under one in a thousand nobody asks how it is made up.
  if (margins.length <= 1 || bound < 0.001) {
    return { value: bound, doubtful: margins.length, shared };
  }
  return { value: Math.min(bound, share(margins, POINTS)), doubtful: margins.length, shared };
}

export interface Improvement {
  key: string;
  label: string;
  from: number;
  to: number;
  /** What is done: measured again, or located. */ how: 'calliper' | 'jig';
}

const CALLIPER_U = LIMIT_MM.calliper / Math.sqrt(3);
const JIG_U = 0.1 / Math.sqrt(3);

/** Readings that would raise the build's chance if taken again with callipers, or parts if located by a jig; the best first. */
export function* seekImprovements(
  findings: readonly Finding[],
  most = 3,
): Generator<void, Improvement[]> {
  const margins = marginsOf(findings);
  const points = POINTS / 2;
  if (!margins.length) return [];
  const from = margins.length === 1 ? buildChance(findings).value : share(margins, points);
  const sources = new Map(margins.flatMap((m) => m.shares.map((s) => [s.key, s] as const)));
  const out: Improvement[] = [];
  for (const s of sources.values()) {
    // No reading betters what the model itself leaves open.
    if (s.key.startsWith('model.')) continue;
    const placing = s.key.startsWith('layout.');
    const u = placing ? JIG_U : CALLIPER_U;
    if (s.u <= u * 1.01) continue;
    yield;
    const to = share(margins, points, new Map([[s.key, u]]));
    if (to > from + 0.01) {
      out.push({ key: s.key, label: s.label, from, to, how: placing ? 'jig' : 'calliper' });
    }
  }
  return out.sort((a, b) => b.to - a.to).slice(0, most);
}

/** {@link seekImprovements}, all at once. */
export function improvements(...asked: Parameters<typeof seekImprovements>): Improvement[] {
  return drained(seekImprovements(...asked));
}
