/** What readings tell, figure by figure: by its name in what is believed, or as a factor of what the parts say. */
import { cellsOfPack } from '../kit';
import type { Instrument, LoadState, MeterReading, Part, Project } from '../model';
import type { Energy } from './energy';
import { ampsKnown, chargeKnown, voltsKnown } from './meters';
import { voltsAt } from './ocv';

export const drawKey = (part: string, state: LoadState): string => `draw:${part}:${state}`;
export const efficiencyKey = (part: string): string => `efficiency:${part}`;
export const gainKey = (instrument: Instrument): string => `gain:${instrument}`;
export const CAPACITY = 'capacity';
export const CURVE = 'curve';

export type Draw = Extract<MeterReading, { of: 'draw' }>;
export type Whole = Extract<MeterReading, { of: 'whole' }>;

/** Readings that count: not taken back, and of a part that is still what it was. */
export const readingsOf = (p: Project): MeterReading[] =>
  (p.kit.readings ?? []).filter(
    (r) => !r.isTakenBack && p.kit.items.some((i) => i.id === r.item && i.part === r.part),
  );

/** What the parts say in a state, W; a reading stands for a part that says nothing. */
export function ratedWatts(part: Part, state: LoadState, read: readonly Draw[]): number {
  const said = part.draws?.[state] ?? 0;
  if (said > 0) return said;
  const first = read.find((r) => r.part === part.id && r.state === state);
  return first ? first.amps * first.volts : 0;
}

export const isDraw = (r: MeterReading): r is Draw => r.of === 'draw';
export const isWhole = (r: MeterReading): r is Whole => r.of === 'whole';

/** What was read over what the part says. */
export function ratioOf(r: Draw, part: Part, draws: readonly Draw[]): number {
  const rated = ratedWatts(part, r.state, draws);
  return rated > 0 ? (r.amps * r.volts) / rated : 1;
}

export type Efficiency = Extract<MeterReading, { of: 'efficiency' }>;
export type Capacity = Extract<MeterReading, { of: 'capacity' }>;

/** What was read over what its maker says; nothing for a part that is no converter here. */
export function efficiencyRatio(r: Efficiency, energy: Energy): number | undefined {
  const rail = energy.rails.find((x) => x.part.id === r.part);
  const inWatts = r.into.amps * r.into.volts;
  if (!rail || inWatts === 0) return undefined;
  return (r.out.amps * r.out.volts) / inWatts / rail.part.converter.efficiency;
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
export function capacityRatio(r: Capacity, energy: Energy): number | undefined {
  const cell = energy.cells.find((c) => c.part.id === r.part);
  if (!cell || !energy.pack) return undefined;
  // A reading is of one cell; side by side they are one pack.
  const alike = cellsOfPack(energy.cells).length;
  const left = chargeAt(energy.pack, r.toV + r.amps * energy.pack.rOhm * alike);
  // Ended while it was nearly full, it tells nothing of the whole.
  if (left > MOST_LEFT) return undefined;
  return ((r.ah / (1 - left)) * alike) / energy.pack.capacityAh;
}

/** Ohms of a pack from two loads, and how well: volts differ by millivolts, so the digits are what counts. */
export function ohmsOf(r: Extract<MeterReading, { of: 'resistance' }>): {
  value: number;
  sd: number;
} {
  const [dv, da] = [r.light.volts - r.heavy.volts, r.heavy.amps - r.light.amps];
  const value = dv / da;
  // The gain is in both readings; what is left of each is its digits.
  const volts = voltsKnown(r, dv) * Math.SQRT2;
  const amps = ampsKnown(r, da);
  return { value, sd: value * Math.hypot(volts, amps.own * Math.SQRT2, amps.gain) };
}

/** The least volts a part was seen to run on; the highest, where it was tried more than once. */
export function leastOf(part: Part, readings: readonly MeterReading[]): number | undefined {
  const all = readings.flatMap((r) => (r.of === 'least' && r.part === part.id ? [r.volts] : []));
  return all.length ? Math.max(...all) : undefined;
}

/** What a converter was read to give; the mean, where it was read more than once. */
export function outputOf(part: Part, readings: readonly MeterReading[]): number | undefined {
  const all = readings.flatMap((r) =>
    r.of === 'output' && r.part === part.id && r.volts > 0 ? [r.volts] : [],
  );
  return all.length ? all.reduce((sum, v) => sum + v, 0) / all.length : undefined;
}

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
