/**
 * How long a pack lasts under a mix of constant-power loads.
 *
 * Behind a switching converter a load draws constant power, so the current rises as the voltage
 * falls: I = (OCV − √(OCV² − 4RP)) / (2R). Above OCV²/(4R) no current gives that power and the supply
 * collapses. The charge is integrated with ds/dt = −I/Q.
 */
import { mustBePositive, mustNotBeNegative, type Worked } from '../model';
import { type Ocv, voltsAt } from './ocv';

export interface Pack {
  /** Pack voltage by its charge. */
  ocv: Ocv;
  rOhm: number;
  capacityAh: number;
  cutoffV: number;
}
export interface LoadShare {
  name: string;
  watts: number;
  share: number;
}

type Ending = 'empty' | 'cut-off under load' | 'collapse' | 'cannot start';
export interface Discharge {
  hours: number;
  ending: Ending;
  /** Charge left when it ends, 0..1. */
  left: number;
  /** Energy delivered to the loads, lost in the pack and drawn from it (∫ OCV dq), Wh. */
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

const STEPS = 500;

/**
 * Discharge a pack from full.
 *
 * @param pack   pack voltage by charge, internal resistance Ω, usable capacity Ah, cut-off V at its terminals
 * @param loads  power at the pack's terminals in W and the share of time of each; shares sum to 1
 * @returns      hours and how it ends, with working; energy is conserved: drawn = delivered + lost
 * @throws       RangeError for a figure that cannot be
 */
export function discharge(pack: Pack, loads: readonly LoadShare[]): Worked<Discharge> {
  mustBePositive('The capacity', pack.capacityAh);
  mustNotBeNegative('The internal resistance', pack.rOhm);
  mustBePositive('The cut-off voltage', pack.cutoffV);
  for (const l of loads) mustNotBeNegative(`The power of ${l.name}`, l.watts);
  const active = loads.filter((l) => l.share > 0);
  const worst = active.reduce(
    (w, l) => (l.watts > w.watts ? l : w),
    active[0] ?? { name: 'nothing', watts: 0, share: 1 },
  );
  const state = (s: number) => {
    const v = voltsAt(pack.ocv, s);
    const amps = active.map((l) => currentFor(v, pack.rOhm, l.watts));
    const mean = amps.reduce((sum, a, i) => sum + a * active[i]!.share, 0);
    const loss = amps.reduce((sum, a, i) => sum + a * a * pack.rOhm * active[i]!.share, 0);
    return { v, mean, loss, terminal: v - currentFor(v, pack.rOhm, worst.watts) * pack.rOhm };
  };
  const alive = (s: number) => {
    const st = state(s);
    return Number.isFinite(st.mean) && st.terminal >= pack.cutoffV;
  };
  const why = (s: number): Ending =>
    Number.isFinite(state(s).mean) ? 'cut-off under load' : 'collapse';
  const watts = active.reduce((sum, l) => sum + l.watts * l.share, 0);
  const working = [
    `${watts.toFixed(2)} W on average at the cell, ${worst.watts.toFixed(2)} W at the most (${worst.name})`,
  ];
  if (!alive(1)) {
    const v = voltsAt(pack.ocv, 1);
    const most = pack.rOhm > 0 ? (v * v) / (4 * pack.rOhm) : Infinity;
    const sentence = Number.isFinite(state(1).mean)
      ? `Even full, the cell falls to ${state(1).terminal.toFixed(2)} V under ${worst.watts.toFixed(1)} W, below its ${pack.cutoffV} V cut-off.`
      : `The cell cannot give ${worst.watts.toFixed(1)} W at all: OCV²/(4R) = ${v.toFixed(2)}²/(4 × ${pack.rOhm} Ω) = ${most.toFixed(1)} W is its most.`;
    return {
      value: {
        hours: 0,
        ending: 'cannot start',
        left: 1,
        deliveredWh: 0,
        lostWh: 0,
        drawnWh: 0,
        curve: [],
        sentence,
      },
      working: [...working, sentence],
    };
  }
  if (watts === 0) throw new RangeError('Nothing draws power, so it lasts for ever. Add a load.');
  const end = endOfCharge(alive);
  const q = pack.capacityAh;
  let hours = 0;
  let delivered = 0;
  let lost = 0;
  let drawn = 0;
  const first = state(1);
  const curve = [{ hours: 0, soc: 1, volts: first.v - first.mean * pack.rOhm, amps: first.mean }];
  const ds = (1 - end) / STEPS;
  for (let i = 0; i < STEPS; i++) {
    // Midpoint rule on 500 steps: far below the uncertainty of any cell.
    const mid = state(1 - (i + 0.5) * ds);
    const dt = (q * ds) / mid.mean;
    hours += dt;
    delivered += watts * dt;
    lost += mid.loss * dt;
    drawn += mid.v * mid.mean * dt;
    if ((i + 1) % (STEPS / 50) === 0) {
      const here = state(1 - (i + 1) * ds);
      if (Number.isFinite(here.mean)) {
        curve.push({
          hours,
          soc: 1 - (i + 1) * ds,
          volts: here.v - here.mean * pack.rOhm,
          amps: here.mean,
        });
      }
    }
  }
  const ending: Ending = end === 0 ? 'empty' : why(Math.max(0, end - 1e-6));
  const percent = Math.round(end * 100);
  let sentence: string;
  if (ending === 'empty') sentence = 'It runs until the cell is empty.';
  else if (ending === 'collapse') {
    sentence = `It collapses with ${percent} % of the charge left: the cell cannot give ${worst.watts.toFixed(1)} W any more.`;
  } else {
    sentence = `It ends at the ${pack.cutoffV} V cut-off under load, with ${percent} % of the charge left.`;
  }
  working.push(
    `I from ${first.mean.toFixed(2)} A full to ${curve[curve.length - 1]!.amps.toFixed(2)} A at the end; I = (OCV − √(OCV² − 4RP)) / 2R, R = ${pack.rOhm.toFixed(3)} Ω`,
    `t = ∫ Q ds / I = ${hours.toFixed(2)} h over ${100 - percent} % of ${q.toFixed(2)} Ah; ${delivered.toFixed(1)} Wh used, ${lost.toFixed(2)} Wh lost in the cell`,
    sentence,
  );
  return {
    value: {
      hours,
      ending,
      left: end,
      deliveredWh: delivered,
      lostWh: lost,
      drawnWh: drawn,
      curve,
      sentence,
    },
    working,
  };
}

/** Charge at which the pack gives up, by halving: everything above it is alive. */
function endOfCharge(alive: (s: number) => boolean): number {
  if (alive(0)) return 0;
  let bad = 0;
  let good = 1;
  for (let i = 0; i < 60; i++) {
    const mid = (bad + good) / 2;
    if (alive(mid)) good = mid;
    else bad = mid;
  }
  return good;
}
