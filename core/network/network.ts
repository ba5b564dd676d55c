/**
 * A supply network as a tree: each place has one feed. The first place is where the sources meet;
 * every other hangs on an earlier one, through a resistance and perhaps a converter.
 */
import { BadInput } from '../model';
import type { Converter, Load, Source } from './elements';

export interface Place {
  id: string;
  /** Index of the place it is fed from, an earlier one; none for the first. */
  above?: number;
  /** Wire, switch and plugs of its feed together, both conductors, Ω. */
  ohm: number;
  /** It stands at the end of the feed; the place is its output. */
  converter?: Converter;
  loads: readonly Load[];
}

export interface Network {
  sources: readonly Source[];
  places: readonly Place[];
}

const atLeast = (path: string, name: string, value: number, least: number): void => {
  if (Number.isFinite(value) && value >= least) return;
  throw new BadInput(path, `${name} must be ${least} or more, not ${value}.`);
};
const above0 = (path: string, name: string, value: number): void => {
  if (Number.isFinite(value) && value > 0) return;
  throw new BadInput(path, `${name} must be greater than 0, not ${value}.`);
};

function checkLoad(load: Load): void {
  switch (load.is) {
    case 'power':
      return atLeast(load.id, `The power of ${load.id}`, load.watts, 0);
    case 'current':
      return atLeast(load.id, `The current of ${load.id}`, load.amps, 0);
    case 'lamp':
      above0(load.id, `The resistor of ${load.id}`, load.ohm);
      return atLeast(load.id, `The lamp's own voltage of ${load.id}`, load.dropV, 0);
  }
}

function checkConverter(id: string, c: Converter): void {
  above0(id, `The output of ${id}`, c.outV);
  atLeast(id, `The idle current of ${id}`, c.idleA, 0);
  atLeast(id, `The headroom of ${id}`, c.headroomV, 0);
  const shares =
    typeof c.efficiency === 'number'
      ? [c.efficiency]
      : c.efficiency.flatMap((curve) => curve.points.map(([, share]) => share));
  if (shares.length === 0) throw new BadInput(id, `The efficiency of ${id} has no points.`);
  for (const share of shares) {
    if (share > 0 && share <= 1) continue;
    throw new BadInput(id, `The efficiency of ${id} lies between 0 and 1, not at ${share}.`);
  }
}

/**
 * Refuses a network that cannot be one, naming the thing and its value.
 *
 * @throws BadInput for a figure that cannot be, a place fed by a later one or by itself, no source
 */
export function checkNetwork({ sources, places }: Network): void {
  if (sources.length === 0) throw new BadInput('sources', 'Nothing feeds the network.');
  if (places.length === 0) throw new BadInput('places', 'The network has no place.');
  for (const s of sources) {
    above0(s.id, `The voltage of ${s.id}`, s.volts);
    atLeast(s.id, `The resistance of ${s.id}`, s.ohm, 0);
    if (s.diodeV !== undefined) atLeast(s.id, `The diode of ${s.id}`, s.diodeV, 0);
  }
  places.forEach((p, i) => {
    const isFirst = i === 0;
    const isFed = p.above !== undefined && Number.isInteger(p.above) && p.above >= 0 && p.above < i;
    if (isFirst ? p.above !== undefined : !isFed) {
      throw new BadInput(p.id, `${p.id} is fed in a circle or by nothing.`);
    }
    if (isFirst && p.converter) {
      throw new BadInput(p.id, `A converter stands between two places; ${p.id} is the first.`);
    }
    atLeast(p.id, `The resistance to ${p.id}`, p.ohm, 0);
    p.loads.forEach(checkLoad);
    if (p.converter) checkConverter(p.id, p.converter);
  });
}
