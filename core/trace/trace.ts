/**
 * Where the tracing of a kept board stands: what each key closes, how sure that is, and what to read
 * next.
 *
 * First the keys, whichever probe tells most of them; then each found pair once with nothing held, or
 * a pair that is always closed would pass for a key; then pads nobody has, against the nets in use;
 * then the ohms of each key, which whatever reads it must be able to pull.
 */
import type { PadReading, ProbePoint, Tracing } from '../model';
import { bestProbe, openKeys } from './ask';
import { beliefOf, chancesOf, likeliest } from './belief';
import type { Probe, Spot, Told } from './contact';
import {
  atRest,
  isSettled,
  JOINED_IF_ONCE,
  JOINED_IF_TWICE,
  joinedChance,
  netsOf,
  seenOf,
} from './nets';

/** One reading in twenty of a careful hand slips: typical. */
export const SLIP = 0.05;
/** Sure enough of a key to wire it. */
export const SURE = 0.9985;

export interface TracedKey {
  key: string;
  /** The pads of the two nets it closes: red to black where current runs one way only. */
  pads?: readonly [string, string];
  runs: 'both' | 'onward';
  /** Of this, or of its closing nothing. */
  chance: number;
  isSure: boolean;
  /** A half of its contact that reaches a pad though the other reaches none. */
  half?: { half: 1 | 2; pad: string };
  /** As read between its pads while it was held; the median. */
  ohm?: number;
}
export type AskedFor = 'key' | 'rest' | 'spare' | 'ohm';
export interface Ask {
  red: ProbePoint;
  black: ProbePoint;
  held?: string;
  for: AskedFor;
}
export interface Traced {
  keys: TracedKey[];
  /** Pads that are one net, two and more. */
  joined: string[][];
  /** Pads no key reaches. */
  spare: string[];
  next?: Ask;
}

const isPad = (p: ProbePoint): p is { pad: string } => 'pad' in p;

/**
 * @param tracing  pads and readings as they were taken
 * @param keys     ids of the keys that are looked for, in the order of the document
 * @param slip     share of readings that are wrong
 */
export function traced(tracing: Tracing, keys: readonly string[], slip = SLIP): Traced {
  const { pads, readings } = tracing;
  const nets = netsOf(pads, readings, slip);
  const told = toldOf([...sheetReadings(tracing), ...readings], nets, keys);
  const belief = beliefOf(nets.length, keys.length, told, slip);
  const open = pads.length < 2 ? [] : openKeys(belief, SURE);
  const found = keys.map((key, k): TracedKey => {
    const chances = chancesOf(belief.keys[k]!, nets.length);
    const { closes, chance } = likeliest(chances, nets.length);
    const base = { key, chance, isSure: pads.length >= 2 && !open.includes(k) };
    if (!closes) return { ...base, runs: 'both', ...loneHalf(belief.keys[k]!.one, nets) };
    const of = [nets[closes.a]![0]!, nets[closes.b]![0]!] as const;
    const ohm = ohmsOf(readings, key, nets, of);
    return { ...base, pads: of, runs: closes.runs, ...(ohm === undefined ? {} : { ohm }) };
  });
  const next =
    askOfJoin(pads, readings, slip) ??
    askAtRest(readings, found, slip) ??
    askOfKeys(tracing, nets, keys, open, belief, slip) ??
    (open.length
      ? undefined
      : (askOfGone(tracing, nets, found) ??
        askOfSpare(readings, nets, found, slip) ??
        askOhms(found)));
  const used = new Set(found.flatMap((f) => (f.isSure ? (f.pads ?? []) : [])));
  return {
    keys: found,
    joined: nets.filter((n) => n.length > 1),
    spare: nets.filter((n) => !n.some((p) => used.has(p))).flat(),
    ...(next ? { next } : {}),
  };
}

/** A sheet is believed like one reading of each of its keys: not enough to be sure of any. */
const sheetReadings = ({ sheet = [] }: Tracing): PadReading[] =>
  sheet.map(({ key, pads: [red, black], oneWay }) => ({
    red: { pad: red },
    black: { pad: black },
    held: key,
    reads: oneWay ? 'diode' : 0,
  }));

/** Readings in terms of nets; what names a pad or key that is gone is left out. */
function toldOf(
  readings: readonly PadReading[],
  nets: readonly string[][],
  keys: readonly string[],
): Told[] {
  const spotOf = (p: ProbePoint): Spot | undefined => {
    if (isPad(p)) {
      const net = nets.findIndex((n) => n.includes(p.pad));
      return net < 0 ? undefined : { net };
    }
    const key = keys.indexOf(p.key);
    return key < 0 ? undefined : { key, half: p.half === 1 ? 0 : 1 };
  };
  return readings.flatMap((r): Told[] => {
    const red = spotOf(r.red);
    const black = spotOf(r.black);
    const held = r.held === undefined ? undefined : keys.indexOf(r.held);
    if (!red || !black || (held !== undefined && held < 0)) return [];
    return [{ red, black, seen: seenOf(r), ...(held === undefined ? {} : { held }) }];
  });
}

function loneHalf(
  one: readonly [Float64Array, Float64Array],
  nets: readonly string[][],
): Pick<TracedKey, 'half'> {
  for (const half of [0, 1] as const) {
    const net = one[half].findIndex((p) => p > 0.5);
    if (net >= 0) return { half: { half: half === 0 ? 1 : 2, pad: nets[net]![0]! } };
  }
  return {};
}

function ohmsOf(
  readings: readonly PadReading[],
  key: string,
  nets: readonly string[][],
  [a, b]: readonly [string, string],
): number | undefined {
  const one = nets.find((n) => n.includes(a))!;
  const two = nets.find((n) => n.includes(b))!;
  const read = readings
    .flatMap((r) => {
      const { red, black, held, reads } = r;
      if (held !== key || typeof reads === 'string' || !isPad(red) || !isPad(black)) return [];
      const fits =
        (one.includes(red.pad) && two.includes(black.pad)) ||
        (two.includes(red.pad) && one.includes(black.pad));
      return fits && seenOf(r) === 'closed' ? [reads] : [];
    })
    .sort((x, y) => x - y);
  return read[Math.floor((read.length - 1) / 2)];
}

function askOfKeys(
  { readings, sealed }: Tracing,
  nets: readonly string[][],
  keys: readonly string[],
  open: readonly number[],
  belief: ReturnType<typeof beliefOf>,
  slip: number,
): Ask | undefined {
  const pointOf = (s: Spot): ProbePoint =>
    'net' in s ? { pad: nets[s.net]![0]! } : { key: keys[s.key]!, half: s.half === 0 ? 1 : 2 };
  const [last] = toldOf(readings.slice(-1), nets, keys);
  const best: Probe | undefined = bestProbe(belief, open, sealed ?? false, slip, last);
  if (!best) return undefined;
  return {
    red: pointOf(best.red),
    black: pointOf(best.black),
    ...(best.held === undefined ? {} : { held: keys[best.held]! }),
    for: 'key',
  };
}

/** Two pads that read closed with nothing held, until it is sure that they are joined or were not. */
function askOfJoin(
  pads: readonly string[],
  readings: readonly PadReading[],
  slip: number,
): Ask | undefined {
  for (const [i, a] of pads.entries()) {
    for (const b of pads.slice(i + 1)) {
      const seen = atRest(readings, a, b);
      if (!seen.includes('closed') || isSettled(joinedChance(seen, slip))) continue;
      return { red: { pad: a }, black: { pad: b }, for: 'spare' };
    }
  }
  return undefined;
}

/** Likelier than not: time to let go of the key and look whether the pair opens. */
const LIKELY = 0.5;

/** A found pair that nobody has read open without its key. */
function askAtRest(
  readings: readonly PadReading[],
  found: readonly TracedKey[],
  slip: number,
): Ask | undefined {
  const isPair = ({ red, black }: PadReading, [a, b]: readonly [string, string]): boolean =>
    isPad(red) && isPad(black) && [red.pad, black.pad].every((p) => p === a || p === b);
  const likely = found.filter((f) => f.chance > LIKELY);
  for (const { pads } of likely) {
    if (!pads) continue;
    const closers = new Set(likely.flatMap((f) => (f.pads && same(f.pads, pads) ? [f.key] : [])));
    const seen = readings.flatMap((r) =>
      isPair(r, pads) && (r.held === undefined || !closers.has(r.held)) ? [seenOf(r)] : [],
    );
    const before = closers.size > 1 ? JOINED_IF_TWICE : JOINED_IF_ONCE;
    if (!isSettled(joinedChance(seen, slip, before))) {
      return { red: { pad: pads[0] }, black: { pad: pads[1] }, for: 'rest' };
    }
  }
  return undefined;
}
const same = (a: readonly string[], b: readonly string[]): boolean => a.every((p) => b.includes(p));

/** A key that closes nothing: whether one half of its contact reaches a pad after all. */
function askOfGone(
  { readings, sealed }: Tracing,
  nets: readonly string[][],
  found: readonly TracedKey[],
): Ask | undefined {
  if (sealed) return undefined;
  for (const { key } of found.filter((f) => f.isSure && !f.pads && !f.half)) {
    for (const half of [1, 2] as const) {
      for (const net of nets) {
        const isRead = readings.some(({ red, black }) => {
          const [own, pad] = isPad(red) ? [black, red] : [red, black];
          return (
            !isPad(own) &&
            own.key === key &&
            own.half === half &&
            isPad(pad) &&
            net.includes(pad.pad)
          );
        });
        if (!isRead) return { red: { key, half }, black: { pad: net[0]! }, for: 'key' };
      }
    }
  }
  return undefined;
}

/** A pad nobody has, against each net in use. */
function askOfSpare(
  readings: readonly PadReading[],
  nets: readonly string[][],
  found: readonly TracedKey[],
  slip: number,
): Ask | undefined {
  const used = [...new Set(found.flatMap((f) => f.pads ?? []))];
  const spare = nets.filter((n) => !n.some((p) => used.includes(p)));
  for (const [pad] of spare) {
    for (const to of used) {
      if (isSettled(joinedChance(atRest(readings, pad!, to), slip))) continue;
      return { red: { pad: pad! }, black: { pad: to }, for: 'spare' };
    }
  }
  return undefined;
}

function askOhms(found: readonly TracedKey[]): Ask | undefined {
  const left = found.find((f) => f.pads && f.runs === 'both' && f.ohm === undefined);
  if (!left) return undefined;
  return {
    red: { pad: left.pads![0] },
    black: { pad: left.pads![1] },
    held: left.key,
    for: 'ohm',
  };
}
