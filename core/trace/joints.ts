/** What a traced board asks for: one conductor a net, and what each is for whatever reads it. */
import type { Traced, TracedKey } from './trace';

export interface NetUse {
  pad: string;
  /** Other pads of the same net: solder to the handiest. */
  also: string[];
  is: 'common' | 'own' | 'row' | 'column';
  keys: string[];
}
export interface BoardPlan {
  /** Every key has a pad no other has, and one or more commons; else rows and columns. */
  kind: 'common' | 'grid';
  nets: NetUse[];
  /** Three keys that press a fourth, which has no diode between: corners of a rectangle. */
  ghosts: Array<{ held: [string, string, string]; ghost: string }>;
  /** Keys whose diode runs from the common to their own pad, or from column to row. */
  away: string[];
  /** Keys with both pads among the rows, or both among the columns: no matrix reads them. */
  odd: string[];
}

type Found = TracedKey & { pads: readonly [string, string] };
const isFound = (k: TracedKey): k is Found => k.isSure && k.pads !== undefined;

export function boardPlan(found: Traced): BoardPlan | undefined {
  const keys = found.keys.filter(isFound);
  if (!keys.length) return undefined;
  const also = (pad: string): string[] =>
    found.joined.find((n) => n.includes(pad))?.filter((p) => p !== pad) ?? [];
  const by = new Map<string, Found[]>();
  for (const k of keys) for (const pad of k.pads) by.set(pad, [...(by.get(pad) ?? []), k]);
  const isOwn = (pad: string): boolean => by.get(pad)!.length === 1;
  const kind = keys.every((k) => k.pads.some(isOwn)) ? 'common' : 'grid';
  const side = kind === 'grid' ? rowsOf(keys) : commonsOf(keys, isOwn);
  const sideOf = (k: Found): Array<NetUse['is']> => k.pads.map((pad) => side.get(pad)!);
  return {
    kind,
    nets: [...by].map(([pad, of]) => ({
      pad,
      also: also(pad),
      is: side.get(pad)!,
      keys: of.map((k) => k.key),
    })),
    ghosts: kind === 'grid' ? ghostsOf(keys) : [],
    away: keys.flatMap((k) => {
      const [from, to] = sideOf(k);
      const isAway = from === 'common' || (from === 'column' && to === 'row');
      return k.runs === 'onward' && isAway ? [k.key] : [];
    }),
    odd: keys.flatMap((k) => (sideOf(k)[0] === sideOf(k)[1] ? [k.key] : [])),
  };
}

/** Of each key one pad is its own; the other is a common, be it for one key alone. */
function commonsOf(
  keys: readonly Found[],
  isOwn: (pad: string) => boolean,
): Map<string, NetUse['is']> {
  return new Map(
    keys.flatMap(({ pads }): Array<[string, NetUse['is']]> => {
      const own = pads.find(isOwn)!;
      return pads.map((pad) => [pad, pad === own ? 'own' : 'common']);
    }),
  );
}

/** Every net on the side that its keys leave it; rows are where current comes in, if it runs one way. */
function rowsOf(keys: readonly Found[]): Map<string, NetUse['is']> {
  const side = new Map<string, NetUse['is']>();
  // Diodes say which side is which: they come first.
  const ordered = [...keys].sort((a, b) => Number(a.runs === 'both') - Number(b.runs === 'both'));
  for (const start of ordered) {
    if (side.has(start.pads[0])) continue;
    side.set(start.pads[0], 'row');
    const queue = [start.pads[0]];
    while (queue.length) {
      const at = queue.pop()!;
      for (const { pads } of keys) {
        if (!pads.includes(at)) continue;
        const to = pads[0] === at ? pads[1] : pads[0];
        if (side.has(to)) continue;
        side.set(to, side.get(at) === 'row' ? 'column' : 'row');
        queue.push(to);
      }
    }
  }
  return side;
}

/**
 * Three corners of a rectangle join its fourth: current runs back through the corner across from it,
 * unless a diode sits there.
 */
function ghostsOf(keys: readonly Found[]): BoardPlan['ghosts'] {
  const out: BoardPlan['ghosts'] = [];
  const at = (a: string, b: string): Found | undefined =>
    keys.find((k) => k.pads.includes(a) && k.pads.includes(b));
  for (const ghost of keys) {
    const [r, c] = ghost.pads;
    for (const one of keys) {
      if (one === ghost || !one.pads.includes(r)) continue;
      const c2 = one.pads[0] === r ? one.pads[1] : one.pads[0];
      for (const two of keys) {
        if (two === ghost || !two.pads.includes(c)) continue;
        const r2 = two.pads[0] === c ? two.pads[1] : two.pads[0];
        const across = at(r2, c2);
        if (!across || across === one || across === two || across.runs !== 'both') continue;
        out.push({ held: [one.key, across.key, two.key], ghost: ghost.key });
      }
    }
  }
  return out;
}
