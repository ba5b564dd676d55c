/** Voltage that arrives at the SBC after wire, switch and plugs. */
import { mustBePositive, type Worked } from '../model';

const RHO = 1.724e-8;
/** One plug-and-socket pair, Ω (10-20 mΩ typical). */
export const PLUG_OHM = 0.015;

/** Copper of a gauge across, mm. */
export const copperMm = (awg: number): number => 0.127 * 92 ** ((36 - awg) / 39);

/**
 * Resistance of copper wire, both conductors.
 *
 * @param awg  gauge; d = 0.127·92^((36−n)/39) mm   @param mm  one-way length
 */
export function wireOhm(awg: number, mm: number): Worked<number> {
  mustBePositive('The wire length', mm);
  const d = copperMm(awg);
  const area = Math.PI * (d / 2000) ** 2;
  const ohm = (RHO * 2 * (mm / 1000)) / area;
  return {
    value: ohm,
    working: [
      `AWG ${awg}: d = ${d.toFixed(3)} mm; R = ρ·2L/A = ${(ohm * 1000).toFixed(1)} mΩ for 2 × ${mm} mm`,
    ],
  };
}

export interface Rail {
  volts: number;
  amps: number;
  drops: Array<{ name: string; ohm: number; volts: number }>;
}

/**
 * Supply at the load under a peak of constant power: the load draws more as the voltage falls.
 *
 * @returns NaN volts when the wire cannot carry that power at all
 */
export function railAt(
  outV: number,
  watts: number,
  path: ReadonlyArray<{ name: string; ohm: number }>,
): Worked<Rail> {
  const r = path.reduce((sum, p) => sum + p.ohm, 0);
  const d = outV * outV - 4 * r * watts;
  let amps: number;
  if (watts === 0) amps = 0;
  else if (d < 0) amps = NaN;
  else if (r === 0) amps = watts / outV;
  else amps = (outV - Math.sqrt(d)) / (2 * r);
  const drops = path.map((p) => ({ ...p, volts: p.ohm * amps }));
  const volts = outV - amps * r;
  return {
    value: { volts, amps, drops },
    working: [
      `${volts.toFixed(2)} V = ${outV} V − ${amps.toFixed(2)} A × ${(r * 1000).toFixed(0)} mΩ (${drops.map((x) => `${x.name} ${(x.volts * 1000).toFixed(0)} mV`).join(', ')})`,
    ],
  };
}

export const GOOD_V = 4.75;
/** Below this an SBC warns of brown-out. */
export const BROWN_OUT_V = 4.63;
