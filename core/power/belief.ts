/**
 * What is believed of a build's draws, efficiencies and charge: as typical or typed at first, and
 * corrected by every bench reading by inverse variance. Figures are factors of what the parts say.
 *
 * One instrument's own error is a figure too, shared by all it read: ten readings with one meter are
 * no better than that meter.
 */
import { type LoadState, type MeterReading, type Part, type Project, STATES } from '../model';
import { solvedAgain } from '../network';
import { believed } from './believed';
import { type Energy, ratedEnergy } from './energy';
import { Gaussian, type Weights } from './gaussian';
import { ampsKnown, BAND, chargeKnown, voltsKnown } from './meters';
import { placesIn, type Scale, type Supply, suppliedBy } from './supply';
import {
  CAPACITY,
  type Capacity,
  capacityRatio,
  CURVE,
  type Draw,
  drawKey,
  type Efficiency,
  efficiencyKey,
  efficiencyRatio,
  gainKey,
  isDraw,
  isWhole,
  ratioOf,
  readingsOf,
  type Whole,
} from './told';

/** How well a figure is known that nobody measured, 95 %: typical of draws, rated capacities, efficiencies. */
const TYPICAL = { draw: 0.25, capacity: 0.1, efficiency: 0.04 } as const;
/** A draw typed by the builder without saying how well, 95 %. */
export const TYPED_WITHIN = 0.1;
/** What cells of the same charge differ by in the volts they give it at, and in where they end, 95 %: typical. */
const CURVE_WITHIN = 0.015;
/** A part that draws more than typical in one state does so in the others, mostly. */
const STATES_TIED = 0.8;

/** How well a draw is known that no reading of the bench told: as it was typed, or typical. 95 %, a share. */
const unreadWithin = (part: Part, state: LoadState): number =>
  part.drew?.[state]?.within ?? (part.source === 'mine' ? TYPED_WITHIN : TYPICAL.draw);

/** Parts that draw, once each. */
const drawingParts = (energy: Energy): Part[] => [
  ...new Map(energy.loads.map(({ part }) => [part.id, part])).values(),
];

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

/** How well a part's draw in a state is known, as a share, 95 %. */
export function drawKnown(p: Project, part: string, state: LoadState): number {
  const { belief } = beliefOf(p);
  const of = new Map([[drawKey(part, state), 1]]);
  return (BAND * Math.sqrt(belief.between(of, of))) / (belief.meanOf(drawKey(part, state)) ?? 1);
}
