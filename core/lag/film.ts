/** The lag of the real thing, off a high-speed film of thumb and screen: frames from the press to the light. */
import type { Film, Worked } from '../model';

export interface Filmed {
  ms: number;
  /** 95 % of the time the mean lies within this, ms. */
  u95: number;
}

/**
 * Press and light each fall somewhere within a frame, so that one count is off by up to one frame
 * either way, in a triangle: σ = frame / √6. The spread of the counts has that in it; few counts, or
 * counts that happen to agree, are not better than it.
 */
export function filmed({ fps, frames }: Film): Worked<Filmed> {
  const frameMs = 1000 / fps;
  const n = frames.length;
  const mean = frames.reduce((a, b) => a + b, 0) / n;
  const spread = n > 1 ? Math.sqrt(frames.reduce((s, f) => s + (f - mean) ** 2, 0) / (n - 1)) : 0;
  const one = Math.max(spread, 1 / Math.sqrt(6));
  const u95 = (2 * one * frameMs) / Math.sqrt(n);
  return {
    value: { ms: mean * frameMs, u95 },
    working: [
      `${n} counted, ${mean.toFixed(1)} frames on the average of ${frameMs.toFixed(2)} ms = ${(mean * frameMs).toFixed(0)} ms`,
      `± 2 · max(spread ${spread.toFixed(2)}, 1/√6) · ${frameMs.toFixed(2)} / √${n} = ${u95.toFixed(1)} ms`,
    ],
  };
}

/** Counts as they are typed: "14, 15 13". @returns nothing where one of them is no count */
export function readCounts(text: string): number[] | undefined {
  const words = text.split(/[\s,;]+/).filter(Boolean);
  const counts = words.map(Number);
  const isCount = (c: number): boolean => Number.isInteger(c) && c >= 0 && c <= 5000;
  return counts.length && counts.length <= 60 && counts.every(isCount) ? counts : undefined;
}
