/**
 * Hours on one charge, with the band that today's knowledge allows: each draw as well as it is
 * known, the capacity and the converter as typical of their class.
 */
import { STATES, type LoadState, type Part, type Project, type Worked } from '../model';
import { solvedAgain } from '../network';
import { discharge, type Discharge, packAt, type Use } from './discharge';
import { stopIn } from './limits';
import { placesIn, type Supply } from './supply';

/** One cause of uncertainty: what it is of, its share as it is known, and the hours it is good for. */
export interface Cause {
  name: string;
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

/** How well a figure is known that nobody measured, 95 %: a class's draw, a rated capacity, an efficiency. Typical. */
const TYPICAL = { draw: 0.25, capacity: 0.1, efficiency: 0.04 } as const;
/** A draw typed by the builder without saying how well, 95 %. */
export const TYPED_WITHIN = 0.1;
/** The charge that stands for all of them. */
const HALF = 0.5;

const WORDS: Readonly<Record<LoadState, string>> = {
  menu: 'menus',
  game: 'a game',
  peak: 'a peak',
};

/** How the builder's time is spent: the peak takes none, and ends it all the same. */
function usesOf(p: Project, supply: Supply, scaled?: { item?: string; by: number }): Use[] {
  const shares: Record<LoadState, number> = {
    menu: 1 - p.power.gameShare,
    game: p.power.gameShare,
    peak: 0,
  };
  return STATES.map((state): Use => {
    const places = placesIn(supply, state, scaled);
    const id = supply.places[0]!.item ?? 'wall';
    return {
      name: WORDS[state],
      share: shares[state],
      network: (pack) => ({ sources: [{ id, ...pack }], places }),
    };
  });
}

/** How well a part's draw is known over the builder's time, as a share, 95 %: each state by what it takes of it. */
export function drawWithin(p: Project, part: Part): number {
  const unread = part.source === 'mine' ? TYPED_WITHIN : TYPICAL.draw;
  const { gameShare } = p.power;
  const states = [
    { share: gameShare, watts: part.draws?.game ?? 0, within: part.drew?.game?.within ?? unread },
    {
      share: 1 - gameShare,
      watts: part.draws?.menu ?? 0,
      within: part.drew?.menu?.within ?? unread,
    },
  ];
  const energy = states.reduce((sum, s) => sum + s.share * s.watts, 0);
  if (energy === 0) return unread;
  return states.reduce((sum, s) => sum + s.share * s.watts * s.within, 0) / energy;
}

/**
 * @returns hours, how they end and their working; nothing without a pack
 * @throws  RangeError for a figure that cannot be
 */
export const hoursOf = (p: Project, supply: Supply): Worked<Discharge> =>
  discharge(supply.energy.pack!, usesOf(p, supply), (state) => stopIn(supply, state));

/** Mean current of the pack over the builder's time at half its charge, A; one load's draws scaled. */
function meanAmps(p: Project, supply: Supply, scaled?: { item?: string; by: number }): number {
  const pack = packAt(supply.energy.pack!, HALF);
  return usesOf(p, supply, scaled)
    .filter(({ share }) => share > 0)
    .reduce((sum, { share, network }) => {
      const state = solvedAgain(network(pack));
      return sum + (state.stands ? share * state.sources[0]! : NaN);
    }, 0);
}

/**
 * What each cause moves the hours by, one at a time, and all together in quadrature. Hours go as one
 * over the mean current, which is taken at half the charge.
 */
export function bandOf(p: Project, supply: Supply, hours: number): Band {
  const mean = meanAmps(p, supply);
  const causes = supply.energy.loads.map(({ item, part }): Cause => {
    const within = drawWithin(p, part);
    const up = meanAmps(p, supply, { item: item.id, by: 1 + within });
    const down = meanAmps(p, supply, { item: item.id, by: 1 - within });
    // A load at the edge of what stands moves the hours by all of them.
    const share = Number.isFinite(up - down) ? (up - down) / (2 * mean) : 1;
    return { name: item.name, item: item.id, within, hours: hours * share };
  });
  // Hours go with the charge, and with what of it arrives.
  const within = TYPICAL.capacity;
  causes.push({ name: 'capacity of the cell', within, hours: hours * within });
  if (supply.places.some((q) => q.converter)) {
    const lost = TYPICAL.efficiency;
    causes.push({ name: 'efficiency of the converter', within: lost, hours: hours * lost });
  }
  causes.sort((a, b) => b.hours - a.hours);
  return { hours: Math.hypot(...causes.map((c) => c.hours)), causes };
}

/** How well a meter in series tells a draw, 95 %: typical. */
export const METER_WITHIN = 0.03;

/** A draw that is known almost as well is not worth reading again. */
const WORTH = 1.5;

/** What to measure next: the draw that narrows the band most, and the band then, h. */
export function narrowsMost({ causes, hours }: Band): { cause: Cause; hours: number } | undefined {
  const cause = causes.find((c) => c.item !== undefined && c.within > WORTH * METER_WITHIN);
  if (!cause) return undefined;
  const rest = hours ** 2 - cause.hours ** 2;
  const narrowed = (cause.hours * METER_WITHIN) / cause.within;
  return { cause, hours: Math.sqrt(Math.max(0, rest) + narrowed ** 2) };
}
