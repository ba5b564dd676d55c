/**
 * How well the instruments of a bench tell what they show: limits of accuracy as their makers state
 * them, typical of each kind. A limit is taken as evenly likely: σ = limit/√3.
 */
import type { Instrument, LoadState, MeterReading } from '../model';

/** Share of what is shown, the same in every reading with that instrument; and its last digits, V or A. */
interface Accuracy {
  gain: number;
  digits: number;
}
interface Meter {
  name: string;
  volts: Accuracy;
  /** By the jack the lead is in. */
  amps: Readonly<Record<'mA' | 'A', Accuracy>>;
  /** What it puts into the lead it is in, its own leads included, Ω. */
  burdenOhm: Readonly<Record<'mA' | 'A', number>>;
  /** Of a charge it counts, a share. */
  ah: number;
}

export const METERS: Readonly<Record<Instrument, Meter>> = {
  'hand meter': {
    name: 'hand meter',
    volts: { gain: 0.005, digits: 0.02 },
    amps: { mA: { gain: 0.01, digits: 0.0003 }, A: { gain: 0.015, digits: 0.003 } },
    burdenOhm: { mA: 1.6, A: 0.13 },
    ah: 0.03,
  },
  'usb meter': {
    name: 'USB meter',
    volts: { gain: 0.01, digits: 0.02 },
    amps: { mA: { gain: 0.01, digits: 0.01 }, A: { gain: 0.01, digits: 0.01 } },
    burdenOhm: { mA: 0.05, A: 0.05 },
    ah: 0.02,
  },
  'charger display': {
    name: 'charger',
    volts: { gain: 0.01, digits: 0.02 },
    amps: { mA: { gain: 0.03, digits: 0.01 }, A: { gain: 0.03, digits: 0.01 } },
    burdenOhm: { mA: 0.05, A: 0.05 },
    ah: 0.03,
  },
  bench: {
    name: 'bench instruments',
    volts: { gain: 0.0005, digits: 0.002 },
    amps: { mA: { gain: 0.002, digits: 0.0001 }, A: { gain: 0.003, digits: 0.001 } },
    burdenOhm: { mA: 0.1, A: 0.02 },
    ah: 0.01,
  },
};

/** A hand meter's mA jack blows its fuse from here on, A. */
export const FUSE_A = 0.4;
/** A figure that flickers, watched on a display for half a minute, is told to so much, a share, 95 %: typical. */
const EYE: Readonly<Record<LoadState, number>> = { menu: 0.01, game: 0.05, peak: 0.05 };
/** Half-width of a 95 % band in standard deviations. */
export const BAND = 2;

const sigma = (limit: number): number => limit / Math.sqrt(3);

export const rangeOf = (r: Pick<MeterReading, 'range'>, amps: number): 'mA' | 'A' =>
  r.range ?? (amps < FUSE_A / 2 ? 'mA' : 'A');

/**
 * How well a current is told, as shares of it: what is the instrument's own in every reading, and
 * what is of this one alone (last digits, and the eye on a display that flickers in a state of play).
 */
export function ampsKnown(
  r: Pick<MeterReading, 'with' | 'range' | 'scatterA'>,
  amps: number,
  state?: LoadState,
): { gain: number; own: number } {
  const { gain, digits } = METERS[r.with].amps[rangeOf(r, amps)];
  const eye = state === undefined || r.scatterA !== undefined ? 0 : EYE[state] / BAND;
  const least = digits / 3;
  const shown = Math.max(amps, least);
  return {
    gain: sigma(gain),
    own: Math.hypot(sigma(digits) / shown, eye, (r.scatterA ?? 0) / shown),
  };
}

/** How well volts are told, a share: gain and digits together. */
export function voltsKnown(r: Pick<MeterReading, 'with'>, volts: number): number {
  const { gain, digits } = METERS[r.with].volts;
  return Math.hypot(sigma(gain), sigma(digits) / volts);
}

/** How well a counted charge is told, a share. */
export const chargeKnown = (r: Pick<MeterReading, 'with'>): number => sigma(METERS[r.with].ah);
