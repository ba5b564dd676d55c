/** A run that was read again and again: its mean, how well that is known, and its peak. */
import { BadInput, listed } from '../model';

export interface Sample {
  /** s */
  t: number;
  amps: number;
  volts?: number;
}
export interface RunFigures {
  amps: number;
  volts?: number;
  /** Volts of the last reading: where a discharge ended. */
  lastV?: number;
  /** Standard uncertainty of the mean, A: what is next to each other is alike, so by batches. */
  scatterA: number;
  /** Highest reading, and the charge that went through, A and Ah. */
  peakA: number;
  ah: number;
  seconds: number;
  samples: number;
  /** Times without a reading that are longer than five usual ones, s. */
  holes: ReadonlyArray<{ from: number; to: number }>;
}

const BATCHES = 10;
const HOLE = 5;

const meanOf = (list: readonly number[]): number => list.reduce((s, x) => s + x, 0) / list.length;

/** Standard deviation of the mean of a run, from the means of its batches. */
function scatterOf(values: readonly number[]): number {
  if (values.length < 2 * BATCHES) {
    const mean = meanOf(values);
    const variance =
      values.reduce((s, x) => s + (x - mean) ** 2, 0) / Math.max(1, values.length - 1);
    return Math.sqrt(variance / values.length);
  }
  const each = values.length / BATCHES;
  const means = Array.from({ length: BATCHES }, (_, k) =>
    meanOf(values.slice(Math.round(k * each), Math.round((k + 1) * each))),
  );
  const mean = meanOf(means);
  const variance = means.reduce((s, x) => s + (x - mean) ** 2, 0) / (BATCHES - 1);
  return Math.sqrt(variance / BATCHES);
}

/**
 * Figures of a run. Holes are bridged straight and told.
 *
 * @param samples  times rising, s
 * @throws         BadInput where there is nothing to take a mean of
 */
export function runFigures(samples: readonly Sample[]): RunFigures {
  if (samples.length < 2) throw new BadInput('run', 'A run has at least two readings.');
  const [first, last] = [samples[0]!, samples.at(-1)!];
  const steps = samples.slice(1).map((s, i) => s.t - samples[i]!.t);
  const usual = [...steps].sort((a, b) => a - b)[Math.floor(steps.length / 2)]!;
  let ah = 0;
  let peakA = first.amps;
  const holes: Array<{ from: number; to: number }> = [];
  samples.slice(1).forEach((s, i) => {
    const before = samples[i]!;
    ah += ((s.amps + before.amps) / 2) * ((s.t - before.t) / 3600);
    peakA = Math.max(peakA, s.amps);
    if (s.t - before.t > HOLE * usual) holes.push({ from: before.t, to: s.t });
  });
  const seconds = last.t - first.t;
  const volts = samples.flatMap((s) => (s.volts === undefined ? [] : [s.volts]));
  return {
    amps: seconds > 0 ? (ah * 3600) / seconds : meanOf(samples.map((s) => s.amps)),
    ...(volts.length ? { volts: meanOf(volts), lastV: volts.at(-1)! } : {}),
    scatterA: scatterOf(samples.map((s) => s.amps)),
    peakA,
    ah,
    seconds,
    samples: samples.length,
    holes,
  };
}

/** What was left out of a run, in words. */
export const holesWords = ({ holes }: RunFigures): string | undefined =>
  holes.length
    ? `Without readings from ${listed(holes.slice(0, 3).map((h) => `${h.from.toFixed(0)} to ${h.to.toFixed(0)} s`))}: bridged straight.`
    : undefined;
