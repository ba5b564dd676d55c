/** A build's supply as the stand-in of a bench is told it: places in order, and nothing else of the build. */
import { type LoadState, type Project, STATES } from '../model';
import { drawKnown, placesIn, stopsBelow, type Supply, supplyOf } from '../power';

export interface BenchPlan {
  cell: { points: Array<[number, number]>; capacityAh: number; rOhm: number; cutoffV: number };
  places: Array<{
    id: string;
    above?: number;
    ohm: number;
    converter?: {
      kind: 'boost' | 'buck' | 'buck-boost' | 'linear';
      outV: number;
      efficiency: number;
      idleA: number;
      headroomV: number;
      minInV: number;
    };
    draws?: Record<LoadState, number>;
    within?: number;
    leastV?: number;
  }>;
  gameShare: number;
}

/** @returns nothing for a build that runs on no pack */
export function benchPlan(p: Project): BenchPlan | undefined {
  const supply = supplyOf(p);
  const pack = supply?.energy.pack;
  if (!supply || supply.isWall || !pack) return undefined;
  const solver = placesIn(supply, 'game');
  const part = new Map(supply.energy.loads.map((l) => [l.item.id, l.part.id]));
  return {
    cell: {
      points: pack.ocv.map(([s, v]) => [s, v]),
      capacityAh: pack.capacityAh,
      rOhm: pack.rOhm,
      cutoffV: pack.cutoffV,
    },
    places: supply.places.map((place, i) => {
      const { above, ohm } = solver[i]!;
      const leastV = stopsBelow(place);
      const drawn = part.get(place.item ?? '');
      return {
        id: place.item ?? '@source',
        ...(above === undefined ? {} : { above }),
        ohm,
        ...(place.converter ? { converter: converterOf(place.converter) } : {}),
        ...(place.draws ? { draws: wattsOf(place.draws) } : {}),
        ...(drawn === undefined ? {} : { within: Math.min(1, drawKnown(p, drawn, 'game')) }),
        ...(leastV === undefined ? {} : { leastV }),
      };
    }),
    gameShare: p.power.gameShare,
  };
}

const wattsOf = (draws: Record<LoadState, number>): Record<LoadState, number> =>
  Object.fromEntries(STATES.map((s) => [s, draws[s]])) as Record<LoadState, number>;

type Planned = NonNullable<BenchPlan['places'][number]['converter']>;

const converterOf = ({
  kind,
  outV,
  efficiency,
  idleA,
  headroomV,
  minInV,
}: NonNullable<Supply['places'][number]['converter']>): Planned => ({
  kind,
  outV,
  // A part says one figure, not a curve.
  efficiency: typeof efficiency === 'number' ? efficiency : 1,
  idleA,
  headroomV,
  minInV,
});
