/**
 * Every voltage and current of a supply network.
 *
 * Newton's method on a tree: each load and converter is replaced by its tangent, the tree is folded
 * up into one straight line at the sources, and the new voltages run down again. Begun from the
 * voltages without load it comes down onto the upper solution, the one the thing runs at. Where a
 * fold turns the wrong way there is none near; that the network collapses is certified by finding
 * the share of its load that still stands.
 */
import { inputCurrent, loadCurrent, outputVolts, type Load, type Source } from './elements';
import { checkNetwork, type Network, type Place } from './network';

/** What one place of a solved network carries. */
export interface PlaceState {
  /** Here, behind the converter if there is one, V. */
  volts: number;
  /** At the converter's input; the same where there is none, V. */
  inVolts: number;
  /** In the feed, before a converter, A. */
  inAmps: number;
  /** To its loads and to what hangs on it, A. */
  outAmps: number;
}
export interface Standing {
  stands: true;
  places: readonly PlaceState[];
  /** What each source gives; below 0 it is being pushed into, A. */
  sources: readonly number[];
}
/** No voltages exist at which every load gets its power. */
export interface Collapsed {
  stands: false;
  /** The largest share of its load that stands, 0..1, within 1e-4. */
  share: number;
}
export type Solution = Standing | Collapsed;

/** Less than any joint has, Ω: a source without resistance is given so much, so that several may meet. */
const LEAST_OHM = 1e-6;
/** Voltages that move less are found, V. */
const FOUND_V = 1e-10;
const MOST_ROUNDS = 60;
/** How closely the share that stands is told. */
const SHARE_WITHIN = 1e-4;

/**
 * @param network  sources in V and Ω; places in order, each after the one that feeds it
 * @returns        the state of every place, within 1e-9 V of the laws; or what share of the load stands
 * @throws         BadInput for a figure that cannot be
 */
export function solved(network: Network): Solution {
  checkNetwork(network);
  return solvedAgain(network);
}

/** As `solved`, for a network that was checked before: only source voltages and loads have changed. */
export function solvedAgain(network: Network): Solution {
  const direct = newton(network, 1, withoutLoad(network));
  if (direct) return direct;
  let standing = 0;
  let from = withoutLoad(network);
  let step = 0.5;
  while (step > SHARE_WITHIN) {
    const share = Math.min(1, standing + step);
    const found = newton(network, share, from) ?? newton(network, share, withoutLoad(network));
    if (!found) {
      step /= 2;
      continue;
    }
    if (share === 1) return found;
    standing = share;
    from = found.places.map((p) => ({ volts: p.volts, inVolts: p.inVolts }));
  }
  return { stands: false, share: standing };
}

interface Guess {
  volts: number;
  inVolts: number;
}

/** Every place at the voltage it has when nothing draws: above it lies no solution. */
function withoutLoad({ sources, places }: Network): Guess[] {
  const first = Math.max(...sources.map((s) => s.volts - (s.diodeV ?? 0)));
  const out: Guess[] = [];
  for (const p of places) {
    const inVolts = p.above === undefined ? first : out[p.above]!.volts;
    out.push({ inVolts, volts: p.converter ? outputVolts(p.converter, inVolts).value : inVolts });
  }
  return out;
}

const scaled = (load: Load, share: number): Load => {
  switch (load.is) {
    case 'power':
      return { ...load, watts: load.watts * share };
    case 'current':
      return { ...load, amps: load.amps * share };
    case 'lamp':
      return { ...load, ohm: load.ohm / share };
  }
};

/** A current as a straight line over a voltage: at + per·V, A. */
interface Line {
  at: number;
  per: number;
}

function newton(network: Network, share: number, start: readonly Guess[]): Standing | undefined {
  const { sources, places } = network;
  const now = start.map((g) => ({ ...g }));
  const loads =
    share === 1
      ? places.map((p) => p.loads)
      : places.map((p) => p.loads.map((l) => scaled(l, share)));
  const atPlace = places.map((): Line => ({ at: 0, per: 0 }));
  const inFeed = places.map((): Line => ({ at: 0, per: 0 }));
  for (let round = 0; round < MOST_ROUNDS; round++) {
    if (!now.every((g) => g.volts > 0 && g.inVolts > 0)) return undefined;
    places.forEach((_, i) => {
      atPlace[i] = loadLine(loads[i]!, now[i]!.volts);
    });
    for (let i = places.length - 1; i > 0; i--) {
      const feed = feedLine(places[i]!, atPlace[i]!, now[i]!);
      const pivot = 1 + feed.per * places[i]!.ohm;
      if (!(pivot > 0)) return undefined;
      inFeed[i] = feed;
      const up = atPlace[places[i]!.above!]!;
      up.at += feed.at / pivot;
      up.per += feed.per / pivot;
    }
    const first = meeting(network, atPlace[0]!, now[0]!.inVolts);
    if (first === undefined) return undefined;
    let moved = 0;
    places.forEach((p, i) => {
      const { at, per } = inFeed[i]!;
      const inVolts = i === 0 ? first : (now[p.above!]!.volts - p.ohm * at) / (1 + per * p.ohm);
      const volts = p.converter ? outputVolts(p.converter, inVolts).value : inVolts;
      moved = Math.max(moved, Math.abs(inVolts - now[i]!.inVolts), Math.abs(volts - now[i]!.volts));
      now[i] = { inVolts, volts };
    });
    if (!Number.isFinite(moved)) return undefined;
    if (moved < FOUND_V) return standing(sources, places, loads, now);
  }
  return undefined;
}

function loadLine(loads: readonly Load[], volts: number): Line {
  const out: Line = { at: 0, per: 0 };
  for (const load of loads) {
    const { value, slope } = loadCurrent(load, volts);
    out.at += value - slope * volts;
    out.per += slope;
  }
  return out;
}

/** Current in the feed of a place over the voltage at the end of that feed. */
function feedLine({ converter }: Place, here: Line, { volts, inVolts }: Guess): Line {
  if (!converter) return { ...here };
  const outA = here.at + here.per * volts;
  const follows = outputVolts(converter, inVolts).slope;
  const input = inputCurrent(converter, inVolts, outA, volts);
  const per = input.perInV + (input.perOutA * here.per + input.perOutV) * follows;
  return { at: input.value - per * inVolts, per };
}

/** Volts where the sources meet a straight line of load; nothing where the fold turns over. */
function meeting({ sources }: Network, load: Line, near: number): number | undefined {
  let gives = 0;
  let per = load.per;
  for (const s of sources) {
    const behind = s.volts - (s.diodeV ?? 0);
    if (s.diodeV !== undefined && behind <= near && sources.length > 1 && !isHighest(sources, s)) {
      continue;
    }
    const ohm = Math.max(s.ohm, LEAST_OHM);
    gives += behind / ohm;
    per += 1 / ohm;
  }
  if (!(per > 0)) return undefined;
  return (gives - load.at) / per;
}

const isHighest = (sources: readonly Source[], s: Source): boolean =>
  sources.every((o) => o.volts - (o.diodeV ?? 0) <= s.volts - (s.diodeV ?? 0));

function standing(
  sources: readonly Source[],
  places: readonly Place[],
  loads: ReadonlyArray<readonly Load[]>,
  now: readonly Guess[],
): Standing {
  const outAmps = places.map((_, i) =>
    loads[i]!.reduce((sum, l) => sum + loadCurrent(l, now[i]!.volts).value, 0),
  );
  const inAmps = places.map(() => 0);
  for (let i = places.length - 1; i >= 0; i--) {
    const p = places[i]!;
    const { volts, inVolts } = now[i]!;
    inAmps[i] = p.converter
      ? inputCurrent(p.converter, inVolts, outAmps[i]!, volts).value
      : outAmps[i]!;
    if (p.above !== undefined) outAmps[p.above]! += inAmps[i]!;
  }
  return {
    stands: true,
    places: now.map((g, i) => ({ ...g, inAmps: inAmps[i]!, outAmps: outAmps[i]! })),
    sources: shares(sources, inAmps[0]!, now[0]!.inVolts),
  };
}

/** What each source gives of the current at their meeting. */
function shares(sources: readonly Source[], amps: number, volts: number): number[] {
  if (sources.length === 1) return [amps];
  return sources.map((s) => {
    const given = (s.volts - (s.diodeV ?? 0) - volts) / Math.max(s.ohm, LEAST_OHM);
    return s.diodeV === undefined ? given : Math.max(0, given);
  });
}
