/** From events as they are told to what rest and presses say. */
import type { Answer, AtRest } from '../model';

export interface KeyEvent {
  /** Of the clock of whatever told it, ms. */
  t: number;
  code: number;
  value: 0 | 1;
}

/**
 * What a board tells while no key is touched.
 *
 * @param now     codes that read as pressed at the beginning; nothing when that cannot be told
 * @param events  what changed meanwhile
 */
export function atRest(now: readonly number[] | undefined, events: readonly KeyEvent[]): AtRest {
  const noisy = [...new Set(events.map((e) => e.code))].sort((a, b) => a - b);
  return {
    noisy,
    ...(now ? { on: now.filter((c) => !noisy.includes(c)).sort((a, b) => a - b) } : {}),
  };
}

/** What one press and one letting go told: the first change of a code says which way it went. */
export function answerOf(
  input: string,
  events: readonly KeyEvent[],
  noisy: readonly number[],
): Answer {
  const first = new Map<number, 0 | 1>();
  const times = new Map<number, number>();
  for (const { code, value } of [...events].sort((a, b) => a.t - b.t)) {
    if (noisy.includes(code)) continue;
    if (!first.has(code)) first.set(code, value);
    if (first.get(code) === value) times.set(code, (times.get(code) ?? 0) + 1);
  }
  const went = (value: 0 | 1): number[] =>
    [...first].flatMap(([code, v]) => (v === value ? [code] : [])).sort((a, b) => a - b);
  return { input, on: went(1), off: went(0), times: Math.max(0, ...times.values()) };
}
