/** A meter's own log as a table of text: times, amps and volts, by the names of its columns. */
import Papa from 'papaparse';
import { BadInput } from '../model';
import type { Sample } from './run';

/** Longest log that is read, lines: a week at two a second. */
const MOST_LINES = 1_200_000;
/** More broken lines than this share are no log. */
const BROKEN_SHARE = 0.1;
/** What no meter of a bench shows, A, V, s. */
const MOST = { amps: 20, volts: 60, seconds: 1e7 } as const;

type Column = 'time' | 'amps' | 'volts';
const NAMES: ReadonlyArray<{ is: Column; name: RegExp }> = [
  { is: 'time', name: /^(time|elapsed|seconds?|timestamp|t|s|ms|min(utes?)?)$/ },
  { is: 'amps', name: /^(current|amps?|amperes?|i|a|ma)$/ },
  { is: 'volts', name: /^(voltage|volts?|u|v|mv)$/ },
];
const SCALES: Readonly<Record<string, number>> = { ma: 1e-3, mv: 1e-3, ms: 1e-3, min: 60, h: 3600 };

interface Found {
  at: number;
  scale: number;
}

/** "Current (mA)" is amps, a thousandth each. */
function columnOf(header: string): { is: Column; scale: number } | undefined {
  const words = header.toLowerCase().match(/[a-zµ]+/g) ?? [];
  const is = NAMES.find(({ name }) => words.some((w) => name.test(w)))?.is;
  if (!is) return undefined;
  const unit = words.find((w) => Object.hasOwn(SCALES, w));
  return { is, scale: unit === undefined ? 1 : SCALES[unit]! };
}

function columnsOf(headers: readonly string[]): Map<Column, Found> {
  const out = new Map<Column, Found>();
  headers.forEach((h, at) => {
    const found = columnOf(h);
    if (found && !out.has(found.is)) out.set(found.is, { at, scale: found.scale });
  });
  return out;
}

/** A number with a point or a comma; hours, minutes and seconds; or a date and time. */
function numberIn(text: string | undefined): number {
  const t = (text ?? '').trim();
  if (/^[+-]?\d+(,\d+)?$/.test(t)) return Number(t.replace(',', '.'));
  return t === '' ? NaN : Number(t);
}
function timeIn(text: string | undefined, scale: number): number {
  const t = (text ?? '').trim();
  const clock = /^(\d+):(\d{2}):(\d{2}(?:[.,]\d+)?)$/.exec(t);
  if (clock) {
    const [, h, m, s] = clock;
    return Number(h) * 3600 + Number(m) * 60 + Number(s!.replace(',', '.'));
  }
  if (/^\d{4}-\d{2}-\d{2}[T ]\d{2}:/.test(t)) return new Date(t).getTime() / 1000;
  return numberIn(t) * scale;
}

export interface MeterLog {
  samples: Sample[];
  /** Lines that were left out, the first of them, and why it ended early. */
  leftOut: number;
  firstLeftOut?: number;
  ended?: string;
}

/**
 * @param text  comma, semicolon or tab between columns; the first line names them
 * @throws      BadInput with one sentence
 */
export function readMeterLog(text: string): MeterLog {
  const { data } = Papa.parse<string[]>(text.replace(/^\uFEFF/, ''), {
    skipEmptyLines: 'greedy',
    preview: MOST_LINES + 1,
  });
  const headers = data[0] ?? [];
  const columns = columnsOf(headers);
  const [time, amps, volts] = [columns.get('time'), columns.get('amps'), columns.get('volts')];
  if (!time || !amps) {
    throw new BadInput(
      'log',
      `The first line names the columns: a time and a current are wanted, it says "${headers.join(', ').slice(0, 80)}".`,
    );
  }
  if (data.length > MOST_LINES) {
    throw new BadInput('log', `A log has at most ${MOST_LINES.toLocaleString('en')} lines.`);
  }
  const out: MeterLog = { samples: [], leftOut: 0 };
  const leave = (line: number): void => {
    out.leftOut++;
    out.firstLeftOut ??= line + 1;
  };
  let first: number | undefined;
  for (let i = 1; i < data.length; i++) {
    const row = data[i]!;
    if (row.length < headers.length / 2 || columnsOf(row).size >= 2) {
      // Another table begins: a meter was set to other columns in the middle.
      if (columnsOf(row).size >= 2) {
        out.ended = `Line ${i + 1} names other columns: what comes after it was left out.`;
        break;
      }
      leave(i);
      continue;
    }
    const t = timeIn(row[time.at], time.scale);
    const read: Sample = {
      t: t - (first ?? t),
      amps: numberIn(row[amps.at]) * amps.scale,
      ...(volts ? { volts: numberIn(row[volts.at]) * volts.scale } : {}),
    };
    if (!isReading(read) || (out.samples.at(-1)?.t ?? -1) >= read.t) {
      leave(i);
      continue;
    }
    first ??= t;
    out.samples.push(read);
  }
  if (out.samples.length < 2) {
    throw new BadInput('log', 'No two lines of this log hold a time and a current in numbers.');
  }
  if (out.leftOut > BROKEN_SHARE * data.length) {
    throw new BadInput(
      'log',
      `${out.leftOut} of ${data.length - 1} lines cannot be read, line ${out.firstLeftOut} first: this is not a log as its first line names it.`,
    );
  }
  return out;
}

const isReading = ({ t, amps, volts }: Sample): boolean =>
  Number.isFinite(t) &&
  t < MOST.seconds &&
  amps >= 0 &&
  amps <= MOST.amps &&
  (volts === undefined || (volts > 0 && volts <= MOST.volts));

/** What of a log was left out, in words; nothing where all of it was read. */
export function leftOutWords({
  leftOut,
  firstLeftOut,
}: Pick<MeterLog, 'leftOut' | 'firstLeftOut'>): string | undefined {
  if (!leftOut) return undefined;
  return leftOut === 1
    ? `Line ${firstLeftOut} holds no reading: left out.`
    : `${leftOut} lines hold no reading, line ${firstLeftOut} first: left out.`;
}
