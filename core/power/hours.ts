/**
 * Hours on one charge, with the band that today's knowledge allows: each draw as well as it is
 * known, the capacity and the converter as typical of their class.
 */
import {
  INSTRUMENTS,
  type Item,
  type LoadState,
  type Part,
  type Project,
  STATES,
  type Worked,
} from '../model';
import { solvedAgain } from '../network';
import { discharge, type Discharge, packAt, type Use } from './discharge';
import { stopIn } from './limits';
import { beliefOf } from './belief';
import { CAPACITY, CURVE, drawKey, efficiencyKey, gainKey } from './told';
import type { Gaussian, Weights } from './gaussian';
import { BAND, METERS } from './meters';
import { placesIn, type Scale, type Supply } from './supply';

/** One cause of uncertainty: what it is of, its share as it is known, and the hours it is good for. */
interface Cause {
  name: string;
  /** What would be read to know it better, and of which item; nothing where no reading helps. */
  reads?: 'draw' | 'capacity' | 'efficiency';
  item?: string;
  /** Half-width of its 95 % band, as a share of its figure. */
  within: number;
  /** Half-width it gives the hours, h. */
  hours: number;
}
export interface Band {
  /** Half-width of the 95 % band, h. */
  hours: number;
  /** Widest first. */
  causes: Cause[];
}

/** The charge that stands for all of them. */
const HALF = 0.5;

const WORDS: Readonly<Record<LoadState, string>> = {
  menu: 'menus',
  game: 'a game',
  peak: 'a peak',
};

/** How the builder's time is spent: the peak takes none, and ends it all the same. */
function usesOf(p: Project, supply: Supply): Use[] {
  const shares: Record<LoadState, number> = {
    menu: 1 - p.power.gameShare,
    game: p.power.gameShare,
    peak: 0,
  };
  return STATES.map((state): Use => {
    const places = placesIn(supply, state);
    const id = supply.places[0]!.item ?? 'wall';
    return {
      name: WORDS[state],
      share: shares[state],
      network: (pack) => ({ sources: [{ id, ...pack }], places }),
    };
  });
}

/**
 * @returns hours, how they end and their working; nothing without a pack
 * @throws  RangeError for a figure that cannot be
 */
export const hoursOf = (p: Project, supply: Supply): Worked<Discharge> =>
  discharge(supply.energy.pack!, usesOf(p, supply), (state) => stopIn(supply, state));

/** How much the pack's mean current at half its charge changes with each figure believed: d ln I / d factor. */
function slopesOf(p: Project, supply: Supply, belief: Gaussian): Map<string, number> {
  const { volts, ohm } = packAt(supply.energy.pack!, HALF);
  const id = supply.places[0]!.item ?? 'wall';
  const shares: Record<LoadState, number> = {
    menu: 1 - p.power.gameShare,
    game: p.power.gameShare,
    peak: 0,
  };
  const used = STATES.filter((state) => shares[state] > 0);
  const ampsIn = (state: LoadState, scale: Scale): number => {
    const s = solvedAgain({
      sources: [{ id, volts, ohm }],
      places: placesIn(supply, state, scale),
    });
    return s.stands ? shares[state] * s.sources[0]! : NaN;
  };
  const mean = used.reduce((sum, state) => sum + ampsIn(state, {}), 0);
  const slopes = new Map<string, number>();
  const slope = (key: string, states: readonly LoadState[], scale: (by: number) => Scale): void => {
    const amps = (by: number): number =>
      states.reduce((sum, state) => sum + ampsIn(state, scale(by)), 0);
    const change = amps(1 + STEP) - amps(1 - STEP);
    // What lies at the edge of what stands moves the hours by all of them.
    const share = Number.isFinite(change) ? change / (2 * STEP * mean) : 1;
    slopes.set(key, share / (belief.meanOf(key) ?? 1));
  };
  const { loads, rails } = supply.energy;
  for (const [part, items] of itemsByPart(loads)) {
    for (const state of used) {
      const draw = (by: number) => ({ draw: (i: string) => (items.has(i) ? by : 1) });
      slope(drawKey(part, state), [state], draw);
    }
  }
  for (const [part, items] of itemsByPart(rails)) {
    const efficiency = (by: number) => ({ efficiency: (i: string) => (items.has(i) ? by : 1) });
    slope(efficiencyKey(part), used, efficiency);
  }
  return slopes;
}
/** A step that a slope is told by, as a share. */
const STEP = 0.01;

function itemsByPart(
  list: ReadonlyArray<{ item: Item; part: Part }>,
): ReadonlyMap<string, ReadonlySet<string>> {
  const out = new Map<string, Set<string>>();
  for (const { item, part } of list) {
    const items = out.get(part.id) ?? new Set<string>();
    out.set(part.id, items.add(item.id));
  }
  return out;
}

/**
 * How well the hours are known: all that is believed, as it varies together, along the slope of the
 * hours. Each cause is told by what would be gone of the band if it were known exactly.
 */
export function bandOf(p: Project, supply: Supply, hours: number): Band {
  const { belief } = beliefOf(p);
  const slopes = slopesOf(p, supply, belief);
  const all = new Map([...slopes, [CAPACITY, -1 / belief.meanOf(CAPACITY)!], [CURVE, -1]]);
  const cause = (name: string, of: Weights, reading: Pick<Cause, 'reads' | 'item'> = {}): Cause => {
    const own = Math.sqrt(belief.between(of, of));
    const slope = Math.abs([...of.values()].reduce((sum, w) => sum + w, 0));
    return {
      name,
      ...reading,
      within: slope === 0 ? 0 : (BAND * own) / slope,
      hours: own === 0 ? 0 : (BAND * hours * Math.abs(belief.between(all, of))) / own,
    };
  };
  const causes: Cause[] = [];
  for (const part of itemsByPart(supply.energy.loads).keys()) {
    const { id, name } = supply.energy.loads.find((l) => l.part.id === part)!.item;
    const keys = STATES.map((state) => drawKey(part, state)).filter((key) => slopes.has(key));
    const weights = new Map(keys.map((key) => [key, slopes.get(key)!]));
    causes.push(cause(name, weights, { reads: 'draw', item: id }));
  }
  for (const part of itemsByPart(supply.energy.rails).keys()) {
    const key = efficiencyKey(part);
    const { id, name } = supply.energy.rails.find((r) => r.part.id === part)!.item;
    const weights = new Map([[key, slopes.get(key)!]]);
    causes.push(cause(`efficiency of ${name}`, weights, { reads: 'efficiency', item: id }));
  }
  const cell = supply.energy.cells[0]?.item.id;
  causes.push(
    cause('capacity of the cell', new Map([[CAPACITY, all.get(CAPACITY)!]]), {
      reads: 'capacity',
      ...(cell === undefined ? {} : { item: cell }),
    }),
  );
  causes.push(cause('volts of the cell on its way down', new Map([[CURVE, -1]])));
  for (const instrument of INSTRUMENTS.filter((i) => belief.has(gainKey(i)))) {
    causes.push(
      cause(`the ${METERS[instrument].name} itself`, new Map([[gainKey(instrument), 1]])),
    );
  }
  causes.sort((a, b) => b.hours - a.hours);
  return { hours: BAND * hours * Math.sqrt(belief.between(all, all)), causes };
}

/** How well each part's draw is known over the builder's time, as a share, 95 %. */
export function drawWithin(p: Project, part: string): number {
  const { belief, energy } = beliefOf(p);
  const { gameShare } = p.power;
  const draws = energy.loads.find((l) => l.part.id === part)?.draws;
  if (!draws) return 0;
  const of = new Map([
    [drawKey(part, 'game'), gameShare * draws.game],
    [drawKey(part, 'menu'), (1 - gameShare) * draws.menu],
  ]);
  const watts = [...of.values()].reduce((sum, w) => sum + w, 0);
  const even = new Map([[drawKey(part, 'game'), 1]]);
  if (watts === 0) return BAND * Math.sqrt(belief.between(even, even));
  return (BAND * Math.sqrt(belief.between(of, of))) / watts;
}

/** How well each is told by what most builders have, 95 %: typical. */
const READ_WITHIN: Readonly<Record<NonNullable<Cause['reads']>, number>> = {
  draw: 0.03,
  capacity: 0.03,
  efficiency: 0.015,
};
/** A figure that is known almost as well, or that moves the band by less than this, is not worth reading again. */
const WORTH = 1.5;
const NARROWS = 0.02;

export interface Narrowing {
  cause: Cause;
  /** Half-width of the band then, h. */
  hours: number;
  /** How it is read. */
  how: string;
}
const HOW: Readonly<Record<NonNullable<Cause['reads']>, string>> = {
  draw: 'with a meter in series',
  capacity: 'by emptying it once, counted',
  efficiency: 'by amps and volts going in and coming out',
};

/** What to measure next: the reading that narrows the band most. */
export function narrowsMost({ causes, hours }: Band): Narrowing | undefined {
  const all = causes.flatMap((cause): Narrowing[] => {
    const read = cause.reads && READ_WITHIN[cause.reads];
    if (read === undefined || cause.within <= WORTH * read) return [];
    const rest = Math.max(0, hours ** 2 - cause.hours ** 2);
    const narrowed = (cause.hours * read) / cause.within;
    return [{ cause, hours: Math.hypot(Math.sqrt(rest), narrowed), how: HOW[cause.reads!] }];
  });
  const [best] = all.sort((a, b) => a.hours - b.hours);
  return best && best.hours < (1 - NARROWS) * hours ? best : undefined;
}
