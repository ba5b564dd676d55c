/**
 * How long a pack lasts: its charge integrated over the whole supply network with ds/dt = −I/Q, until
 * the first thing gives up in any state that is used, the peak included.
 */
import { mustBePositive, mustNotBeNegative, type Worked } from '../model';
import { checkNetwork, type Network, solvedAgain, type Standing } from '../network';
import { type Ocv, ohmAt, voltsAt } from './ocv';

export interface Pack {
  /** Pack voltage by its charge. */
  ocv: Ocv;
  /** Full, Ω; and how much of that it gains until it is empty, as a share. */
  rOhm: number;
  rises?: number;
  capacityAh: number;
  cutoffV: number;
}

/** A pack at a charge: V and Ω. */
export interface PackState {
  volts: number;
  ohm: number;
}

/** One state the build is in: for which share of the time, and its network on a pack as it then is. Shares sum to 1; a peak has none. */
export interface Use {
  name: string;
  share: number;
  network: (pack: PackState) => Network;
}

/** What gives up first: its name, the volts it gets and the least it runs on. */
export interface Stop {
  code: 'cut-off' | 'window' | 'brown-out';
  name: string;
  volts: number;
  leastV: number;
}
type Ending =
  { code: 'empty' } | { code: 'collapse'; use: string; share: number } | (Stop & { use: string });

export interface Discharge {
  hours: number;
  /** It does not even start full. */
  isDead: boolean;
  ending: Ending;
  /** Charge left when it ends, 0..1. */
  left: number;
  /** Energy delivered at the pack's terminals, lost in it and drawn from it (∫ OCV dq), Wh. */
  deliveredWh: number;
  lostWh: number;
  drawnWh: number;
  curve: Array<{ hours: number; soc: number; volts: number; amps: number }>;
  sentence: string;
}

/** Current of a constant-power load, A; NaN when the pack cannot give that power. */
export function currentFor(ocv: number, rOhm: number, watts: number): number {
  if (watts === 0) return 0;
  if (rOhm === 0) return watts / ocv;
  const d = ocv * ocv - 4 * rOhm * watts;
  return d < 0 ? NaN : (ocv - Math.sqrt(d)) / (2 * rOhm);
}

/** Steps of charge from full to the end: far below the uncertainty of any cell. */
const STEPS = 100;
/** Halvings to the end of the charge: within 2e-8 of it. */
const HALVINGS = 26;

interface Instant {
  volts: number;
  amps: number;
  terminalV: number;
  usedW: number;
  lossW: number;
}

/** What a pack is at a charge. */
export const packAt = (pack: Pack, charge: number): PackState => ({
  volts: voltsAt(pack.ocv, charge),
  ohm: ohmAt(pack.rOhm, pack.rises ?? 0, charge),
});

class Draining {
  constructor(
    private readonly pack: Pack,
    private readonly uses: readonly Use[],
    private readonly stopOf: (state: Standing) => Stop | undefined,
  ) {}

  /** What ends it at a charge, or nothing while everything runs. */
  ending(charge: number): Ending | undefined {
    const pack = packAt(this.pack, charge);
    for (const use of this.uses) {
      const state = solvedAgain(use.network(pack));
      if (!state.stands) return { code: 'collapse', use: use.name, share: state.share };
      const terminalV = state.places[0]!.volts;
      if (terminalV < this.pack.cutoffV) {
        const { cutoffV } = this.pack;
        return {
          code: 'cut-off',
          name: 'the pack',
          volts: terminalV,
          leastV: cutoffV,
          use: use.name,
        };
      }
      const stop = this.stopOf(state);
      if (stop) return { ...stop, use: use.name };
    }
    return undefined;
  }

  /** Means over the states by their share of the time. */
  at(charge: number): Instant {
    const { volts, ohm } = packAt(this.pack, charge);
    let [amps, usedW, lossW] = [0, 0, 0];
    for (const { share, network } of this.uses) {
      if (share === 0) continue;
      const state = solvedAgain(network({ volts, ohm }));
      if (!state.stands) {
        return { volts, amps: NaN, terminalV: NaN, usedW: NaN, lossW: NaN };
      }
      const own = state.sources[0]!;
      amps += share * own;
      usedW += share * own * state.places[0]!.volts;
      lossW += share * own * own * ohm;
    }
    return { volts, amps, terminalV: volts - amps * ohm, usedW, lossW };
  }

  /** Charge at which it gives up, by halving: everything above it runs. */
  end(): { left: number; ending: Ending } {
    const atEmpty = this.ending(0);
    if (!atEmpty) return { left: 0, ending: { code: 'empty' } };
    let [bad, good] = [0, 1];
    let ending = atEmpty;
    for (let i = 0; i < HALVINGS; i++) {
      const mid = (bad + good) / 2;
      const found = this.ending(mid);
      if (found) [bad, ending] = [mid, found];
      else good = mid;
    }
    return { left: good, ending };
  }
}

/**
 * Discharge a pack from full.
 *
 * @param pack    voltage by charge, internal resistance Ω, usable capacity Ah, cut-off V at its terminals
 * @param uses    the states; those without a share of the time may end it all the same
 * @param stopOf  what gives up first in a solved state besides the pack itself
 * @returns       hours and how it ends, with working; energy is conserved: drawn = delivered + lost
 * @throws        RangeError for a figure that cannot be
 */
export function discharge(
  pack: Pack,
  uses: readonly Use[],
  stopOf: (state: Standing) => Stop | undefined = () => undefined,
): Worked<Discharge> {
  mustBePositive('The capacity', pack.capacityAh);
  mustNotBeNegative('The internal resistance', pack.rOhm);
  mustBePositive('The cut-off voltage', pack.cutoffV);
  for (const use of uses) checkNetwork(use.network(packAt(pack, 1)));
  const run = new Draining(pack, uses, stopOf);
  const dead = run.ending(1);
  if (dead) {
    const sentence = `It does not start even full. ${endWords(dead)}`;
    return {
      value: {
        hours: 0,
        isDead: true,
        ending: dead,
        left: 1,
        deliveredWh: 0,
        lostWh: 0,
        drawnWh: 0,
        curve: [],
        sentence,
      },
      working: [sentence],
    };
  }
  const full = run.at(1);
  if (!(full.amps > 0)) {
    throw new RangeError('Nothing draws power, so it lasts for ever. Add a load.');
  }
  const { left, ending } = run.end();
  let hours = 0;
  let [delivered, lost, drawn] = [0, 0, 0];
  const curve = [{ hours: 0, soc: 1, volts: full.terminalV, amps: full.amps }];
  const ds = (1 - left) / STEPS;
  for (let i = 0; i < STEPS; i++) {
    const mid = run.at(1 - (i + 0.5) * ds);
    const dt = (pack.capacityAh * ds) / mid.amps;
    hours += dt;
    delivered += mid.usedW * dt;
    lost += mid.lossW * dt;
    drawn += mid.volts * mid.amps * dt;
    if (i % 2 === 0) {
      curve.push({
        hours: hours - dt / 2,
        soc: 1 - (i + 0.5) * ds,
        volts: mid.terminalV,
        amps: mid.amps,
      });
    }
  }
  const last = run.at(left);
  if (Number.isFinite(last.amps)) {
    curve.push({ hours, soc: left, volts: last.terminalV, amps: last.amps });
  }
  const sentence = endSentence(ending, left);
  return {
    value: {
      hours,
      isDead: false,
      ending,
      left,
      deliveredWh: delivered,
      lostWh: lost,
      drawnWh: drawn,
      curve,
      sentence,
    },
    working: [
      `${full.amps.toFixed(2)} A from the pack when full, ${curve.at(-1)!.amps.toFixed(2)} A at the end; every wire, converter and load solved together at each charge`,
      `t = ∫ Q ds / I = ${hours.toFixed(2)} h over ${100 - Math.round(100 * left)} % of ${pack.capacityAh.toFixed(2)} Ah; ${delivered.toFixed(1)} Wh used, ${lost.toFixed(2)} Wh lost in the cell`,
      sentence,
    ],
  };
}

/** Why it ends, as a sentence. */
function endWords(e: Ending): string {
  switch (e.code) {
    case 'empty':
      return 'It runs until the cell is empty.';
    case 'collapse':
      return `In ${e.use} the supply collapses: no voltage gives the power asked for, ${Math.floor(100 * e.share)} % of it stands.`;
    case 'cut-off':
      return `In ${e.use} the pack falls to its ${e.leastV} V cut-off.`;
    case 'window':
      return `In ${e.use} ${e.name} gets ${e.volts.toFixed(2)} V and runs from ${e.leastV} V.`;
    case 'brown-out':
      return `In ${e.use} ${e.name} falls to ${e.volts.toFixed(2)} V and browns out.`;
  }
}

const endSentence = (e: Ending, left: number): string =>
  e.code === 'empty'
    ? endWords(e)
    : `${endWords(e)} ${Math.round(100 * left)} % of the charge is left then.`;
