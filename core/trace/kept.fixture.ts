/**
 * Kept boards drawn by chance, and a meter on them: pads, nets, contacts, diodes and a hand that slips,
 * with code of its own. Nothing here is asked of what it judges.
 */
import type { PadReading, ProbePoint, ProbeReads } from '../model';

export interface KeptKey {
  id: string;
  /** The net of each half; nothing where the trace is gone. */
  halves: [number | undefined, number | undefined];
  /** Current runs from half 1 to half 2 only (1), back only (-1), or both ways (0). */
  diode: -1 | 0 | 1;
  /** Which half the diode sits on. */
  side: 1 | 2;
  ohm: number;
}
export interface KeptBoard {
  pads: string[];
  /** The net of each pad. */
  net: number[];
  keys: KeptKey[];
}

const pick = (rand: () => number, n: number): number => Math.floor(rand() * n);
function shuffled<T>(rand: () => number, list: readonly T[]): T[] {
  const out = [...list];
  for (let i = out.length - 1; i > 0; i--) {
    const j = pick(rand, i + 1);
    [out[i], out[j]] = [out[j]!, out[i]!];
  }
  return out;
}

/** A board of one common, or of rows and columns, with spare pads and joined ones. */
export function keptBoard(rand: () => number, most = 14): KeptBoard {
  const isGrid = rand() < 0.35;
  const hasDiodes = rand() < (isGrid ? 0.4 : 0.12);
  const pairs: Array<[number, number]> = [];
  let nets: number;
  if (isGrid) {
    const rows = 2 + pick(rand, 3);
    const columns = 2 + pick(rand, 3);
    nets = rows + columns;
    const all: Array<[number, number]> = [];
    for (let r = 0; r < rows; r++) for (let c = 0; c < columns; c++) all.push([r, rows + c]);
    const least = Math.max(rows, columns) + 1;
    pairs.push(...shuffled(rand, all).slice(0, Math.max(least, all.length - pick(rand, 3))));
  } else {
    const keys = 3 + pick(rand, most - 5);
    nets = keys + 1;
    for (let k = 0; k < keys; k++) pairs.push([0, k + 1]);
  }
  const toward = rand() < 0.5 ? 1 : -1;
  const side = rand() < 0.5 ? 1 : 2;
  const keys = shuffled(rand, pairs).map(([a, b], i): KeptKey => {
    const turned = rand() < 0.5;
    const directed = turned === (toward === 1) ? -1 : 1;
    return {
      id: `key-${i + 1}`,
      halves: turned ? [b, a] : [a, b],
      diode: hasDiodes ? directed : 0,
      side: turned === (side === 1) ? 2 : 1,
      ohm: 5 + rand() ** 3 * 3000,
    };
  });
  const net = Array.from({ length: nets }, (_, n) => n);
  // Pads that are no key's: supply, lamps; and pads beside one another on one net.
  for (let n = pick(rand, 3); n > 0; n--) net.push(nets++);
  for (let n = pick(rand, 3); n > 0; n--) net.push(pick(rand, nets));
  const onPads = shuffled(rand, net);
  return { pads: onPads.map((_, i) => String(i + 1)), net: onPads, keys };
}

/** Whether current passes from red to black, and through what, by walking the board. */
export function metered(
  board: KeptBoard,
  red: ProbePoint,
  black: ProbePoint,
  ...held: ReadonlyArray<string | undefined>
): ProbeReads {
  const node = (p: ProbePoint): string =>
    'pad' in p ? `n${board.net[board.pads.indexOf(p.pad)]}` : `${p.key}/${p.half}`;
  interface Wire {
    from: string;
    to: string;
    is: 'wire' | 'diode' | 'contact';
    ohm: number;
  }
  const wires: Wire[] = [];
  const both = (from: string, to: string, is: 'wire' | 'contact', ohm: number): void => {
    wires.push({ from, to, is, ohm }, { from: to, to: from, is, ohm });
  };
  for (const k of board.keys) {
    const halves = [`${k.id}/1`, `${k.id}/2`] as const;
    k.halves.forEach((net, h) => {
      if (net === undefined) return;
      if (k.diode === 0 || k.side !== h + 1) return both(`n${net}`, halves[h]!, 'wire', 0.3);
      const inward = (k.diode === 1) === (h === 0);
      wires.push({
        from: inward ? `n${net}` : halves[h]!,
        to: inward ? halves[h]! : `n${net}`,
        is: 'diode',
        ohm: 0,
      });
    });
    if (held.includes(k.id)) both(halves[0], halves[1], 'contact', k.ohm);
  }
  const goal = node(black);
  const seen = new Map<string, { diodes: number; ohm: number }>([
    [node(red), { diodes: 0, ohm: 0.2 }],
  ]);
  const queue = [node(red)];
  while (queue.length) {
    const at = queue.shift()!;
    const here = seen.get(at)!;
    for (const w of wires) {
      if (w.from !== at || seen.has(w.to)) continue;
      seen.set(w.to, {
        diodes: here.diodes + (w.is === 'diode' ? 1 : 0),
        ohm: here.ohm + w.ohm,
      });
      queue.push(w.to);
    }
  }
  const end = seen.get(goal);
  if (!end || end.diodes > 1) return 'open';
  return end.diodes === 1 ? 'diode' : Math.round(end.ohm * 10) / 10;
}

/** A probe that slipped says something else. */
export function slippedReading(rand: () => number, reads: ProbeReads, slip: number): ProbeReads {
  if (rand() >= slip) return reads;
  if (reads === 'open') return rand() < 0.5 ? 12 : 'diode';
  if (reads === 'diode') return rand() < 0.5 ? 12 : 'open';
  return rand() < 0.5 ? 'open' : 'diode';
}

/** What there is to find: for each key its two pads' nets by their first pads, and the way of the current. */
export function truthOf(board: KeptBoard): Map<string, string> {
  const first = (net: number): string => board.pads[board.net.indexOf(net)]!;
  return new Map(
    board.keys.map((k) => {
      const [a, b] = k.halves;
      if (a === undefined || b === undefined) return [k.id, 'nothing'];
      if (k.diode === 0) return [k.id, [first(a), first(b)].sort().join(' - ')];
      return [k.id, k.diode === 1 ? `${first(a)} > ${first(b)}` : `${first(b)} > ${first(a)}`];
    }),
  );
}
export type Meter = (red: ProbePoint, black: ProbePoint, held?: string) => ProbeReads;
export const meterOn =
  (board: KeptBoard, rand: () => number, slip: number): Meter =>
  (red, black, held) =>
    slippedReading(rand, metered(board, red, black, held), slip);
export type { PadReading };

/** Every pair that a key closes read four times while it is held and twice at rest, and the halves of the others at every pad. */
export function readPlainly(board: KeptBoard): PadReading[] {
  const out: PadReading[] = [];
  const read = (red: ProbePoint, black: ProbePoint, held?: string): void => {
    const reads = metered(board, red, black, held);
    out.push({ red, black, reads, ...(held === undefined ? {} : { held }) });
  };
  const pad = (net: number): ProbePoint => ({ pad: board.pads[board.net.indexOf(net)]! });
  for (const k of board.keys) {
    const [a, b] = k.halves;
    if (a !== undefined && b !== undefined) {
      // The way current runs, where a diode lets it run one way only.
      const [red, black] = k.diode === -1 ? [pad(b), pad(a)] : [pad(a), pad(b)];
      for (let n = 0; n < 4; n++) read(red, black, k.id);
      for (let n = 0; n < 2; n++) read(pad(a), pad(b));
      continue;
    }
    for (const half of [1, 2] as const) {
      for (const p of board.pads) {
        for (let n = 0; n < 3; n++) {
          read({ key: k.id, half }, { pad: p });
          read({ pad: p }, { key: k.id, half });
        }
      }
    }
  }
  return out;
}
