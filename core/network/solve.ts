/**
 * Every voltage and current of a supply network.
 *
 * Newton's method on a tree: each load and converter is replaced by its tangent, the tree is folded
 * up into one straight line at the sources, and the new voltages run down again. Begun from the
 * voltages without load it comes down onto the upper solution, the one the thing runs at. Where a
 * fold turns the wrong way there is none near; that the network collapses is certified by finding
 * the share of its load that still stands.
 */
import {
  type Converter,
  inputCurrent,
  type Load,
  loadCurrent,
  outputVolts,
  type Source,
} from './elements';
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
interface Collapsed {
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
  let from: Standing | undefined;
  let step = 0.5;
  while (step > SHARE_WITHIN) {
    const share = Math.min(1, standing + step);
    const found =
      (from && newton(network, share, guessOf(from))) ??
      newton(network, share, withoutLoad(network));
    if (!found) {
      step /= 2;
      continue;
    }
    if (share === 1) return found;
    standing = share;
    from = found;
  }
  return { stands: false, share: standing };
}

/** Volts of every place, at its converter's input and behind it. */
interface Guess {
  inVolts: Float64Array;
  volts: Float64Array;
}

/** Every place at the voltage it has when nothing draws: above it lies no solution. */
function withoutLoad({ sources, places }: Network): Guess {
  const out = {
    inVolts: new Float64Array(places.length),
    volts: new Float64Array(places.length),
  };
  const first = Math.max(...sources.map((s) => s.volts - (s.diodeV ?? 0)));
  places.forEach((p, i) => {
    const inVolts = p.above === undefined ? first : out.volts[p.above]!;
    out.inVolts[i] = inVolts;
    out.volts[i] = p.converter ? outputVolts(p.converter, inVolts).value : inVolts;
  });
  return out;
}

const guessOf = ({ places }: Standing): Guess => ({
  inVolts: Float64Array.from(places, (p) => p.inVolts),
  volts: Float64Array.from(places, (p) => p.volts),
});

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

/**
 * One descent from a guess, which it moves; nothing where a fold turns over or it does not settle.
 *
 * A current is held as a straight line over a voltage, at + per·V: of each place over its own
 * voltage, and of each feed over the voltage at its end.
 */
function newton(network: Network, share: number, guess: Guess): Standing | undefined {
  const { sources, places } = network;
  const count = places.length;
  const { volts, inVolts } = guess;
  const loads = places.map((p) => (share === 1 ? p.loads : p.loads.map((l) => scaled(l, share))));
  const [at, per] = [new Float64Array(count), new Float64Array(count)];
  const [feedAt, feedPer] = [new Float64Array(count), new Float64Array(count)];
  for (let round = 0; round < MOST_ROUNDS; round++) {
    for (let i = 0; i < count; i++) {
      if (!(volts[i]! > 0 && inVolts[i]! > 0)) return undefined;
      at[i] = 0;
      per[i] = 0;
      for (const load of loads[i]!) {
        const { value, slope } = loadCurrent(load, volts[i]!);
        at[i]! += value - slope * volts[i]!;
        per[i]! += slope;
      }
    }
    for (let i = count - 1; i > 0; i--) {
      const { converter, ohm, above } = places[i]!;
      let [start, slope] = [at[i]!, per[i]!];
      if (converter) {
        const input = converterLine(converter, start, slope, volts[i]!, inVolts[i]!);
        [start, slope] = [input.at, input.per];
      }
      const pivot = 1 + slope * ohm;
      if (!(pivot > 0)) return undefined;
      feedAt[i] = start;
      feedPer[i] = slope;
      at[above!]! += start / pivot;
      per[above!]! += slope / pivot;
    }
    const first = meeting(sources, at[0]!, per[0]!, inVolts[0]!);
    if (first === undefined) return undefined;
    let moved = 0;
    for (let i = 0; i < count; i++) {
      const { converter, ohm, above } = places[i]!;
      const input = i === 0 ? first : (volts[above!]! - ohm * feedAt[i]!) / (1 + feedPer[i]! * ohm);
      const output = converter ? outputVolts(converter, input).value : input;
      moved = Math.max(moved, Math.abs(input - inVolts[i]!), Math.abs(output - volts[i]!));
      inVolts[i] = input;
      volts[i] = output;
    }
    if (!Number.isFinite(moved)) return undefined;
    if (moved < FOUND_V) return standing(sources, places, loads, guess);
  }
  return undefined;
}

/** Current at a converter's input over its input voltage, with what it feeds as a line over its output. */
function converterLine(
  converter: Converter,
  at: number,
  per: number,
  volts: number,
  inVolts: number,
): { at: number; per: number } {
  const outA = at + per * volts;
  const follows = outputVolts(converter, inVolts).slope;
  const input = inputCurrent(converter, inVolts, outA, volts);
  const slope = input.perInV + (input.perOutA * per + input.perOutV) * follows;
  return { at: input.value - slope * inVolts, per: slope };
}

/** Volts where the sources meet a straight line of load; nothing where the fold turns over. */
function meeting(
  sources: readonly Source[],
  loadAt: number,
  loadPer: number,
  near: number,
): number | undefined {
  let gives = 0;
  let per = loadPer;
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
  return (gives - loadAt) / per;
}

const isHighest = (sources: readonly Source[], s: Source): boolean =>
  sources.every((o) => o.volts - (o.diodeV ?? 0) <= s.volts - (s.diodeV ?? 0));

function standing(
  sources: readonly Source[],
  places: readonly Place[],
  loads: ReadonlyArray<readonly Load[]>,
  { volts: at, inVolts: input }: Guess,
): Standing {
  const outAmps = places.map((_, i) =>
    loads[i]!.reduce((sum, l) => sum + loadCurrent(l, at[i]!).value, 0),
  );
  const inAmps = places.map(() => 0);
  for (let i = places.length - 1; i >= 0; i--) {
    const p = places[i]!;
    const [volts, inVolts] = [at[i]!, input[i]!];
    inAmps[i] = p.converter
      ? inputCurrent(p.converter, inVolts, outAmps[i]!, volts).value
      : outAmps[i]!;
    if (p.above !== undefined) outAmps[p.above]! += inAmps[i]!;
  }
  return {
    stands: true,
    places: places.map((_, i) => ({
      volts: at[i]!,
      inVolts: input[i]!,
      inAmps: inAmps[i]!,
      outAmps: outAmps[i]!,
    })),
    sources: shares(sources, inAmps[0]!, input[0]!),
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
