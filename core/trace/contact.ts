/**
 * One contact of a kept board as it may be wired, and what a meter tells of it.
 *
 * The two halves of a contact go to one net each. A diode may sit on either side; then current runs
 * one way only.
 */

/** What a meter says between two points. */
export type Seen = 'open' | 'closed' | 'diode';

/** A net of pads, or one half of a key's contact. */
export type Spot = { net: number } | { key: number; half: 0 | 1 };

/** A reading without its figure. Red is the plus of the meter. */
export interface Probe {
  red: Spot;
  black: Spot;
  /** The key that is held down. */
  held?: number;
}
export interface Told extends Probe {
  seen: Seen;
}

/** How current runs from the net of half 1 to that of half 2 while the key is down, and on which half the diode sits. */
export interface Wired {
  runs: 'both' | 'onward' | 'back';
  at: 0 | 1;
}
export const WIRED: readonly Wired[] = [
  { runs: 'both', at: 0 },
  { runs: 'onward', at: 0 },
  { runs: 'onward', at: 1 },
  { runs: 'back', at: 0 },
  { runs: 'back', at: 1 },
];

/** A contact: the net of each half, nothing where a half reaches no pad. */
export interface Contact {
  nets: readonly [number | undefined, number | undefined];
  wired: Wired;
}

/**
 * What a clean meter says of a probe that concerns this key: one that holds it, or touches its halves.
 */
export function tells(key: number, { nets, wired }: Contact, probe: Probe): Seen {
  const { red, black } = probe;
  const isHeld = probe.held === key;
  if ('net' in red && 'net' in black) {
    if (red.net === black.net) return 'closed';
    if (!isHeld) return 'open';
    if (red.net === nets[0] && black.net === nets[1]) return passing(wired.runs, 'onward');
    if (red.net === nets[1] && black.net === nets[0]) return passing(wired.runs, 'back');
    return 'open';
  }
  if ('key' in red && 'key' in black) {
    const isOne = red.key === key && black.key === key;
    return isOne && (red.half === black.half || isHeld) ? 'closed' : 'open';
  }
  const half = 'key' in red ? red : (black as { key: number; half: 0 | 1 });
  const pad = 'net' in red ? red : (black as { net: number });
  if (half.key !== key) return 'open';
  const padToHalf = pad === red;
  if (nets[half.half] === pad.net) {
    if (wired.runs === 'both' || wired.at !== half.half) return 'closed';
    return passing(wired.runs, padToHalf === (half.half === 0) ? 'onward' : 'back');
  }
  if (!isHeld || nets[1 - half.half] !== pad.net) return 'open';
  if (wired.runs === 'both' || wired.at === half.half) return 'closed';
  return passing(wired.runs, padToHalf === (half.half === 1) ? 'onward' : 'back');
}

function passing(runs: Wired['runs'], way: 'onward' | 'back'): Seen {
  if (runs === 'both') return 'closed';
  return runs === way ? 'diode' : 'open';
}
