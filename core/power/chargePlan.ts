/** How a build's own charger fills its pack: switched off, while a game runs, and from a socket of which nothing is known. */
import { solved } from '../network';
import { type Charge, chargeRun, type Charging } from './charging';
import type { Pack } from './discharge';
import type { PowerFigures } from './figures';
import { networkOf, type Supply, WALL } from './supply';

export type ChargeCase = 'off' | 'playing' | 'unread';
export interface ChargePlan {
  /** What the charger is set to, and what ends it, A. */
  amps: number;
  endA: number;
  fullV: number;
  runs: Array<{ is: ChargeCase; amps: number; run: Charging }>;
  working: string[];
}

/** A charger ends when its current has fallen to this share of what it is set to: typical. */
export const END_SHARE = 0.1;
/** What a plug may be asked for when nobody reads what it offers, A. */
export const UNREAD_A = 0.5;
/** Efficiency of a switching charger: typical. */
const SWITCHING = 0.9;
/** Where the load takes everything a trickle is left, A. */
const LEAST_A = 0.01;
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

/** A charger's own way with a build's pack, and what may be changed about it. */
interface Charger {
  pack: Pack;
  how: (more?: Partial<Charge>) => Charge;
  playing: Charge;
}

function chargerOf({ energy, supply, charge }: PowerFigures): Charger | undefined {
  const { charger, pack } = energy;
  if (!charger || !pack || !supply || !charge) return undefined;
  const { amps } = charge.value;
  const { powerPath, switching } = charger.part.charger;
  const how = (more: Partial<Charge> = {}): Charge => ({
    amps,
    fullV: pack.fullV,
    endA: END_SHARE * amps,
    from: switching ? { efficiency: SWITCHING } : { inV: WALL.volts },
    loadA: () => 0,
    ...more,
  });
  // Beside the cell the load takes from what is given; on a path of its own it takes from the inlet.
  const playing = powerPath
    ? how({ amps: Math.max(LEAST_A, Math.min(amps, WALL.amps - gameWatts(supply) / WALL.volts)) })
    : how({ loadA: gameAmps(supply) });
  return { pack, how, playing };
}

function gameWatts(supply: Supply): number {
  const state = solved(networkOf(supply, 'game', 1));
  return state.stands ? state.sources[0]! * state.places[0]!.volts : 0;
}

/** @returns nothing without a charger, a pack and a load to play with */
export function chargePlan(figures: PowerFigures): ChargePlan | undefined {
  const charger = chargerOf(figures);
  if (!charger) return undefined;
  const { pack, how, playing } = charger;
  const { amps, endA, fullV } = how();
  const run = (is: ChargeCase, c: Charge): ChargePlan['runs'][number] => ({
    is,
    amps: c.amps,
    run: chargeRun(pack, c),
  });
  const runs = [run('off', how()), run('playing', playing)];
  if (amps > UNREAD_A) runs.push(run('unread', how({ amps: UNREAD_A })));
  const [off] = runs;
  const working = [
    `constant current: ${amps.toFixed(2)} A until OCV + I·R = ${fullV} V, R = ${(1000 * pack.rOhm).toFixed(0)} mΩ; ds/dt = I/Q, Q = ${pack.capacityAh.toFixed(2)} Ah`,
    `then constant voltage: I = (${fullV} V − OCV)/R until the charger gives ${endA.toFixed(2)} A, ${Math.round(100 * END_SHARE)} % of what it is set to (typical); in steps of 15 s`,
    'inV' in how().from
      ? `a linear charger burns (${WALL.volts} V − V)·I: up to ${off!.run.heatW.toFixed(1)} W when the cell is lowest`
      : `a switching charger loses (1/${SWITCHING} − 1)·V·I: up to ${off!.run.heatW.toFixed(1)} W (typical)`,
  ];
  return { amps, endA, fullV, runs, working };
}

/** Warmth in the charger while a game runs on the plug, mean until 80 %, W; nothing without a charger. */
export function chargerWarmth(figures: PowerFigures): number | undefined {
  const charger = chargerOf(figures);
  return charger && chargeRun(charger.pack, charger.playing, { to: 0.8 }).meanHeatW;
}
