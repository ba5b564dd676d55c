/** A reading as somebody types it off the display. */
import type { ProbeReads } from '../model';
import { ProbeReads as Shape } from '../model';

const OPEN = /^(o|ol|o\.l|open|inf|∞)\.?$/i;
/** A drop is shown in volts on the range for diodes. */
const DIODE = /^(d|diode|0?[.,]\d+ ?v)$/i;
const FACTOR: Readonly<Record<string, number>> = { '': 1, r: 1, k: 1e3, m: 1e6 };

/**
 * "12", "1.2k", "4k7", "2.2 MΩ", "open", "OL", "diode" or "0.6 V".
 *
 * @returns the reading, or a sentence why it is none
 */
export function typedReading(text: string): { reads: ProbeReads } | { bad: string } {
  const said = text.trim();
  if (OPEN.test(said)) return { reads: 'open' };
  if (DIODE.test(said)) return { reads: 'diode' };
  const plain = said.replace(/\s|Ω|ohm/gi, '').replace(',', '.');
  const [, whole, unit = '', part = ''] =
    /^(-?\d+(?:\.\d+)?|\.\d+)([rkm]?)(\d*)$/i.exec(plain) ?? [];
  if (whole === undefined || (part && (!unit || whole.includes('.')))) {
    return { bad: 'Type what the meter shows: ohms as 12 or 4.7k, o for open, d for a diode.' };
  }
  const ohm = Number(part ? `${whole}.${part}` : whole) * FACTOR[unit.toLowerCase()]!;
  const read = Shape.safeParse(ohm);
  return read.success ? { reads: read.data } : { bad: read.error.issues[0]!.message };
}
