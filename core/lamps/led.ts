/** A lamp behind its resistor. */
import { mustBePositive, type Worked } from '../model';
import { nextE24 } from '../kit';

export const LAMP_COLOURS = ['red', 'yellow', 'green', 'blue', 'white'] as const;
export type LampColour = (typeof LAMP_COLOURS)[number];

/** Its own volts by colour, V: typical at some milliamps. */
const FORWARD_V: Readonly<Record<LampColour, number>> = {
  red: 1.9,
  yellow: 2.1,
  green: 2.2,
  blue: 3.0,
  white: 3.0,
};
export interface LampResistor {
  ohm: number;
  amps: number;
  /** Lost in the resistor, W. */
  watts: number;
}

/**
 * The stock resistor of a lamp.
 *
 * @param volts  it hangs on, V
 * @param amps   wanted at the most, A
 * @returns      next E24 value up: the current is never above what is wanted
 * @throws       RangeError where the volts are not above the lamp's own, or a figure cannot be
 */
export function lampResistor(
  volts: number,
  colour: LampColour,
  amps: number,
): Worked<LampResistor> {
  mustBePositive('The current of the lamp', amps);
  const forward = FORWARD_V[colour];
  if (!(volts > forward)) {
    throw new RangeError(`A ${colour} lamp wants more than ${forward} V, not ${volts}.`);
  }
  const ohm = nextE24((volts - forward) / amps);
  const flows = (volts - forward) / ohm;
  return {
    value: { ohm, amps: flows, watts: flows ** 2 * ohm },
    working: [
      `R ≥ (V − Vf)/I = (${volts.toFixed(2)} − ${forward}) V / ${(1000 * amps).toFixed(1)} mA = ${((volts - forward) / amps).toFixed(0)} Ω, next E24 value ${ohm} Ω: ${(1000 * flows).toFixed(1)} mA`,
    ],
  };
}
