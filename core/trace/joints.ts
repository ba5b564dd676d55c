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
  /** One net to all; rows and columns; or each key between two pads of its own. */
  kind: 'common' | 'grid' | 'pairs';
  nets: NetUse[];
  /** Three keys that press a fourth, which has no diode between: corners of a rectangle. */
  ghosts: Array<{ held: [string, string, string]; ghost: string }>;
  /** Keys whose diode lets no current run from their own pad to the common. */
  away: string[];
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
  const [most] = [...by].sort((a, b) => b[1].length - a[1].length);
  const isCommon = keys.length > 1 && most?.[1].length === keys.length;
  const isGrid = !isCommon && [...by.values()].some((of) => of.length > 1);
  const side = isGrid ? rowsOf(keys) : new Map<string, 'row' | 'column'>();
  const use = (pad: string): NetUse['is'] => {
    if (isCommon) return pad === most[0] ? 'common' : 'own';
    return side.get(pad) ?? 'own';
  };
  let kind: BoardPlan['kind'] = 'pairs';
  if (isCommon) kind = 'common';
  else if (isGrid) kind = 'grid';
  return {
    kind,
    nets: [...by].map(([pad, of]) => ({
      pad,
      also: also(pad),
      is: use(pad),
      keys: of.map((k) => k.key),
    })),
    ghosts: isGrid ? ghostsOf(keys) : [],
    away: isCommon
      ? keys.flatMap((k) => (k.runs === 'onward' && k.pads[0] === most[0] ? [k.key] : []))
      : [],
  };
}

/** Every net on the side that its keys leave it; rows are where current comes in, if it runs one way. */
function rowsOf(keys: readonly Found[]): Map<string, 'row' | 'column'> {
  const side = new Map<string, 'row' | 'column'>();
  for (const start of keys) {
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
