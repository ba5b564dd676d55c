/** A build as it came true: drawn from a seed around its plan, and told to nobody. */
import { normal } from '../seeded';
import type { Plan, PlannedPlace } from './plan';

/** How the world differs from what is typical of it: standard deviations, as shares. */
const APART = {
  least: 0.015,
  efficiency: 0.02,
  capacity: 0.05,
  rOhm: 0.3,
  curveV: 0.01,
  warm: 0.005,
  use: 0.005,
} as const;
/** States of one part draw too much or too little together, mostly. */
const TIED = 0.8;

type Rand = () => number;

/** A load draws too much or too little in all its states, mostly. */
function trueDraws(place: PlannedPlace, rand: Rand): PlannedPlace['draws'] {
  if (!place.draws) return undefined;
  const sd = (place.within ?? 0) / 2;
  const common = normal(rand);
  const state = (w: number): number =>
    w * Math.max(0.3, 1 + sd * (Math.sqrt(TIED) * common + Math.sqrt(1 - TIED) * normal(rand)));
  const [menu, game, peak] = [
    state(place.draws.menu),
    state(place.draws.game),
    state(place.draws.peak),
  ];
  return { menu, game, peak: Math.max(peak, game) };
}

/** The plan as it came true. */
export function cameTrue(plan: Plan, rand: Rand): Plan {
  const about = (sd: number): number => Math.max(0.3, 1 + sd * normal(rand));
  const shift = APART.curveV * normal(rand);
  const { cell } = plan;
  return {
    ...plan,
    cell: {
      ...cell,
      capacityAh: cell.capacityAh * about(APART.capacity),
      rOhm: cell.rOhm * Math.exp(APART.rOhm * normal(rand)),
      points: cell.points.map(([s, v]) => [s, v + shift]),
    },
    places: plan.places.map((place): PlannedPlace => {
      const draws = trueDraws(place, rand);
      const c = place.converter;
      const efficiency = c && Math.min(0.98, c.efficiency * about(APART.efficiency));
      return {
        ...place,
        ...(draws ? { draws } : {}),
        ...(place.leastV === undefined ? {} : { leastV: place.leastV * about(APART.least) }),
        ...(c ? { converter: { ...c, efficiency: efficiency! } } : {}),
      };
    }),
  };
}
