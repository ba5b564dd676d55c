/**
 * What is believed of a build's draws, efficiencies and charge: as typical or typed at first, and
 * corrected by every bench reading by inverse variance. Figures are factors of what the parts say.
 *
 * One instrument's own error is a figure too, shared by all it read: ten readings with one meter are
 * no better than that meter.
 */
import {
  type Instrument,
  type LoadState,
  type MeterReading,
  type Part,
  type Project,
  STATES,
} from '../model';
import { solvedAgain } from '../network';
import { type Energy, ratedEnergy } from './energy';
import { Gaussian, type Weights } from './gaussian';
import { voltsAt } from './ocv';
import { ampsKnown, BAND, chargeKnown, voltsKnown } from './meters';
import { placesIn, type Scale, type Supply, suppliedBy } from './supply';

/** How well a figure is known that nobody measured, 95 %: typical of draws, rated capacities, efficiencies. */
const TYPICAL = { draw: 0.25, capacity: 0.1, efficiency: 0.04 } as const;
/** A draw typed by the builder without saying how well, 95 %. */
export const TYPED_WITHIN = 0.1;
/** What cells of the same charge differ by in the volts they give it at, and in where they end, 95 %: typical. */
const CURVE_WITHIN = 0.015;
/** A part that draws more than typical in one state does so in the others, mostly. */
const STATES_TIED = 0.8;
/** Internal resistance of a pack nobody measured, 95 %: typical. */
const OHM_WITHIN = 0.6;

export const drawKey = (part: string, state: LoadState): string => `draw:${part}:${state}`;
export const efficiencyKey = (part: string): string => `efficiency:${part}`;
export const gainKey = (instrument: Instrument): string => `gain:${instrument}`;
export const CAPACITY = 'capacity';
export const CURVE = 'curve';

type Draw = Extract<MeterReading, { of: 'draw' }>;
type Whole = Extract<MeterReading, { of: 'whole' }>;

/** Readings that count: not taken back, and of a part that is still what it was. */
export const readingsOf = (p: Project): MeterReading[] =>
  (p.kit.readings ?? []).filter(
    (r) => !r.isTakenBack && p.kit.items.some((i) => i.id === r.item && i.part === r.part),
  );

/** How well a draw is known that no reading of the bench told: as it was typed, or typical. 95 %, a share. */
const unreadWithin = (part: Part, state: LoadState): number =>
  part.drew?.[state]?.within ?? (part.source === 'mine' ? TYPED_WITHIN : TYPICAL.draw);

/** Parts that draw, once each. */
const drawingParts = (energy: Energy): Part[] => [
  ...new Map(energy.loads.map(({ part }) => [part.id, part])).values(),
];

/** What the parts say in a state, W; a reading stands for a part that says nothing. */
function ratedWatts(part: Part, state: LoadState, read: readonly Draw[]): number {
  const said = part.draws?.[state] ?? 0;
  if (said > 0) return said;
  const first = read.find((r) => r.part === part.id && r.state === state);
  return first ? first.amps * first.volts : 0;
}

const isDraw = (r: MeterReading): r is Draw => r.of === 'draw';
const isWhole = (r: MeterReading): r is Whole => r.of === 'whole';

/** A reading far outside what was believed shows that too much was believed: standard deviation of a factor. */
const wideEnough = (within: number, ratios: readonly number[]): number =>
  Math.max(within, ...ratios.map((ratio) => Math.abs(ratio - 1))) / BAND;

/** Everything believed, before any reading. */
function prior(energy: Energy, readings: readonly MeterReading[]): Gaussian {
  const draws = readings.filter(isDraw);
  const parts = drawingParts(energy);
  const figures = parts.flatMap((part) => {
    const ratios = draws.filter((r) => r.part === part.id).map((r) => ratioOf(r, part, draws));
    return STATES.map((state) => ({
      key: drawKey(part.id, state),
      mean: 1,
      sd: wideEnough(unreadWithin(part, state), ratios),
    }));
  });
  for (const id of new Set(energy.rails.map((r) => r.part.id))) {
    const ratios = readings.flatMap((r) =>
      r.of === 'efficiency' && r.part === id ? (efficiencyRatio(r, energy) ?? []) : [],
    );
    const sd = wideEnough(TYPICAL.efficiency, ratios);
    figures.push({ key: efficiencyKey(id), mean: 1, sd });
  }
  const held = readings.flatMap((r) =>
    r.of === 'capacity' ? (capacityRatio(r, energy) ?? []) : [],
  );
  figures.push({ key: CAPACITY, mean: 1, sd: wideEnough(TYPICAL.capacity, held) });
  figures.push({ key: CURVE, mean: 1, sd: CURVE_WITHIN / BAND });
  const gains = new Map(
    readings.filter((r) => isDraw(r) || isWhole(r)).map((r) => [r.with, ampsKnown(r, r.amps).gain]),
  );
  for (const [instrument, sd] of gains) {
    figures.push({ key: gainKey(instrument), mean: 0, sd });
  }
  const all = new Gaussian(figures);
  for (const part of parts) {
    STATES.forEach((a, i) =>
      STATES.slice(i + 1).forEach((b) =>
        all.tie(drawKey(part.id, a), drawKey(part.id, b), STATES_TIED),
      ),
    );
  }
  return all;
}

/** What was read over what the part says. */
function ratioOf(r: Draw, part: Part, draws: readonly Draw[]): number {
  const rated = ratedWatts(part, r.state, draws);
  return rated > 0 ? (r.amps * r.volts) / rated : 1;
}

/** A draw of 0 W is no factor of what was said; it is told as a finding. */
function observeDraw(on: Gaussian, r: Draw, energy: Energy, draws: readonly Draw[]): void {
  const part = energy.loads.find((l) => l.part.id === r.part)?.part;
  if (!part || r.amps === 0) return;
  const key = drawKey(r.part, r.state);
  const ratio = ratioOf(r, part, draws);
  const { own } = ampsKnown(r, r.amps, r.state);
  const weights: Weights = new Map([
    [key, 1],
    [gainKey(r.with), ratio],
  ]);
  on.observe(weights, ratio - on.meanOf(key)!, ratio * Math.hypot(own, voltsKnown(r, r.volts)));
}

type Efficiency = Extract<MeterReading, { of: 'efficiency' }>;
type Capacity = Extract<MeterReading, { of: 'capacity' }>;

/** What was read over what its maker says; nothing for a part that is no converter here. */
function efficiencyRatio(r: Efficiency, energy: Energy): number | undefined {
  const rail = energy.rails.find((x) => x.part.id === r.part);
  const inWatts = r.into.amps * r.into.volts;
  if (!rail || inWatts === 0) return undefined;
  return (r.out.amps * r.out.volts) / inWatts / rail.part.converter.efficiency;
}

/** Amps in and out with one instrument: its own error falls out of their ratio. */
function observeEfficiency(on: Gaussian, r: Efficiency, energy: Energy): void {
  const ratio = efficiencyRatio(r, energy);
  if (ratio === undefined) return;
  const sd = Math.hypot(
    ampsKnown(r, r.into.amps).own,
    ampsKnown(r, r.out.amps).own,
    voltsKnown(r, r.into.volts),
    voltsKnown(r, r.out.volts),
  );
  const key = efficiencyKey(r.part);
  on.observe(new Map([[key, 1]]), ratio - on.meanOf(key)!, ratio * sd);
}

/** What is left in a pack at so many open volts, 0 to 1: by halving. */
function chargeAt(pack: NonNullable<Energy['pack']>, openV: number): number {
  let [low, high] = [0, 1];
  for (let i = 0; i < HALVINGS; i++) {
    const mid = (low + high) / 2;
    if (voltsAt(pack.ocv, mid) < openV) low = mid;
    else high = mid;
  }
  return low;
}
const HALVINGS = 20;

/** A discharge that left more than this of the charge is not counted. */
const MOST_LEFT = 0.7;

/** What a pack holds by what was counted, over what its makers say. */
function capacityRatio(r: Capacity, energy: Energy): number | undefined {
  const cell = energy.cells.find((c) => c.part.id === r.part);
  if (!cell || !energy.pack) return undefined;
  // A reading is of one cell; side by side they are one pack.
  const alike = energy.cells.filter((c) => c.item.part === energy.cells[0]!.item.part).length;
  const left = chargeAt(energy.pack, r.toV + r.amps * energy.pack.rOhm * alike);
  // Ended while it was nearly full, it tells nothing of the whole.
  if (left > MOST_LEFT) return undefined;
  return ((r.ah / (1 - left)) * alike) / energy.pack.capacityAh;
}

function observeCapacity(on: Gaussian, r: Capacity, energy: Energy): void {
  const ratio = capacityRatio(r, energy);
  if (ratio === undefined) return;
  on.observe(new Map([[CAPACITY, 1]]), ratio - on.meanOf(CAPACITY)!, ratio * chargeKnown(r));
}

/** A step that a slope is told by, as a share. */
const STEP = 0.01;

/** What a supply takes at so many volts of its source, A. */
export function ampsAt(supply: Supply, state: LoadState, volts: number, scale: Scale): number {
  const s = solvedAgain({
    sources: [{ id: supply.places[0]!.item ?? 'wall', volts, ohm: 0 }],
    places: placesIn(supply, state, scale),
  });
  return s.stands ? s.sources[0]! : NaN;
}

/** A whole build as it was read, and what its parts come to by all that was known before, with how well, A. */
export interface WholeAgainst {
  reading: Whole;
  amps: number;
  sd: number;
}

/** @returns nothing where there is no supply to compare with */
function observeWhole(on: Gaussian, r: Whole, p: Project, rated: Energy): WholeAgainst | undefined {
  const energy = believed(rated, on, []);
  const supply = suppliedBy(p, energy);
  if (!supply || r.amps === 0) return undefined;
  const amps = ampsAt(supply, r.state, r.volts, {});
  if (!Number.isFinite(amps)) return undefined;
  const weights = new Map<string, number>();
  const slope = (scale: (by: number) => Scale): number =>
    (ampsAt(supply, r.state, r.volts, scale(1 + STEP)) -
      ampsAt(supply, r.state, r.volts, scale(1 - STEP))) /
    (2 * STEP * amps);
  for (const part of drawingParts(energy)) {
    const ofPart = new Set(energy.loads.filter((l) => l.part.id === part.id).map((l) => l.item.id));
    const key = drawKey(part.id, r.state);
    const perShare = slope((by) => ({ draw: (item) => (ofPart.has(item) ? by : 1) }));
    weights.set(key, perShare / on.meanOf(key)!);
  }
  for (const { part } of energy.rails) {
    const key = efficiencyKey(part.id);
    const ofPart = new Set(energy.rails.filter((x) => x.part.id === part.id).map((x) => x.item.id));
    const perShare = slope((by) => ({ efficiency: (item) => (ofPart.has(item) ? by : 1) }));
    weights.set(key, perShare / on.meanOf(key)!);
  }
  const ratio = r.amps / amps;
  const parts = Math.sqrt(on.between(weights, weights));
  // As with each part: what lies far outside was not believed rightly.
  const wide = Math.abs(ratio - 1) / BAND / parts;
  if (parts > 0 && wide > 1) on.widen(new Set(weights.keys()), wide);
  weights.set(gainKey(r.with), ratio);
  const { gain, own } = ampsKnown(r, r.amps, r.state);
  on.observe(weights, ratio - 1, ratio * own);
  return { reading: r, amps, sd: amps * Math.hypot(parts, ratio * own, ratio * gain) };
}

/** Inverse variance of what was said and what was read, for a figure that stands alone. */
function combined(
  said: number,
  within: number,
  readings: ReadonlyArray<{ value: number; sd: number }>,
): number {
  let [sum, weight] = [0, 0];
  for (const { value, sd } of readings) {
    sum += value / (sd * sd);
    weight += 1 / (sd * sd);
  }
  // As with draws: what lies far outside was not believed rightly.
  const furthest = Math.max(0, ...readings.map((r) => Math.abs(r.value - said)));
  const prior = Math.max((said * within) / BAND, furthest / BAND);
  if (weight === 0 || prior === 0) return said;
  return (sum + said / (prior * prior)) / (weight + 1 / (prior * prior));
}

/** Ohms of a pack from two loads, and how well: volts differ by millivolts, so the digits are what counts. */
function ohmsOf(r: Extract<MeterReading, { of: 'resistance' }>): { value: number; sd: number } {
  const [dv, da] = [r.light.volts - r.heavy.volts, r.heavy.amps - r.light.amps];
  const value = dv / da;
  // The gain is in both readings; what is left of each is its digits.
  const volts = voltsKnown(r, dv) * Math.SQRT2;
  const amps = ampsKnown(r, da);
  return { value, sd: value * Math.hypot(volts, amps.own * Math.SQRT2, amps.gain) };
}

function packOf(
  pack: NonNullable<Energy['pack']>,
  belief: Gaussian,
  readings: readonly MeterReading[],
): NonNullable<Energy['pack']> {
  const ohms = readings.flatMap((r) => (r.of === 'resistance' ? [ohmsOf(r)] : []));
  return {
    ...pack,
    capacityAh: pack.capacityAh * belief.meanOf(CAPACITY)!,
    rOhm: combined(pack.rOhm, OHM_WITHIN, ohms),
  };
}

/** The least volts a part was seen to run on; the highest, where it was tried more than once. */
function leastOf(part: Part, readings: readonly MeterReading[]): number | undefined {
  const all = readings.flatMap((r) => (r.of === 'least' && r.part === part.id ? [r.volts] : []));
  return all.length ? Math.max(...all) : undefined;
}

/** What a converter was read to give; the mean, where it was read more than once. */
function outputOf(part: Part, readings: readonly MeterReading[]): number | undefined {
  const all = readings.flatMap((r) =>
    r.of === 'output' && r.part === part.id && r.volts > 0 ? [r.volts] : [],
  );
  return all.length ? all.reduce((sum, v) => sum + v, 0) / all.length : undefined;
}

/** A build's energy with the means of what is believed in the place of what the parts say. */
function believed(rated: Energy, belief: Gaussian, readings: readonly MeterReading[]): Energy {
  const draws = readings.filter(isDraw);
  const rails = rated.rails.map((rail) => {
    const { converter } = rail.part;
    const efficiency = Math.min(
      0.99,
      converter.efficiency * belief.meanOf(efficiencyKey(rail.part.id))!,
    );
    const minInV = leastOf(rail.part, readings) ?? converter.minInV;
    const outV = outputOf(rail.part, readings) ?? converter.outV;
    return {
      ...rail,
      part: { ...rail.part, converter: { ...converter, efficiency, minInV, outV } },
    };
  });
  return {
    ...rated,
    loads: rated.loads.map((load) => {
      const watts = (state: LoadState): number =>
        Math.max(
          0,
          ratedWatts(load.part, state, draws) * belief.meanOf(drawKey(load.part.id, state))!,
        );
      const runsFromV = leastOf(load.part, readings);
      return {
        ...load,
        draws: {
          menu: watts('menu'),
          game: watts('game'),
          peak: Math.max(watts('peak'), watts('game')),
        },
        ...(runsFromV === undefined ? {} : { runsFromV }),
      };
    }),
    rails,
    ...(rails[0] ? { converter: rails[0] } : {}),
    ...(rated.pack ? { pack: packOf(rated.pack, belief, readings) } : {}),
  };
}

export interface Believed {
  /** The build's energy as it is believed now. */
  energy: Energy;
  belief: Gaussian;
  /** Whole builds that were read, each against its parts. */
  wholes: WholeAgainst[];
}

function believe(p: Project): Believed {
  const rated = ratedEnergy(p);
  const readings = readingsOf(p);
  const belief = prior(rated, readings);
  if (!readings.length) return { energy: rated, belief, wholes: [] };
  const draws = readings.filter(isDraw);
  for (const r of readings) {
    if (r.of === 'draw') observeDraw(belief, r, rated, draws);
    if (r.of === 'efficiency') observeEfficiency(belief, r, rated);
    if (r.of === 'capacity') observeCapacity(belief, r, rated);
  }
  // The whole last: it is told by what each was found to draw.
  const wholes = readings.filter(isWhole).flatMap((r) => observeWhole(belief, r, p, rated) ?? []);
  return { energy: believed(rated, belief, readings), belief, wholes };
}

/** Documents never change once made. */
const known = new WeakMap<Project['kit'], { p: Project; value: Believed }>();

export function beliefOf(p: Project): Believed {
  const before = known.get(p.kit);
  if (before?.p.power === p.power && before.p.way === p.way) return before.value;
  const value = believe(p);
  known.set(p.kit, { p, value });
  return value;
}

/** What feeds what in a build, by the figures that are believed now. */
export const energyOf = (p: Project): Energy => beliefOf(p).energy;

/** Readings of the whole build, each against what its parts come to. */
export const wholesOf = (p: Project): readonly WholeAgainst[] => beliefOf(p).wholes;

/** Its network, by the figures that are believed now; nothing when no source is known or nothing draws. */
export const supplyOf = (p: Project): Supply | undefined => suppliedBy(p, energyOf(p));

/** One figure of a reading with its standard deviation, its instrument's own error included; nothing where none is told. */
export function toldBy(r: MeterReading): { value: number; sd: number } | undefined {
  switch (r.of) {
    case 'draw':
    case 'whole': {
      const { gain, own } = ampsKnown(r, r.amps, r.state);
      const value = r.amps * r.volts;
      return { value, sd: value * Math.hypot(gain, own, voltsKnown(r, r.volts)) };
    }
    case 'output':
      return r.volts > 0 ? { value: r.volts, sd: r.volts * voltsKnown(r, r.volts) } : undefined;
    case 'capacity':
      return { value: r.ah, sd: r.ah * chargeKnown(r) };
    case 'resistance':
      return ohmsOf(r);
    default:
      return undefined;
  }
}

/** How well a part's draw in a state is known, as a share, 95 %. */
export function drawKnown(p: Project, part: string, state: LoadState): number {
  const { belief } = beliefOf(p);
  const of = new Map([[drawKey(part, state), 1]]);
  return (BAND * Math.sqrt(belief.between(of, of))) / (belief.meanOf(drawKey(part, state)) ?? 1);
}
