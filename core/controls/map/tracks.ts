/** Keys over a carrier's own switches: which line of the header its tracks lead each to. */
import { bodiesOf, type Scene } from '../../fit';
import { carriersOf, trackOf } from '../../kit';
import type { Project } from '../../model';
import { backings } from '../backing';

/** The line that a carrier's track leads a switch to. */
export interface Track {
  gpio: number;
  board: string;
}

/** By the id of the key. */
export function tracksOf(p: Project, scene: Scene): Map<string, Track> {
  const carriers = carriersOf(p).filter((c) => c.carrier.keys.length);
  if (!carriers.length) return new Map();
  return new Map(
    bodiesOf(scene)
      .flatMap((body) => backings(body))
      .flatMap(({ input, on }) => {
        const gpio = on?.block === undefined ? undefined : trackOf(carriers, on.item, on.block);
        const board = carriers.find((c) => c.item.id === on?.item)?.item.name;
        return gpio === undefined || board === undefined
          ? []
          : [[input.id, { gpio, board }] as const];
      }),
  );
}
