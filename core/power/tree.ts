/** The solved supply as a tree: what each branch carries in a state, its limit, and what arrives. */
import type { LoadState, Project } from '../model';
import { solved, type Standing } from '../network';
import { PEAK_CHARGE } from './figures';
import { mostAmps } from './limits';
import { supplyOf } from './belief';
import { networkOf, type Supply } from './supply';
import { wireOhm } from './wire';

export interface PowerNode {
  name: string;
  is: 'source' | 'rail' | 'load';
  item?: string;
  note: string;
  /** What it takes from the place above it, A; of a rail, what it gives. */
  amps: number;
  limitA?: number;
  /** Volts lost on the way from the place above, and what arrives. */
  dropV: number;
  volts: number;
  /** What becomes warmth on the way to it and in its converter, W. */
  lossW: number;
  children: PowerNode[];
}

export interface PowerTree {
  root: PowerNode;
  working: string[];
}

/**
 * @param state   what the build does; @param charge  of its pack, 0..1
 * @returns       nothing where nothing feeds the build, or the state does not stand
 */
export function powerTree(
  p: Project,
  state: LoadState = 'peak',
  charge = PEAK_CHARGE,
): PowerTree | undefined {
  const supply = supplyOf(p);
  if (!supply) return undefined;
  const found = solved(networkOf(supply, state, charge));
  if (!found.stands) return undefined;
  return {
    root: nodeAt(supply, found, 0),
    working: [
      ...wireOhm(p.power.wireAwg, p.power.wireMm).working,
      'Drop of a branch = its current × its wire, and towards the computer × switch and plugs',
    ],
  };
}

function nodeAt(supply: Supply, state: Standing, at: number): PowerNode {
  const place = supply.places[at]!;
  const { volts, inVolts, inAmps, outAmps } = state.places[at]!;
  const above = place.above === undefined ? inVolts : state.places[place.above]!.volts;
  const limitA = place.converter ? mostAmps(place, inVolts) : place.limitA;
  const inConverter = place.converter ? inVolts * inAmps - volts * outAmps : 0;
  return {
    name: place.name,
    is: place.is,
    ...(place.item ? { item: place.item } : {}),
    note: place.note,
    amps: place.is === 'rail' ? outAmps : inAmps,
    ...(limitA === undefined ? {} : { limitA }),
    dropV: above - inVolts,
    volts,
    lossW: (above - inVolts) * inAmps + inConverter,
    children: supply.places.flatMap((q, i) => (q.above === at ? [nodeAt(supply, state, i)] : [])),
  };
}
