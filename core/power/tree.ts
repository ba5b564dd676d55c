/** The solved supply as a tree: what each branch carries at a peak, its limit, and what arrives. */
import type { Project } from '../model';
import { solved, type Standing } from '../network';
import { PEAK_CHARGE } from './figures';
import { networkOf, type Supply, supplyOf } from './supply';
import { wireOhm } from './wire';

export interface PowerNode {
  name: string;
  item?: string;
  note: string;
  /** What it takes from the place above it, A; of the source, what it gives. */
  amps: number;
  limitA?: number;
  /** Volts lost on the way from the place above, and what arrives. */
  dropV: number;
  volts: number;
  children: PowerNode[];
}

/** The root, and what its wires come to; nothing where nothing feeds the build, or the peak does not stand. */
export function powerTree(p: Project): { root: PowerNode; working: string[] } | undefined {
  const supply = supplyOf(p);
  if (!supply) return undefined;
  const state = solved(networkOf(supply, 'peak', PEAK_CHARGE));
  if (!state.stands) return undefined;
  const cable = wireOhm(p.power.wireAwg, p.power.wireMm);
  return {
    root: nodeAt(supply, state, 0),
    working: [
      ...cable.working,
      'drop of a branch = its current × its wire, and towards the computer × switch and plugs',
    ],
  };
}

function nodeAt(supply: Supply, state: Standing, at: number): PowerNode {
  const place = supply.places[at]!;
  const { volts, inVolts, inAmps, outAmps } = state.places[at]!;
  const above = place.above === undefined ? inVolts : state.places[place.above]!.volts;
  return {
    name: place.name,
    ...(place.item ? { item: place.item } : {}),
    note: place.note,
    amps: place.is === 'rail' ? outAmps : inAmps,
    ...(place.limitA === undefined ? {} : { limitA: place.limitA }),
    dropV: above - inVolts,
    volts,
    children: supply.places.flatMap((q, i) => (q.above === at ? [nodeAt(supply, state, i)] : [])),
  };
}
