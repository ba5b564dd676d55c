/**
 * What a pad told in a logic capture: its words, and how they were told. Nothing is known before but
 * which line is which; idle levels, the edge the register shifts on and the number of bits are found.
 */
import { bisector, bisectRight, median } from 'd3-array';
import { BadInput, MOST_BITS } from '../model';
import type { BusSample, Level } from './capture';

export interface Decoded {
  /** The level of the latch line at which all keys are taken. */
  loads: 'high' | 'low';
  /** The edge on which the next bit comes; not known where data never moved. */
  shiftsOn?: 'rising' | 'falling';
  bits: number;
  /** One level a bit, the first one told first: what most frames say. */
  word: string;
  /** Bits on which more than a few frames say otherwise. */
  doubtful: number[];
  frames: number;
  /** Typical of the capture: clock in Hz, latch pulse and pause between two words in µs. */
  clockHz: number;
  latchUs: number;
  everyUs: number;
}

interface Edge {
  t: number;
  level: Level;
}
interface Line {
  /** The level before the first edge. */
  first: Level;
  edges: Edge[];
}
interface Frame {
  /** From the end of the latch pulse to the next one, µs. */
  from: number;
  to: number;
  clocks: Edge[];
}

/** A pulse so much shorter than the usual one is a spike of the capture, not a pulse. */
const SPIKE_SHARE = 0.2;
/** Fewer words say nothing of what comes and goes. */
const FEWEST_WORDS = 3;
/** So many frames may say otherwise before a bit is doubted: a spike, a press begun late. */
const DOUBT_SHARE = 0.1;
/** Data that moves on the other edge more often than so is no register's. */
const STRAY_SHARE = 0.2;
/** Words that differ in more than this share of their bits are noise. */
const NOISE_SHARE = 0.5;

/** Where in a line's edges a moment lies; edges go on in time. */
const byTime = bisector((e: Edge) => e.t);
/** Edges after `from` and before `to`. */
const between = (edges: Edge[], from: number, to: number): Edge[] =>
  edges.slice(byTime.right(edges, from), byTime.left(edges, to));

const bad = (sentence: string): BadInput => new BadInput('capture', sentence);

/** @throws BadInput  when it cannot be the three lines of a register, saying why */
export function decoded(samples: readonly BusSample[]): Decoded {
  const end = samples.at(-1)!.t;
  const clock = unspiked(lineOf(samples, 'clock'));
  const data = lineOf(samples, 'data');
  const latch = unspiked(lineOf(samples, 'latch'));
  if (!latch.edges.length) throw bad('The latch line never moves: which column is which?');
  if (!clock.edges.length) throw bad('The clock line never moves: which column is which?');
  const isIdleHigh = shareHigh(latch, samples[0]!.t, end) > 0.5;
  const frames = whole(framesOf(latch, isIdleHigh ? 0 : 1, clock, end));
  const shiftsOn = edgeOf(frames, data);
  const words = frames.map((f) => wordOf(f, data, shiftsOn ?? 'rising'));
  const bits = bitsIn(words[0]!.length - 1);
  const { word, doubtful } = mostSaid(words.map((w) => w.slice(0, bits)));
  if (doubtful.length > NOISE_SHARE * bits) {
    throw bad('Its words are never twice the same: this is noise, or the lines are exchanged.');
  }
  return {
    loads: isIdleHigh ? 'low' : 'high',
    ...(shiftsOn ? { shiftsOn } : {}),
    bits,
    word,
    doubtful,
    frames: frames.length,
    ...figures(frames, latch),
  };
}

function lineOf(samples: readonly BusSample[], of: 'latch' | 'clock' | 'data'): Line {
  const edges: Edge[] = [];
  let level = samples[0]![of];
  for (const s of samples) {
    if (s[of] === level) continue;
    level = s[of];
    edges.push({ t: s.t, level });
  }
  return { first: samples[0]![of], edges };
}

/** Without pulses that are far shorter than the line's usual one. */
function unspiked({ first, edges }: Line): Line {
  const widths = edges.slice(1).map((e, i) => e.t - edges[i]!.t);
  // Pulses are the shorter half of the times between edges; pauses are the rest.
  const shorter = [...widths].sort((a, b) => a - b).slice(0, Math.ceil(widths.length / 2));
  const usual = median(shorter) ?? 0;
  const kept: Edge[] = [];
  for (const e of edges) {
    const last = kept.at(-1);
    if (last && e.t - last.t < SPIKE_SHARE * usual) kept.pop();
    else kept.push(e);
  }
  return { first, edges: kept };
}

/** Share of the time a line stands high. */
function shareHigh({ first, edges }: Line, start: number, end: number): number {
  let high = 0;
  let at = start;
  let level = first;
  for (const e of [...edges, { t: end, level: 0 as Level }]) {
    if (level === 1) high += e.t - at;
    at = e.t;
    ({ level } = e);
  }
  return high / Math.max(end - start, Number.MIN_VALUE);
}

/** From the end of each latch pulse to the begin of the next. */
function framesOf(latch: Line, loads: Level, clock: Line, end: number): Frame[] {
  const ends = latch.edges.filter((e) => e.level !== loads).map((e) => e.t);
  const begins = latch.edges.filter((e) => e.level === loads).map((e) => e.t);
  return ends.map((from) => {
    const to = begins[bisectRight(begins, from)] ?? end;
    return { from, to, clocks: between(clock.edges, from, to) };
  });
}

/** Frames with the usual number of clocks: those at both ends may be cut off. */
function whole(frames: readonly Frame[]): Frame[] {
  const counts = new Map<number, number>();
  for (const { clocks } of frames) {
    const pulses = Math.floor(clocks.length / 2);
    counts.set(pulses, (counts.get(pulses) ?? 0) + 1);
  }
  const [usual] = [...counts].sort((a, b) => b[1] - a[1] || b[0] - a[0]);
  const pulses = usual?.[0] ?? 0;
  const most = MOST_BITS * 2;
  if (pulses < 2) throw bad('No clock pulses between two latch pulses: which column is which?');
  if (pulses > most) throw bad(`${pulses} clocks in a word: nobody reads more than ${MOST_BITS}.`);
  const alike = frames.filter((f) => f.clocks.length === 2 * pulses);
  if (alike.length < FEWEST_WORDS) {
    throw bad(`Only ${alike.length} whole words in it: capture for a second, with the reader on.`);
  }
  return alike;
}

/** Level of a line just before t. */
const before = ({ first, edges }: Line, t: number): Level =>
  edges[byTime.left(edges, t) - 1]?.level ?? first;

/** The edge after which data moves. */
function edgeOf(frames: readonly Frame[], data: Line): 'rising' | 'falling' | undefined {
  const votes = { rising: 0, falling: 0 };
  for (const { from, to, clocks } of frames) {
    for (const moved of between(data.edges, from, to)) {
      const after = clocks[byTime.right(clocks, moved.t) - 1];
      if (after) votes[after.level === 1 ? 'rising' : 'falling']++;
    }
  }
  const total = votes.rising + votes.falling;
  if (!total) return undefined;
  const [most, least] =
    votes.rising >= votes.falling ? ['rising', 'falling'] : ['falling', 'rising'];
  if (votes[least as keyof typeof votes] > STRAY_SHARE * total) {
    throw bad('Data moves on both edges of the clock: this is noise, or the lines are exchanged.');
  }
  return most as 'rising' | 'falling';
}

/** The level before each shift, and the one after the last. */
function wordOf({ clocks, to }: Frame, data: Line, shiftsOn: 'rising' | 'falling'): string {
  const shifts = clocks.filter((e) => (e.level === 1) === (shiftsOn === 'rising'));
  return [...shifts.map((e) => before(data, e.t)), before(data, to)].join('');
}

/** Registers hold eight bits each; whoever reads the first bit before any clock gives one clock less. */
function bitsIn(clocks: number): number {
  return clocks % 8 !== 0 && (clocks + 1) % 8 === 0 ? clocks + 1 : clocks;
}

function mostSaid(words: readonly string[]): { word: string; doubtful: number[] } {
  const bits = [...words[0]!].map((_, bit) => {
    const high = words.filter((w) => w[bit] === '1').length / words.length;
    return { level: high > 0.5 ? '1' : '0', doubt: Math.min(high, 1 - high) };
  });
  return {
    word: bits.map((b) => b.level).join(''),
    doubtful: bits.flatMap((b, i) => (b.doubt > DOUBT_SHARE ? [i] : [])),
  };
}

function figures(
  frames: readonly Frame[],
  latch: Line,
): Pick<Decoded, 'clockHz' | 'latchUs' | 'everyUs'> {
  const periods = frames.flatMap(({ clocks }) => clocks.slice(2).map((e, i) => e.t - clocks[i]!.t));
  const pulses = latch.edges.slice(1).map((e, i) => e.t - latch.edges[i]!.t);
  const pauses = frames.slice(1).map((f, i) => f.from - frames[i]!.from);
  return {
    clockHz: 1e6 / (median(periods) ?? NaN),
    latchUs: Math.min(...pulses),
    everyUs: median(pauses) ?? 0,
  };
}
