/** The serial pad of a build: which keys are read over it, and the bit of each. */
import { type PadBus, type Project, routeOf, USUAL_PAD_BUS } from '../model';
import { isLatchKey } from '../kit';

export const padBus = (p: Project): PadBus => p.controls.bus ?? USUAL_PAD_BUS;

/** Keys read over the serial pad, in the order of the document. */
export const busKeys = (p: Project): string[] =>
  p.controls.inputs
    .filter((i) => i.routed && routeOf(p, i) === 'pad bus' && !isLatchKey(p, i))
    .map((i) => i.id);

/** The bit of each of them, from 0 for the first one told; of two bits of one key the first. */
export function bitsOfKeys(p: Project): Map<string, number> {
  const { keys, bits } = padBus(p);
  const of = new Map<string, number>();
  for (const key of busKeys(p)) {
    const bit = keys.slice(0, bits).indexOf(key);
    if (bit >= 0) of.set(key, bit);
  }
  return of;
}
