/** What every place of a supply may carry and must get, against a solved state of its network. */
import type { Standing } from '../network';
import type { Stop } from './discharge';
import type { Supply, SupplyPlace } from './supply';
import { BROWN_OUT_V, GOOD_V } from './wire';

/** A load gives up so far below the least of its window, as a share: 4.63 of 4.75 V. */
export const GIVES_UP = BROWN_OUT_V / GOOD_V;
/** Above the most of its window by more than this share it is in danger: typical. */
const DANGER = 1.05;
/** Ripple of a boost's switch current as a share of its rating: typical. */
const RIPPLE = 0.2;

/** Volts below which a load stops, and above which it is in danger. */
const bearsFrom = ([least]: readonly [number, number]): number => least * GIVES_UP;
export const bearsTo = ([, most]: readonly [number, number]): number => most * DANGER;

/** Volts below which a place stops: as it was seen to on the bench, else as its window says; nothing where it runs on any. */
export const stopsBelow = ({ window, runsFromV }: SupplyPlace): number | undefined =>
  runsFromV ?? (window && bearsFrom(window));

/** Volts a place should get: what its window asks for, or as far above what it was seen to stop at. */
export const wantsFrom = ({ window, runsFromV }: SupplyPlace): number | undefined =>
  runsFromV === undefined ? window?.[0] : runsFromV / GIVES_UP;

/** The first place that gives up in a state: a converter below its input window, a load below what it runs on. */
export function stopIn(supply: Supply, state: Standing): Stop | undefined {
  for (const [i, place] of supply.places.entries()) {
    const { volts, inVolts } = state.places[i]!;
    const { converter, name } = place;
    const least = stopsBelow(place);
    if (converter && inVolts < converter.minInV) {
      return { code: 'window', name, volts: inVolts, leastV: converter.minInV };
    }
    if (least !== undefined && volts < least) {
      return { code: 'brown-out', name, volts, leastV: least };
    }
  }
  return undefined;
}

/**
 * The most a converter gives at an input voltage, A: what its part says, or what the switch of a
 * boost carries: Iout ≈ η·(Vin/Vout)·(Isw − ΔI/2).
 */
export function mostAmps({ converter, limitIsSwitch }: SupplyPlace, inVolts: number): number {
  if (!converter) return Infinity;
  if (!limitIsSwitch || converter.kind !== 'boost') return converter.limitA;
  const share = typeof converter.efficiency === 'number' ? converter.efficiency : 1;
  const duty = Math.min(1, inVolts / converter.outV);
  return share * duty * converter.limitA * (1 - RIPPLE / 2);
}
