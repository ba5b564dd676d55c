/** From captures, each with one key held or none, to which bit is which key and what cannot be right. */
import type { BusCapture } from '../model';

export interface Learnt {
  /** Levels with nothing pressed; nothing where that cannot be told yet. */
  rest?: string;
  /** Level a pressed key reads at; nothing while no press was captured. */
  pressed?: 'low' | 'high';
  /** The bits each captured key moved, from 0, capture by capture. */
  moved: Map<string, number[][]>;
  /** Keys that move one bit each, and whenever they were captured the same one. */
  bits: Map<string, number>;
}

/** Without a capture of the pad at rest, so many different keys tell what rest is: each moves one bit. */
const ENOUGH_KEYS = 3;

export function learnt(captures: readonly BusCapture[]): Learnt {
  const rest = restOf(captures);
  const moved = new Map<string, number[][]>();
  if (rest === undefined) return { moved, bits: new Map() };
  let toLow = 0;
  let toHigh = 0;
  for (const { held, word } of captures) {
    if (held === undefined || word.length !== rest.length) continue;
    const bits = [...word].flatMap((level, bit) => (level === rest[bit] ? [] : [bit]));
    moved.set(held, [...(moved.get(held) ?? []), bits]);
    toLow += bits.filter((bit) => word[bit] === '0').length;
    toHigh += bits.filter((bit) => word[bit] === '1').length;
  }
  const bits = new Map(
    [...moved].flatMap(([key, all]) => {
      const [bit, ...others] = new Set(all.flat());
      const isOne = bit !== undefined && !others.length && all.every((m) => m.length === 1);
      return isOne ? [[key, bit] as const] : [];
    }),
  );
  return {
    rest,
    moved,
    bits,
    ...(toLow + toHigh > 0
      ? { pressed: toLow >= toHigh ? ('low' as const) : ('high' as const) }
      : {}),
  };
}

function restOf(captures: readonly BusCapture[]): string | undefined {
  const resting = captures.filter((c) => c.held === undefined);
  const keys = new Set(captures.flatMap((c) => c.held ?? []));
  const of = resting.length ? resting : captures;
  if (!of.length || (!resting.length && keys.size < ENOUGH_KEYS)) return undefined;
  const long = of[0]!.word.length;
  const alike = of.filter((c) => c.word.length === long);
  return Array.from({ length: long }, (_, bit) => {
    const high = alike.filter((c) => c.word[bit] === '1').length;
    return 2 * high > alike.length ? '1' : '0';
  }).join('');
}
