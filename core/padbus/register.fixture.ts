/**
 * A register with its keys, and a reader that clocks it, as rows of a logic capture: event by event,
 * with code of its own. Jitter, spikes, a slow answer and a capture begun anywhere.
 */
import { seeded } from '../geometry';

export interface Stream {
  csv: string;
  word: string;
  loads: 'high' | 'low';
  shiftsOn: 'rising' | 'falling';
  clockHz: number;
}
export interface Drawn {
  bits: number;
  /** Levels at the inputs of the register, the first one told first. */
  word: string;
  loads: 'high' | 'low';
  shiftsOn: 'rising' | 'falling';
  /** The reader takes the first bit before any clock, and gives one clock less. */
  isEager: boolean;
  clockIdle: 0 | 1;
  periodUs: number;
  /** Each edge comes early or late by up to this share of half a clock. */
  jitter: number;
  /** From the edge to the next bit, as a share of half a clock. */
  answer: number;
  /** Level at the serial input: what follows the last bit. */
  fill: 0 | 1;
  frames: number;
  spikes: number;
  /** Rows at even times, so many a clock; else a row whenever a line moves. */
  perClock?: number;
}

const LENGTHS = [8, 10, 12, 16, 20, 24, 32];

export function drawnStream(seed: number): Drawn {
  const random = seeded(seed);
  const coin = (): boolean => random() < 0.5;
  const bits = LENGTHS[Math.floor(random() * LENGTHS.length)]!;
  return {
    bits,
    word: Array.from({ length: bits }, () => (random() < 0.75 ? '1' : '0')).join(''),
    loads: coin() ? 'high' : 'low',
    shiftsOn: coin() ? 'rising' : 'falling',
    isEager: bits % 8 === 0 && coin(),
    clockIdle: coin() ? 1 : 0,
    periodUs: 2 * 10 ** (2 * random()),
    jitter: 0.35 * random(),
    answer: 0.05 + 0.4 * random(),
    fill: coin() ? 1 : 0,
    frames: 5 + Math.floor(random() * 6),
    spikes: coin() ? 3 : 0,
    ...(coin() ? { perClock: 16 } : {}),
  };
}

interface Moved {
  t: number;
  line: 'latch' | 'clock' | 'data';
  level: number;
}

export function streamOf(of: Drawn, seed = 1): Stream {
  const random = seeded(seed);
  const half = of.periodUs / 2;
  const wobble = (): number => (2 * random() - 1) * of.jitter * half * 0.5;
  const loaded = of.loads === 'high' ? 1 : 0;
  const moves: Moved[] = [];
  const shiftLevel = of.shiftsOn === 'rising' ? 1 : 0;
  let chain: number[] = [];
  const tell = (t: number): void => {
    moves.push({ t: t + of.answer * half * 0.5, line: 'data', level: chain[0]! });
  };
  const clockTo = (t: number, level: number): void => {
    moves.push({ t, line: 'clock', level });
    if (level !== shiftLevel) return;
    chain = [...chain.slice(1), of.fill];
    tell(t);
  };
  let t = 5 * half;
  for (let f = 0; f < of.frames; f++) {
    moves.push({ t, line: 'latch', level: loaded });
    chain = [...of.word].map(Number);
    tell(t);
    t += 2 * half;
    moves.push({ t, line: 'latch', level: 1 - loaded });
    t += 2 * half;
    for (let n = 0; n < of.bits - (of.isEager ? 1 : 0); n++) {
      clockTo(t + wobble(), 1 - of.clockIdle);
      clockTo(t + half + wobble(), of.clockIdle);
      t += 2 * half;
    }
    t += 20 * half * (1 + random());
  }
  const start = random() < 0.5 ? 0 : t / of.frames / 3;
  const all = moves.sort((a, b) => a.t - b.t);
  const spikes = Array.from({ length: of.spikes }, (_, n): Moved[] => {
    const line = n % 2 ? 'clock' : 'latch';
    const at = start + random() * (t - start);
    // Between other edges, or it would be one of them.
    const isClear = all.every((m) => Math.abs(m.t - at) > 0.2 * half);
    const was = all.findLast((m) => m.line === line && m.t < at)?.level;
    if (!isClear || was === undefined) return [];
    return [
      { t: at, line, level: 1 - was },
      { t: at + 0.05 * half, line, level: was },
    ];
  }).flat();
  const events = [...all, ...spikes].sort((a, b) => a.t - b.t);
  const state: Record<Moved['line'], number> = {
    latch: 1 - loaded,
    clock: of.clockIdle,
    data: of.fill,
  };
  const rows: string[] = [];
  const put = (at: number): void => {
    rows.push(`${((at - start) * 1e-6).toFixed(9)},${state.latch},${state.clock},${state.data}`);
  };
  let next = 0;
  const upTo = (at: number): void => {
    for (; next < events.length && events[next]!.t <= at; next++) {
      state[events[next]!.line] = events[next]!.level;
      if (of.perClock === undefined && events[next]!.t >= start) put(events[next]!.t);
    }
  };
  upTo(start);
  if (of.perClock === undefined) {
    rows.length = 0;
    put(start);
    upTo(Infinity);
    put(t);
  } else {
    for (let at = start; at < t; at += of.periodUs / of.perClock) {
      upTo(at);
      put(at);
    }
  }
  return {
    csv: ['time [s],latch,clock,data', ...rows].join('\n'),
    word: of.word,
    loads: of.loads,
    shiftsOn: of.shiftsOn,
    clockHz: 1e6 / of.periodUs,
  };
}
