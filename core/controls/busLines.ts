/** The three lines of a serial pad on the header, and the bit of each key read over them. */
import { pinOf } from '../kit';
import type { Project } from '../model';
import { bitsOfKeys, busKeys } from '../padbus';
import { inOrderOfUse } from './lines';

const LINES = ['data', 'latch', 'clock'] as const;
export interface BusLine {
  is: (typeof LINES)[number];
  gpio?: number;
  pin?: number;
}
export interface BusLines {
  lines: BusLine[];
  bits: Array<{ input: string; bit: number }>;
}

/**
 * Lines for it, those with a second duty last, in the order of the header.
 *
 * @param free  lines nobody has
 * @returns     nothing where no key is read so; lines without a number where too few are free
 */
export function busLines(p: Project, free: readonly number[]): BusLines | undefined {
  if (!busKeys(p).length) return undefined;
  const order = inOrderOfUse(free);
  return {
    lines: LINES.map((is, i): BusLine => {
      const gpio = order[i];
      return gpio === undefined ? { is } : { is, gpio, pin: pinOf(gpio) };
    }),
    bits: [...bitsOfKeys(p)].map(([input, bit]) => ({ input, bit })),
  };
}
