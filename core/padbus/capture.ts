/** A logic capture of the three lines of a serial pad, as CSV. */
import Papa from 'papaparse';
import { BadInput } from '../model';

export type Level = 0 | 1;
/** From t on the three lines stand at these levels; t in µs, never going back. */
export interface BusSample {
  t: number;
  latch: Level;
  clock: Level;
  data: Level;
}

/** Some seconds of a pad at a few samples a clock. */
const MOST_ROWS = 200_000;
const LINES = ['latch', 'clock', 'data'] as const;
/** What captures call the columns. */
const CALLED: Readonly<Record<'time' | (typeof LINES)[number], RegExp>> = {
  time: /\btime|^t\b|second/i,
  latch: /latch|load|strobe|\bpl\b/i,
  clock: /clock|clk|\bcp\b/i,
  data: /data|\bdat\b|\bq\d?\b|serial/i,
};

type Columns = Readonly<Record<keyof typeof CALLED, number>>;

/**
 * @param text  rows of time, latch, clock and data, 0 or 1; other orders where a heading says so;
 *              seconds unless the heading says ms or us
 * @throws BadInput  in one sentence, naming the row
 */
export function readBusCapture(text: string): BusSample[] {
  const { data: all } = Papa.parse<string[]>(text.replace(/^\uFEFF/, ''), {
    skipEmptyLines: 'greedy',
  });
  if (all.length > MOST_ROWS) {
    throw bad(`This capture has more than ${MOST_ROWS.toLocaleString('en')} rows: cut it short.`);
  }
  const heading = all[0]?.every((c) => Number.isNaN(Number(c))) ? all[0] : undefined;
  const columns = columnsOf(heading);
  const perUs = scaleOf(heading?.[columns.time] ?? '');
  const skipped = heading ? 1 : 0;
  const samples = all
    .slice(skipped)
    .map((row, i) => sampleOf(row, columns, perUs, i + 1 + skipped));
  const back = samples.findIndex((s, i) => i > 0 && s.t < samples[i - 1]!.t);
  if (back >= 0) throw bad(`Time goes back at row ${back + 1 + skipped}.`);
  if (samples.length < 2) throw bad('This capture holds no rows of time, latch, clock and data.');
  return samples;
}

const bad = (sentence: string): BadInput => new BadInput('capture', sentence);

function columnsOf(heading: readonly string[] | undefined): Columns {
  if (!heading) return { time: 0, latch: 1, clock: 2, data: 3 };
  const at = (name: keyof typeof CALLED): number => {
    const column = heading.findIndex((c) => CALLED[name].test(c));
    if (column < 0) {
      throw bad(`No column is called ${name}: the heading names time, latch, clock and data.`);
    }
    return column;
  };
  return { time: at('time'), latch: at('latch'), clock: at('clock'), data: at('data') };
}

function scaleOf(heading: string): number {
  if (/\bms\b|milli/i.test(heading)) return 1e3;
  return /\b[uµ]s\b|micro/i.test(heading) ? 1 : 1e6;
}

function sampleOf(row: readonly string[], columns: Columns, perUs: number, nth: number): BusSample {
  const time = row[columns.time]?.trim() ?? '';
  const t = Number(time) * perUs;
  const level = (of: (typeof LINES)[number]): Level | undefined => {
    const said = row[columns[of]]?.trim();
    if (said === '1') return 1;
    return said === '0' ? 0 : undefined;
  };
  const [latch, clock, data] = LINES.map(level);
  const isWhole = latch !== undefined && clock !== undefined && data !== undefined;
  if (!time || !Number.isFinite(t) || !isWhole) {
    throw bad(`Row ${nth} is no time and three levels: a row is "0.000012,1,0,1".`);
  }
  return { t, latch, clock, data };
}
