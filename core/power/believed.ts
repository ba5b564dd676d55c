/** A build's energy by the means of what is believed. */
import type { LoadState, MeterReading } from '../model';
import type { Energy } from './energy';
import type { Gaussian } from './gaussian';
import { BAND } from './meters';
import {
  CAPACITY,
  drawKey,
  efficiencyKey,
  isDraw,
  leastOf,
  ohmsOf,
  outputOf,
  ratedWatts,
} from './told';

/** Internal resistance of a pack nobody measured, 95 %: typical. */
const OHM_WITHIN = 0.6;

/** Inverse variance of what was said and what was read, for a figure that stands alone. */
function combined(
  said: number,
  within: number,
  readings: ReadonlyArray<{ value: number; sd: number }>,
): number {
  let [sum, weight] = [0, 0];
  for (const { value, sd } of readings) {
    sum += value / (sd * sd);
    weight += 1 / (sd * sd);
  }
  // As with draws: what lies far outside was not believed rightly.
  const furthest = Math.max(0, ...readings.map((r) => Math.abs(r.value - said)));
  const prior = Math.max((said * within) / BAND, furthest / BAND);
  if (weight === 0 || prior === 0) return said;
  return (sum + said / (prior * prior)) / (weight + 1 / (prior * prior));
}

function packOf(
  pack: NonNullable<Energy['pack']>,
  belief: Gaussian,
  readings: readonly MeterReading[],
): NonNullable<Energy['pack']> {
  const ohms = readings.flatMap((r) => (r.of === 'resistance' ? [ohmsOf(r)] : []));
  return {
    ...pack,
    capacityAh: pack.capacityAh * belief.meanOf(CAPACITY)!,
    rOhm: combined(pack.rOhm, OHM_WITHIN, ohms),
  };
}

/** A build's energy with the means of what is believed in the place of what the parts say. */
export function believed(
  rated: Energy,
  belief: Gaussian,
  readings: readonly MeterReading[],
): Energy {
  const draws = readings.filter(isDraw);
  const rails = rated.rails.map((rail) => {
    const { converter } = rail.part;
    const efficiency = Math.min(
      0.99,
      converter.efficiency * belief.meanOf(efficiencyKey(rail.part.id))!,
    );
    const minInV = leastOf(rail.part, readings) ?? converter.minInV;
    const outV = outputOf(rail.part, readings) ?? converter.outV;
    return {
      ...rail,
      part: { ...rail.part, converter: { ...converter, efficiency, minInV, outV } },
    };
  });
  return {
    ...rated,
    loads: rated.loads.map((load) => {
      const watts = (state: LoadState): number =>
        Math.max(
          0,
          ratedWatts(load.part, state, draws) * belief.meanOf(drawKey(load.part.id, state))!,
        );
      const runsFromV = leastOf(load.part, readings);
      return {
        ...load,
        draws: {
          menu: watts('menu'),
          game: watts('game'),
          peak: Math.max(watts('peak'), watts('game')),
        },
        ...(runsFromV === undefined ? {} : { runsFromV }),
      };
    }),
    rails,
    ...(rails[0] ? { converter: rails[0] } : {}),
    ...(rated.pack ? { pack: packOf(rated.pack, belief, readings) } : {}),
  };
}
