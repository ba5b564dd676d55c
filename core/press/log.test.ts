/** Event logs of a handheld: read in any wording, laid onto the beat, refused in a sentence. */
import fc from 'fast-check';
import { BadInput } from '../model';
import { diagnose, nameOf } from './diagnose';
import { plainPlan, wired } from './judge.fixture';
import { answersFromLog, BEAT_MS, readEventLog } from './log';
import type { KeyEvent } from './listen';

const plan = plainPlan(8);

/** Keys pressed to the beat on a board, as its computer would log them. */
function logged(board: ReturnType<typeof wired>, from = 0, late = 150): KeyEvent[] {
  return plan.order.flatMap((id, beat) => {
    const { down, up } = board.press(id);
    const all = [...down, ...up];
    const begun = all[0]?.t ?? 0;
    return all.map((e) => ({ ...e, t: from + beat * BEAT_MS + late + (e.t - begun) }));
  });
}
const worded = (events: readonly KeyEvent[]): string =>
  events
    .flatMap(({ t, code, value }) => [
      `Event: time ${(t / 1000).toFixed(6)}, type 1 (EV_KEY), code ${code} (BTN), value ${value}`,
      `Event: time ${(t / 1000).toFixed(6)}, -------------- SYN_REPORT ------------`,
    ])
    .join('\n');

describe('reading', () => {
  test('words or columns, whatever the line ends; other kinds and repeats are passed over', () => {
    const text = [
      'Input driver version is 1.0.1',
      'Event: time 10.100000, type 4 (EV_MSC), code 4 (MSC_SCAN), value 90001',
      'Event: time 10.100000, type 1 (EV_KEY), code 304 (BTN_SOUTH), value 1',
      '[ 10.350000] 1 304 2',
      '[ 10.400000] 1 304 0',
      '11.5, 1, 305, 1',
      '11.6 3 0 127',
    ];
    const expected = [
      { t: 10_100, code: 304, value: 1 },
      { t: 10_400, code: 304, value: 0 },
      { t: 11_500, code: 305, value: 1 },
    ];
    for (const end of ['\n', '\r\n', '\r']) expect(readEventLog(text.join(end))).toEqual(expected);
  });

  test('any text is read, or refused in one sentence', () => {
    fc.assert(
      fc.property(fc.string({ maxLength: 400, unit: 'binary' }), (text) => {
        try {
          readEventLog(text);
        } catch (e) {
          expect(e).toBeInstanceOf(BadInput);
        }
      }),
      { numRuns: 300, seed: 5 },
    );
    expect(() => readEventLog('hello')).toThrow(/No key event was found/);
    expect(() => readEventLog('1.0 1 304 1\n'.repeat(20_001))).toThrow(/more than 20,000 lines/);
    expect(() => readEventLog('1.0 1 0 1\n1.0 1 768 1')).toThrow(/No key event/);
    expect(() => readEventLog(`${'time 1'.repeat(30_000)}`)).toThrow(/No key event/);
  });
});

describe('laid onto the beat', () => {
  const named = (events: readonly KeyEvent[]): string[] => {
    const { rest, answers } = answersFromLog(plan, readEventLog(worded(events)));
    return diagnose(plan, { rest, answers }).explanations.map((s) => s.map(nameOf).join());
  };

  test('a clean board, begun whenever and pressed early or late within the beat', () => {
    for (const [from, late] of [
      [0, 0],
      [1_234_567, 300],
      [99_000, -400],
    ] as const) {
      const heard = answersFromLog(plan, logged(wired(plan, 1), from + 1000, late));
      expect(diagnose(plan, heard)).toEqual({
        wrong: [],
        restless: [],
        unpressed: [],
        explanations: [],
      });
    }
  });

  test('a silent key leaves its beat empty: the rest stay on theirs', () => {
    for (const key of ['key-0', 'key-3', 'key-7']) {
      const board = wired(plan, 1);
      board.suffer({ what: 'open', key });
      expect(named(logged(board, 5000))).toEqual([`open ${key}`, `held ${key}`]);
    }
  });

  test('a swap, a bridge and a bounce are named from the log alone', () => {
    const cases = [
      [{ what: 'exchanged', keys: ['key-1', 'key-4'] }, 'exchanged key-1 key-4'],
      [{ what: 'bridged', keys: ['key-2', 'key-5'] }, 'bridged key-2 key-5'],
      [{ what: 'bouncing', key: 'key-6' }, 'bouncing key-6'],
      [{ what: 'inverted', key: 'key-6' }, 'inverted key-6'],
    ] as const;
    for (const [mishap, name] of cases) {
      const board = wired(plan, 2);
      board.suffer(mishap as Parameters<typeof board.suffer>[0]);
      expect([name, named(logged(board, 777))[0]]).toEqual([name, name]);
    }
  });

  test('presses that keep to no beat are refused', () => {
    const events = logged(wired(plan, 1));
    const hurried = events.map((e) => ({ ...e, t: e.t / 2 }));
    const dawdled = events.map((e) => ({ ...e, t: e.t * 1.6 }));
    for (const bad of [hurried, dawdled]) {
      expect(() => answersFromLog(plan, bad)).toThrow(/not one key a beat of 2 s/);
    }
  });
});
