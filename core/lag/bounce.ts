/**
 * Bounce traces: of a stand-in switch by a statistical model, or read from the builder's own capture.
 *
 * The model: a number of bounces about a mean (geometric), each open and closed for exponentially
 * distributed times that grow shorter as the contact settles. Figures are typical of each kind; a
 * capture of one's own switch is better.
 */
import Papa from 'papaparse';
import { seeded } from '../geometry';
import { BadInput } from '../model';
import type { Edge, Press } from './debounce';

export const SWITCHES = {
  dome: { words: 'metal dome', bounces: 1.5, eachMs: 0.35 },
  tactile: { words: 'tactile switch', bounces: 3, eachMs: 0.6 },
  pill: { words: 'carbon pill', bounces: 5, eachMs: 0.9 },
  worn: { words: 'worn contact', bounces: 9, eachMs: 1.6 },
} as const;
export type SwitchKind = keyof typeof SWITCHES;

/** A quick press: down for so long, and as long a pause, ms: ten presses a second by a fast thumb. */
const QUICK_MS = { down: 50, pause: 50 };
/** Hands are not clocks: a press is shorter or longer by up to this share. */
const VARIES = 0.2;
/** The shortest press there is, ms. */
export const QUICKEST_MS = QUICK_MS.down * (1 - VARIES);
/** Each bounce is shorter than the one before by this share. */
const SETTLES = 0.85;

/** So many quick presses of a switch of this kind, one after another. */
export function modelled(kind: SwitchKind, count: number, seed = 1): Press[] {
  const random = seeded(seed);
  return Array.from({ length: count }, () => pressOf(kind, random));
}

function pressOf(kind: SwitchKind, random: () => number): Press {
  const down = 0;
  const up = QUICK_MS.down * (1 - VARIES + 2 * VARIES * random());
  const closing = bounce(kind, down, 1, random);
  const opening = bounce(kind, up, 0, random);
  // A contact still bouncing when the finger leaves goes on from there.
  const settled = closing.filter((e) => e.t < up);
  return { edges: alternating([...settled, ...opening]), down, up };
}

/** The first edge to a level, and the bounces after it, which end at that level. */
function bounce(kind: SwitchKind, at: number, level: 0 | 1, random: () => number): Edge[] {
  const { bounces, eachMs } = SWITCHES[kind];
  const exponential = (mean: number): number => -mean * Math.log(1 - random());
  const again = bounces / (bounces + 1);
  const edges: Edge[] = [{ t: at, level }];
  let t = at;
  for (let mean = eachMs as number; random() < again; mean *= SETTLES) {
    t += exponential(mean);
    edges.push({ t, level: level === 1 ? 0 : 1 });
    t += exponential(mean);
    edges.push({ t, level });
  }
  return edges;
}

/** Only real changes, from a released line. */
function alternating(edges: readonly Edge[]): Edge[] {
  let level: 0 | 1 = 0;
  return edges.filter((e) => {
    if (e.level === level) return false;
    ({ level } = e);
    return true;
  });
}

/** A capture of more edges than this was not made of one switch. */
const MOST_ROWS = 100_000;
/** Edges further apart than this belong to different presses, or to a press and its letting go, ms. */
const APART_MS = 30;

/**
 * Presses of a logic capture as CSV: a time and a level in each row, 0 or 1. The level at rest is that
 * of the first row; times are seconds, or what the heading says (ms, us).
 *
 * @throws BadInput  in one sentence, when it cannot be read
 */
export function readCapture(text: string): Press[] {
  const { data } = Papa.parse<string[]>(text.replace(/^\uFEFF/, ''), { skipEmptyLines: true });
  if (data.length > MOST_ROWS) {
    throw new BadInput(
      'capture',
      `This capture has more than ${MOST_ROWS.toLocaleString('en')} rows.`,
    );
  }
  const heading = data[0]?.every((c) => Number.isNaN(Number(c))) ? data[0].join(' ') : '';
  const perMs = scaleOf(heading);
  const rows = data.slice(heading ? 1 : 0);
  const edges = rows.map(([time, level], i): { t: number; high: boolean } => {
    const t = Number(time) * perMs;
    if (time === undefined || !Number.isFinite(t) || !/^\s*[01]\s*$/.test(level ?? '')) {
      throw new BadInput(
        'capture',
        `Row ${i + (heading ? 2 : 1)} is no time and level: a row is "0.0123,1".`,
      );
    }
    return { t, high: Number(level) === 1 };
  });
  const back = edges.findIndex((e, i) => i > 0 && e.t < edges[i - 1]!.t);
  if (back >= 0) {
    throw new BadInput('capture', `Time goes back at row ${back + (heading ? 2 : 1)}.`);
  }
  const rest = edges[0]?.high;
  const presses = pressesIn(
    alternating(edges.map(({ t, high }) => ({ t, level: high === rest ? 0 : 1 }))),
  );
  if (!presses.length) {
    throw new BadInput('capture', 'No press was found: the level never changes.');
  }
  return presses;
}

const scaleOf = (heading: string): number => {
  if (/\bms\b|milli/i.test(heading)) return 1;
  return /\b[uµ]s\b|micro/i.test(heading) ? 1e-3 : 1e3;
};

/** Bursts of edges, in turn a closing and an opening; what opens at last ends a press. */
function pressesIn(edges: readonly Edge[]): Press[] {
  const bursts: Edge[][] = [];
  for (const e of edges) {
    const burst = bursts.at(-1);
    if (!burst || e.t - burst.at(-1)!.t > APART_MS) bursts.push([e]);
    else burst.push(e);
  }
  const out: Press[] = [];
  let open: Edge[] = [];
  for (const burst of bursts) {
    open.push(...burst);
    if (burst.at(-1)!.level === 1) continue;
    out.push({ edges: open, down: open[0]!.t, up: burst[0]!.t });
    open = [];
  }
  return out;
}
