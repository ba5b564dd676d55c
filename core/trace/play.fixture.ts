/** The game played to its end: what is asked is read on a board, until nothing is asked any more. */
import type { SheetRow, Tracing } from '../model';
import type { KeptBoard, Meter } from './kept.fixture';
import { type AskedFor, traced, type Traced } from './trace';

export interface Played {
  found: Traced;
  tracing: Tracing;
  asked: Record<AskedFor, number>;
}

/** A game that asks more than this has lost its way. */
export const MOST_ASKED = 600;

export function played(
  board: Pick<KeptBoard, 'pads' | 'keys'>,
  meter: Meter,
  { sealed = false, slip = 0, sheet }: { sealed?: boolean; slip?: number; sheet?: SheetRow[] } = {},
): Played {
  const tracing: Tracing = {
    pads: board.pads,
    readings: [],
    ...(sealed ? { sealed: true } : {}),
    ...(sheet ? { sheet } : {}),
  };
  const asked = { key: 0, rest: 0, spare: 0, ohm: 0 };
  const keys = board.keys.map((k) => k.id);
  for (let n = 0; ; n++) {
    const found = traced(tracing, keys, slip);
    const { next } = found;
    if (!next || n >= MOST_ASKED) return { found, tracing, asked };
    const { for: why, ...probe } = next;
    asked[why]++;
    tracing.readings.push({ ...probe, reads: meter(probe.red, probe.black, probe.held) });
  }
}

/** What was found, in the words of the truth. */
export function foundOf(found: Traced): Map<string, string> {
  return new Map(
    found.keys.map(({ key, pads, runs, isSure }) => {
      if (!isSure) return [key, 'open'];
      if (!pads) return [key, 'nothing'];
      return [key, runs === 'both' ? [...pads].sort().join(' - ') : pads.join(' > ')];
    }),
  );
}
