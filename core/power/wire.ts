/** Copper wire, plugs, and the voltages a 5 V computer wants. */
import { mustBePositive, type Worked } from '../model';

const RHO = 1.724e-8;
/** One plug-and-socket pair, Ω (10-20 mΩ typical). */
export const PLUG_OHM = 0.015;
/** One spring contact on its pad, Ω: typical; a carrier gives the supply two, and its return two. */
const SPRING_OHM = 0.03;
export const SPRINGS_OHM = SPRING_OHM / 2 + SPRING_OHM / 2;

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

export const GOOD_V = 4.75;
/** Below this an SBC warns of brown-out. */
export const BROWN_OUT_V = 4.63;
