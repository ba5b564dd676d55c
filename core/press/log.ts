/**
 * A handheld's own event log, as text: lines that say when, which code, which value. A handheld has no
 * browser, so its keys are pressed to a beat, one key a beat in the order of the plan, and the log is
 * laid onto the beat afterwards.
 */
import { type Answer, BadInput, type PressRecord } from '../model';
import { answerOf, atRest, type KeyEvent } from './listen';
import type { PressPlan } from './plan';

/** One key a beat; a press may come so much before its beat, ms. */
export const BEAT_MS = 2000;
const EARLY_MS = 600;
/** Longer logs than this were not made by pressing sixty keys once. */
const MOST_LINES = 20_000;

/** Kind 1 of the kernel's input events is a key. */
const KIND_KEY = 1;

/** "time 12.345, type 1 (...), code 304 (...), value 1", however the words between are put. */
const WORDED =
  /\btime\s+(?<t>\d+\.\d+).*?\btype\s+(?<kind>\d+).*?\bcode\s+(?<code>\d+).*?\bvalue\s+(?<value>-?\d+)/i;
/** "12.345 1 304 1": seconds, kind, code, value. */
const COLUMNS =
  /^\s*\[?\s*(?<t>\d+\.\d+)\]?[\s,;]+(?<kind>\d+)[\s,;]+(?<code>\d+)[\s,;]+(?<value>-?\d+)\s*$/;

/**
 * Key events of a log, in order of time; lines that are none, and keys that repeat while they are
 * held, are passed over.
 *
 * @throws BadInput  when it holds none, or is longer than any press test makes
 */
export function readEventLog(text: string): KeyEvent[] {
  const lines = text.split(/\r\n|\r|\n/);
  if (lines.length > MOST_LINES) {
    throw new BadInput('log', `This log has more than ${MOST_LINES.toLocaleString('en')} lines.`);
  }
  const events = lines.flatMap((line): KeyEvent[] => {
    const found = (WORDED.exec(line) ?? COLUMNS.exec(line))?.groups;
    if (!found || Number(found['kind']) !== KIND_KEY) return [];
    const [code, value] = [Number(found['code']), Number(found['value'])];
    if (code < 1 || code > 0x2ff || (value !== 0 && value !== 1)) return [];
    return [{ t: Number(found['t']) * 1000, code, value }];
  });
  if (!events.length) {
    throw new BadInput(
      'log',
      'No key event was found in this text. A line is "time 12.345, type 1, code 304, value 1", or the four numbers alone.',
    );
  }
  return events.sort((a, b) => a.t - b.t);
}

/**
 * The log laid onto the beat: of all beginnings that put its presses on beats, the one at which most
 * keys tell their own code.
 *
 * @throws BadInput  when no beginning puts each press on a beat of its own
 */
export function answersFromLog(
  plan: PressPlan,
  events: readonly KeyEvent[],
): Pick<PressRecord, 'rest' | 'answers'> {
  const starts = pressesOf(events);
  const offBeat = new BadInput(
    'log',
    `These presses are not one key a beat of ${BEAT_MS / 1000} s in the order shown. Start the beat, then press along with it.`,
  );
  if (starts.length > plan.order.length) throw offBeat;
  const code = new Map(plan.keys.map((k) => [k.id, k.code]));
  let best: { begun: number; own: number; on: number } | undefined;
  for (const { t } of starts) {
    for (const slot of plan.order.keys()) {
      const begun = t - slot * BEAT_MS;
      const beats = starts.map((s) => ({ ...s, beat: beatOf(s.t, begun) }));
      const on = beats.filter((s) => s.beat >= 0 && s.beat < plan.order.length);
      const own = new Set(
        on.flatMap((s) => (s.codes.has(code.get(plan.order[s.beat]!)!) ? [s.beat] : [])),
      ).size;
      const better = !best || on.length > best.on || (on.length === best.on && own > best.own);
      if (better) best = { begun, own, on: on.length };
    }
  }
  const beats = new Set(starts.map((s) => beatOf(s.t, best?.begun ?? 0)));
  if (!best || best.on < starts.length || beats.size < starts.length) {
    throw offBeat;
  }
  const { begun } = best;
  const answers = plan.order.map((id, slot): Answer => {
    const own = events.filter((e) => beatOf(e.t, begun) === slot);
    return answerOf(id, own, []);
  });
  return { rest: atRest(undefined, []), answers };
}

/** The beat a moment belongs to. */
const beatOf = (t: number, begun: number): number => Math.floor((t - begun + EARLY_MS) / BEAT_MS);

/** A contact that comes and goes faster than this bounces: it is one press, ms. */
const ONE_PRESS_MS = 150;

/** From the first code that leaves its rest to the last that is back at it. */
function pressesOf(events: readonly KeyEvent[]): Array<{ t: number; codes: Set<number> }> {
  const out: Array<{ t: number; codes: Set<number> }> = [];
  const pressedAs = new Map<number, 0 | 1>();
  const away = new Set<number>();
  let last = -Infinity;
  for (const { t, code, value } of events) {
    if (!pressedAs.has(code)) pressedAs.set(code, value);
    if (!away.size && t - last > ONE_PRESS_MS) out.push({ t, codes: new Set() });
    out.at(-1)!.codes.add(code);
    if (pressedAs.get(code) === value) away.add(code);
    else away.delete(code);
    last = t;
  }
  return out;
}
