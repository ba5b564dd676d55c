/**
 * Open-circuit voltage of one cell over its state of charge, by chemistry. Typical curves at room
 * temperature; a real cell is within about ±0.05 V.
 */
import { type Chemistry, chemistryOf, type Part } from '../model';

/** Points of charge (0..1) and open-circuit voltage (V), charge rising. */
export type Ocv = ReadonlyArray<readonly [soc: number, volts: number]>;

const LITHIUM: Ocv = [
  [0, 3.0],
  [0.02, 3.3],
  [0.05, 3.45],
  [0.1, 3.55],
  [0.2, 3.64],
  [0.3, 3.69],
  [0.4, 3.74],
  [0.5, 3.79],
  [0.6, 3.86],
  [0.7, 3.93],
  [0.8, 4.0],
  [0.9, 4.09],
  [1, 4.2],
];
const NICKEL: Ocv = [
  [0, 1.0],
  [0.05, 1.15],
  [0.1, 1.2],
  [0.3, 1.24],
  [0.6, 1.27],
  [0.8, 1.3],
  [0.95, 1.36],
  [1, 1.45],
];

/** Primary cells, new to empty. */
const ALKALINE: Ocv = [
  [0, 0.9],
  [0.05, 1.05],
  [0.1, 1.12],
  [0.2, 1.2],
  [0.4, 1.27],
  [0.6, 1.34],
  [0.8, 1.43],
  [0.95, 1.53],
  [1, 1.6],
];
const CURVES: Readonly<Record<Chemistry, Ocv>> = {
  lithium: LITHIUM,
  nickel: NICKEL,
  alkaline: ALKALINE,
};
/** How much of its resistance a cell gains until it is empty, as a share: typical. */
const RISES: Readonly<Record<Chemistry, number>> = { lithium: 0, nickel: 0, alkaline: 2 };

/** Resistance at a charge, of one that has `rOhm` when full, Ω. */
export const ohmAt = (rOhm: number, rises: number, soc: number): number =>
  rOhm * (1 + rises * (1 - Math.max(0, Math.min(1, soc))));
export const risesOf = (cell: NonNullable<Part['cell']>): number => RISES[chemistryOf(cell)];

/** Voltage at a state of charge `soc` in 0..1, V: straight between the points, flat beyond them. */
export function voltsAt(ocv: Ocv, soc: number): number {
  const s = Math.max(0, Math.min(1, soc));
  let k = 1;
  while (k < ocv.length - 1 && ocv[k]![0] < s) k++;
  const [s0, v0] = ocv[k - 1]!;
  const [s1, v1] = ocv[k]!;
  return v0 + ((v1 - v0) * (s - s0)) / (s1 - s0);
}

/** The curve of so many cells in series. */
export const ocvFor = (chemistry: Chemistry, series = 1): Ocv =>
  CURVES[chemistry].map(([soc, volts]) => [soc, volts * series]);
