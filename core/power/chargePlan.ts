/** How a build's own charger fills its pack: switched off, while a game runs, and from a socket of which nothing is known. */
import { solved } from '../network';
import { type Charge, chargeRun, type Charging } from './charging';
import type { PowerFigures } from './figures';
import { networkOf, type Supply } from './supply';

export type ChargeCase = 'off' | 'playing' | 'unread';
export interface ChargePlan {
  /** What the charger is set to, and what ends it, A. */
  amps: number;
  endA: number;
  fullV: number;
  runs: Array<{ is: ChargeCase; amps: number; run: Charging }>;
}

/** A charger ends when its current has fallen to this share of what it is set to: typical. */
export const END_SHARE = 0.1;
/** What a plug may be asked for when nobody reads what it offers, A. */
export const UNREAD_A = 0.5;
/** What a closed 5 V supply gives, and its volts. */
const INLET = { volts: 5, amps: 3 } as const;
/** Efficiency of a switching charger: typical. */
const SWITCHING = 0.9;
/** Charges at which the load is solved; straight between them. */
const CHARGES = Array.from({ length: 21 }, (_, i) => i / 20);

/** Current that a game takes at the pack, A, over its open voltage. */
function gameAmps(supply: Supply): (volts: number) => number {
  const points = CHARGES.flatMap((charge) => {
    const network = networkOf(supply, 'game', charge);
    const state = solved(network);
    return state.stands ? [[network.sources[0]!.volts, state.sources[0]!] as const] : [];
  });
  return (volts) => {
    const k = Math.max(
      1,
      points.findIndex(([v]) => v >= volts),
    );
    const [[v0, a0], [v1, a1]] = [points[k - 1]!, points[k] ?? points[k - 1]!];
    if (v1 === v0 || volts <= v0) return a0;
    return a0 + ((a1 - a0) * (Math.min(volts, v1) - v0)) / (v1 - v0);
  };
}

/** @returns nothing without a charger, a pack and a load to play with */
export function chargePlan({ energy, supply, charge }: PowerFigures): ChargePlan | undefined {
  const { charger, pack } = energy;
  if (!charger || !pack || !supply || !charge) return undefined;
  const { amps } = charge.value;
  const { powerPath, switching } = charger.part.charger;
  const fullV = pack.fullV;
  const endA = END_SHARE * amps;
  const how = (more: Partial<Charge>): Charge => ({
    amps,
    fullV,
    endA,
    from: switching ? { efficiency: SWITCHING } : { inV: INLET.volts },
    loadA: () => 0,
    ...more,
  });
  const run = (is: ChargeCase, c: Charge): ChargePlan['runs'][number] => ({
    is,
    amps: c.amps,
    run: chargeRun(pack, c),
  });
  return {
    amps,
    endA,
    fullV,
    runs: [
      run('off', how({})),
      run('playing', playing(supply, powerPath ?? false, how)),
      ...(amps > UNREAD_A ? [run('unread', how({ amps: UNREAD_A, endA }))] : []),
    ],
  };
}

/** Beside the cell the load takes from what is given; on a path of its own it takes from the inlet. */
function playing(supply: Supply, hasPath: boolean, how: (more: Partial<Charge>) => Charge): Charge {
  if (!hasPath) return how({ loadA: gameAmps(supply) });
  const state = solved(networkOf(supply, 'game', 1));
  const watts = state.stands ? state.sources[0]! * state.places[0]!.volts : 0;
  const { amps } = how({});
  const left = Math.max(0.01, Math.min(amps, INLET.amps - watts / INLET.volts));
  return how({ amps: left });
}
