/** What is wrong with a kept board as it was traced: facts only. */
import type { PadReading, Tracing } from '../model';
import { type Contradiction, contradictions } from './contradictions';
import { boardPlan, type BoardPlan } from './joints';
import { COPPER_OHM, isAtRest } from './nets';
import { leastLeakOhm, mostContactOhm, PULL_UP_OHM, WORN_SHARE } from './ohms';
import type { Traced } from './trace';

export type TraceFault =
  /** Readings that cannot all be right, and are not outvoted. */
  | { is: 'contradiction'; of: Contradiction }
  /** Keys nobody has found the pads of yet. */
  | { is: 'open'; keys: string[]; asked: number }
  /** A key that closes nothing; a half of it may reach a pad, or pads may be joined for good. */
  | { is: 'nothing'; key: string; half?: { half: 1 | 2; pad: string }; joined: string[][] }
  /** Two keys and more between the same pads. */
  | { is: 'same'; keys: string[]; pads: readonly [string, string] }
  /** A pressed contact that the pull-up does not see, or hardly. */
  | { is: 'ohms'; key: string; ohm: number; most: number; pullUpOhm: number; isOver: boolean }
  /** Dirt between two pads at rest: over the least it should read by less than twice, or under it. */
  | { is: 'leak'; pads: readonly [string, string]; ohm: number; least: number; pullUpOhm: number }
  /** Diodes against a pull-up: the common must be high and the lines pulled down. */
  | { is: 'away'; keys: string[]; isMixed: boolean }
  /** Keys no matrix reads: both their pads are rows, or both columns. */
  | { is: 'odd'; keys: string[] }
  /** Three keys hands can hold that press a fourth: a set for each key that is so pressed. */
  | { is: 'ghost'; sets: ReadonlyArray<BoardPlan['ghosts'][number]> };

/**
 * @param found    of these readings
 * @param canHold  whether hands can press these keys at once
 */
export function traceFaults(
  tracing: Tracing,
  found: Traced,
  canHold: (keys: readonly string[]) => boolean,
): TraceFault[] {
  const out: TraceFault[] = contradictions(tracing, found)
    .filter((c) => c.isOpen)
    .map((of) => ({ is: 'contradiction', of }));
  const open = found.keys.filter((k) => !k.isSure).map((k) => k.key);
  if (open.length) out.push({ is: 'open', keys: open, asked: tracing.readings.length });
  const by = new Map<string, string[]>();
  const pullUpOhm = tracing.pullUpOhm ?? PULL_UP_OHM;
  const most = mostContactOhm(pullUpOhm).value;
  for (const k of found.keys) {
    if (!k.isSure) continue;
    if (!k.pads) {
      const { half } = k;
      out.push({ is: 'nothing', key: k.key, ...(half ? { half } : {}), joined: found.joined });
      continue;
    }
    const pair = [...k.pads].sort().join('\n');
    by.set(pair, [...(by.get(pair) ?? []), k.key]);
    if (k.ohm !== undefined && k.ohm > most * WORN_SHARE) {
      const isOver = k.ohm > most;
      out.push({ is: 'ohms', key: k.key, ohm: k.ohm, most, pullUpOhm, isOver });
    }
  }
  out.push(...leaks(tracing, pullUpOhm));
  for (const [pair, keys] of by) {
    if (keys.length < 2) continue;
    const [a, b] = pair.split('\n') as [string, string];
    out.push({ is: 'same', keys, pads: [a, b] });
  }
  const plan = boardPlan(found);
  if (plan?.away.length) {
    const oneWay = found.keys.filter((k) => k.isSure && k.runs === 'onward').length;
    // Turned round as a whole such a board is read; a grid is drawn so that its first diode is right.
    const isMixed = plan.kind === 'grid' || plan.away.length < oneWay;
    out.push({ is: 'away', keys: plan.away, isMixed });
  }
  if (plan?.odd.length) out.push({ is: 'odd', keys: plan.odd });
  const holdable = (plan?.ghosts ?? []).filter(({ held }) => canHold(held));
  const sets = holdable.filter((g, n) => holdable.findIndex((o) => o.ghost === g.ghost) === n);
  if (sets.length) out.push({ is: 'ghost', sets });
  return out;
}

/** A leak worth a word: it dries out, or gets worse. */
const NEAR = 2;

/** Pads at rest with neither copper nor nothing between them, the last reading of each. */
function leaks({ readings }: Tracing, pullUpOhm: number): TraceFault[] {
  const least = leastLeakOhm(pullUpOhm).value;
  const last = new Map<string, { pads: [string, string]; reads: PadReading['reads'] }>();
  for (const r of readings) {
    if (!isAtRest(r)) continue;
    const pads = [r.red, r.black].flatMap((p) => ('pad' in p ? [p.pad] : [])) as [string, string];
    last.set([...pads].sort().join('\n'), { pads, reads: r.reads });
  }
  return [...last.values()].flatMap(({ pads, reads }): TraceFault[] =>
    typeof reads === 'number' && reads > COPPER_OHM && reads < NEAR * least
      ? [{ is: 'leak', pads, ohm: reads, least, pullUpOhm }]
      : [],
  );
}
