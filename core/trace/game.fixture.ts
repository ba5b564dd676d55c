/** How well the game of tracing is played, over boards drawn from seeds. */
import { seeded } from '../geometry';
import { contradictions } from './contradictions';
import { keptBoard, type KeptBoard, meterOn, truthOf } from './kept.fixture';
import { foundOf, played } from './play.fixture';
import type { PadReading } from '../model';

export interface Score {
  isRight: boolean;
  probes: number;
  /** Every pair of pads with nothing held and with each key held, once. */
  allPairs: number;
  pads: number;
}

/** One board, its contacts sealed or bare by turns. */
export function gameOf(seed: number, slip: number): Score {
  const rand = seeded(seed);
  const board = keptBoard(rand);
  const { found, tracing } = played(board, meterOn(board, rand, slip), {
    sealed: seed % 2 === 0,
    slip: Math.max(slip, 0.001),
  });
  const told = foundOf(found);
  const n = board.pads.length;
  return {
    isRight: [...truthOf(board)].every(([key, t]) => told.get(key) === t),
    probes: tracing.readings.length,
    allPairs: ((n * (n - 1)) / 2) * (board.keys.length + 1),
    pads: n,
  };
}

/** Ways a reading can go against those of a clean board, each as a new last reading. */
export function planted(board: KeptBoard, readings: readonly PadReading[]): PadReading[] {
  const closed = readings.filter((r) => typeof r.reads === 'number' && r.held !== undefined);
  const open = readings.filter((r) => r.reads === 'open' && r.held !== undefined);
  const [one] = closed;
  const out: PadReading[] = [];
  if (one) out.push({ ...one, reads: 'open' }, { ...one, reads: 'diode' });
  if (open[0]) out.push({ ...open[0], reads: 14 });
  const pad = (net: number): string => board.pads[board.net.indexOf(net)]!;
  const key = board.keys.find((k) => k.diode === 0 && k.id === one?.held);
  if (key) {
    const [a] = key.halves as [number, number];
    const third = board.net.find((n) => !key.halves.includes(n));
    if (third !== undefined) {
      out.push({ red: { pad: pad(a) }, black: { pad: pad(third) }, held: key.id, reads: 9 });
    }
  }
  return out;
}

/** Planted readings that nobody named. */
export function unnamed(seed: number): { planted: number; missed: PadReading[]; accused: number } {
  const rand = seeded(seed);
  const board = keptBoard(rand);
  const { found, tracing } = played(board, meterOn(board, rand, 0), { slip: 0.001 });
  const all = planted(board, tracing.readings);
  const missed = all.filter((r) => {
    const readings = [...tracing.readings, r];
    const last = readings.length - 1;
    return !contradictions({ ...tracing, readings }, found).some((c) => c.readings.includes(last));
  });
  return { planted: all.length, missed, accused: contradictions(tracing, found).length };
}
