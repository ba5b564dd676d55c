/** Curves as points no further from the curve than a tolerance. */
import type { Pt } from '../../geometry';

const MOST_STEPS = 4000;

/** Steps of equal parameter in which a cubic stays within the tolerance of its chords (Wang). */
function cubicSteps(p: readonly [Pt, Pt, Pt, Pt], within: number): number {
  const bend = [0, 1].map((i) =>
    Math.hypot(...[0, 1].map((k) => p[i]![k]! - 2 * p[i + 1]![k]! + p[i + 2]![k]!)),
  );
  const steps = Math.ceil(Math.sqrt((0.75 * Math.max(...bend)) / within));
  return Math.max(1, Math.min(MOST_STEPS, Number.isFinite(steps) ? steps : 1));
}

/** A cubic's points after its first. */
export function cubic(p: readonly [Pt, Pt, Pt, Pt], within: number): Pt[] {
  const steps = cubicSteps(p, within);
  return Array.from({ length: steps }, (_, i): Pt => {
    const t = (i + 1) / steps;
    const s = 1 - t;
    const at = (k: 0 | 1): number =>
      s * s * s * p[0][k] + 3 * s * s * t * p[1][k] + 3 * s * t * t * p[2][k] + t * t * t * p[3][k];
    return [at(0), at(1)];
  });
}

/** How often a span may be halved, and of how many it is made at least. */
const DEEPEST = 12;
const LEAST_SPANS = 4;

/**
 * A curve given by its parameter, from t0 to t1, halved until the middle of every span lies within
 * the tolerance of its chord.
 */
export function sampled(at: (t: number) => Pt, knots: readonly number[], within: number): Pt[] {
  const out: Pt[] = [at(knots[0]!)];
  const span = (t0: number, a: Pt, t1: number, b: Pt, depth: number): void => {
    const tm = (t0 + t1) / 2;
    const m = at(tm);
    const chord = Math.hypot(b[0] - a[0], b[1] - a[1]);
    const off =
      chord < 1e-12
        ? Math.hypot(m[0] - a[0], m[1] - a[1])
        : Math.abs((b[0] - a[0]) * (m[1] - a[1]) - (b[1] - a[1]) * (m[0] - a[0])) / chord;
    // Half of it: the curve may stand further off beside the middle.
    if (depth < DEEPEST && off > within / 2 && out.length < 20 * MOST_STEPS) {
      span(t0, a, tm, m, depth + 1);
      span(tm, m, t1, b, depth + 1);
    } else out.push(b);
  };
  for (let i = 1; i < knots.length; i++) {
    for (let k = 0; k < LEAST_SPANS; k++) {
      const width = (knots[i]! - knots[i - 1]!) / LEAST_SPANS;
      const [t0, t1] = [knots[i - 1]! + k * width, knots[i - 1]! + (k + 1) * width];
      span(t0, out[out.length - 1]!, t1, at(t1), 0);
    }
  }
  return out;
}
