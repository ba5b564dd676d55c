import { type BusCapture, type PadBus, USUAL_PAD_BUS } from '../model';
import { readBusCapture } from './capture';
import { decoded } from './decode';
import { type BusFault, busFaults } from './faults';
import { asCaptured } from './findings';
import { learnt } from './learn';
import { dataHighV, outputHighV, padWantsV } from './levels';
import { clockOf, mostClock, safeClock, wave, wordUs } from './timing';
import { clockWords, faultWords } from './words';

const KEYS = ['up', 'down', 'a'];
const bus = (change: Partial<PadBus> = {}): PadBus => ({
  ...USUAL_PAD_BUS,
  keys: KEYS,
  worksFromV: 3,
  ...change,
});
const capture = (word: string, held?: string, doubtful: number[] = []): BusCapture => ({
  word,
  doubtful,
  frames: 5,
  ...(held === undefined ? {} : { held }),
});
const REST = capture('11111111');
const UP = capture('01111111', 'up');
const DOWN = capture('10111111', 'down');
const A = capture('11011111', 'a');
const kinds = (b: PadBus, keys = KEYS): Array<BusFault['is']> =>
  busFaults(b, keys).map((f) => f.is);

describe('what is learnt of a serial pad', () => {
  test('each held key is the bit it moves, and pressed keys read low', () => {
    const found = learnt([REST, UP, DOWN, A]);
    expect([...found.bits]).toEqual([
      ['up', 0],
      ['down', 1],
      ['a', 2],
    ]);
    expect(found.pressed).toBe('low');
  });
  test('three different keys tell what rest is; two do not', () => {
    expect(learnt([UP, DOWN, A]).rest).toBe('11111111');
    expect(learnt([UP, DOWN]).rest).toBeUndefined();
  });
  test('a pad that rests low tells keys that read high', () => {
    const found = learnt([capture('00000000'), capture('00010000', 'a')]);
    expect([found.pressed, found.bits.get('a')]).toEqual(['high', 3]);
  });
  test('a table typed wrongly is set right by captures; other keys stay where they were typed', () => {
    const typed = bus({ keys: ['down', 'up', null, 'a'], captures: [REST, UP, DOWN] });
    expect(asCaptured(typed, KEYS).keys!.slice(0, 4)).toEqual(['up', 'down', null, 'a']);
  });
});

describe('what is wrong with a serial pad', () => {
  test('nothing, where every key has its bit and captures agree', () => {
    expect(kinds(bus())).toEqual([]);
    expect(kinds(bus({ captures: [REST, UP, DOWN, A] }))).toEqual([]);
    expect(kinds(bus({ fedV: 5, hasDivider: true, hasBuffer: true }))).toEqual([]);
    const long = [...Array.from({ length: 20 }, () => null), ...KEYS];
    expect(kinds(bus({ bits: 24, keys: long }))).toEqual([]);
  });
  test.each<[string, Partial<PadBus>, Array<BusFault['is']>]>([
    ['a key without a bit', { keys: ['up', 'down'] }, ['unset']],
    ['its bit beyond those that are read', { keys: [...Array(9).fill(null), ...KEYS] }, ['unset']],
    ['a key at two bits', { keys: [...KEYS, 'up'] }, ['twice']],
    ['nobody says it works at 3.3 V', { worksFromV: undefined }, ['untried']],
    ['fed too little', { worksFromV: 4.5 }, ['underfed']],
    ['5 V straight', { fedV: 5 }, ['high data', 'low outputs']],
    ['5 V over a divider only', { fedV: 5, hasDivider: true }, ['low outputs']],
    ['5 V over a buffer only', { fedV: 5, hasBuffer: true }, ['high data']],
    ['a clock no register follows', { clockHz: 2e6 }, ['clock']],
    ['twelve bits captured, eight read', { captures: [capture('1'.repeat(12))] }, ['length']],
    ['the other edge', { captures: [{ ...REST, shiftsOn: 'falling' }] }, ['edge']],
    ['the other latch level', { captures: [{ ...REST, loads: 'low' }] }, ['latch']],
    ['a key that moves nothing', { captures: [REST, capture(REST.word, 'up')] }, ['dead']],
    ['a key that moves two', { captures: [REST, capture('00111111', 'up')] }, ['several']],
    ['captured at two bits', { captures: [REST, UP, capture(A.word, 'up')] }, ['slipped']],
    ['two keys, one bit', { captures: [REST, UP, capture(UP.word, 'a')] }, ['shared', 'otherwise']],
    ['another bit than typed', { captures: [REST, capture('11101111', 'a')] }, ['otherwise']],
    ['said to read high', { pressed: 'high', captures: [REST, UP] }, ['polarity']],
    ['rests as if all were pressed', { captures: [capture('00011111')] }, ['polarity']],
    ['one stuck', { captures: [capture('10111111')] }, ['resting']],
    [
      'one the other way',
      {
        captures: [
          capture('11011111'),
          capture('01011111', 'up'),
          capture('10011111', 'down'),
          capture('11111111', 'a'),
        ],
      },
      ['mixed'],
    ],
    ['captured unsteady', { captures: [REST, capture(UP.word, 'up', [0])] }, ['doubtful']],
  ])('%s', (_, change, expected) => {
    expect(kinds(bus(change))).toEqual(expected);
  });
  test('captures of keys that are gone accuse nobody', () => {
    const gone = [REST, capture('00111111', 'gone'), capture('1'.repeat(10), 'gone')];
    expect(kinds(bus({ captures: gone }))).toEqual([]);
  });
  test('words name the key, the bit from 1 and the figures', () => {
    const name = (key: string): string => key.toUpperCase();
    const said = (change: Partial<PadBus>): string => {
      const b = bus(change);
      const { title, what, why } = faultWords(busFaults(b, KEYS)[0]!, b, name);
      return [title, what, ...why].join(' | ');
    };
    expect(said({ captures: [REST, capture('11101111', 'a')] })).toContain(
      'The table says bit 3; captured, it moves bit 4.',
    );
    expect(said({ fedV: 5 })).toContain('5 V on a line that bears 3.6 V');
    expect(said({ fedV: 5, hasDivider: true })).toContain(
      'stand at 3.3 V; fed with 5 V it surely takes 3.5 V',
    );
    expect(said({ clockHz: 2e6 })).toContain('2 MHz over 200 mm');
  });
});

describe('levels', () => {
  test('5 V over 10 and 20 kΩ is 3.33 V; a pad at 5 V wants 3.5 V, at 3.3 V 2.31 V', () => {
    expect(dataHighV({ fedV: 5, hasDivider: true }).value).toBeCloseTo(10 / 3, 6);
    expect(dataHighV({ fedV: 5 }).value).toBe(5);
    expect(dataHighV({ fedV: 5, hasDivider: true }).working[0]).toContain('takes 2 V for high');
    expect(padWantsV(5).value).toBeCloseTo(3.5, 6);
    expect(padWantsV(3.3).value).toBeCloseTo(2.31, 6);
    expect([outputHighV({ fedV: 5 }), outputHighV({ fedV: 5, hasBuffer: true })]).toEqual([3.3, 5]);
  });
});

describe('time', () => {
  test('half a clock is what the register takes to answer and the wire to follow', () => {
    // 800 ns, 2.2 × 1 kΩ × (20 + 20) pF, 100 ns.
    expect(mostClock(bus()).value).toBeCloseTo(1e9 / (2 * (800 + 88 + 100)), 0);
    // 320 ns, 2.2 × (400 + 6667) Ω × (20 + 200) pF, 100 ns.
    const far = mostClock(bus({ fedV: 5, hasDivider: true, leadMm: 2000 }));
    expect(far.value).toBeCloseTo(1e9 / (2 * (320 + 2.2 * 7066.667 * 0.22 + 100)), 0);
  });
  test('near its limit a clock is tight, over it a hit; a stock step below 0.7 of it clears', () => {
    const most = mostClock(bus()).value;
    const of = (hz: number) => busFaults(bus({ clockHz: Math.round(hz) }), KEYS)[0];
    expect(of(0.69 * most)).toBeUndefined();
    expect(of(0.71 * most)).toMatchObject({ is: 'clock', isOver: false });
    expect(of(1.01 * most)).toMatchObject({ is: 'clock', isOver: true });
    for (const leadMm of [50, 500, 2000, 5000]) {
      const wired = bus({ fedV: 5, hasDivider: true, hasBuffer: true, leadMm });
      expect(kinds({ ...wired, clockHz: safeClock(wired) })).toEqual([]);
    }
    expect([safeClock(bus()), clockWords(safeClock(bus()))]).toEqual([200e3, '200 kHz']);
  });
  test('eight bits at 100 kHz and the latch take 100 µs', () => {
    expect(clockOf({})).toBe(100e3);
    expect(wordUs({ bits: 8 })).toBeCloseTo(100, 6);
  });
  test('the wave that is drawn is read back by the decoder to the same settings and word', () => {
    for (const loads of ['high', 'low'] as const) {
      for (const shiftsOn of ['rising', 'falling'] as const) {
        for (const pressed of ['high', 'low'] as const) {
          const of = bus({ bits: 16, loads, shiftsOn, pressed });
          const { samples, reads, endUs } = wave(of, new Set([2, 11]));
          expect(reads).toHaveLength(16);
          const csv = [0, 1, 2, 3].flatMap((n) =>
            samples.map((s) => [(s.t + n * 3 * endUs) * 1e-6, s.latch, s.clock, s.data].join(',')),
          );
          const found = decoded(readBusCapture(csv.join('\n')));
          const down = pressed === 'low' ? '0' : '1';
          expect(found).toMatchObject({ bits: 16, loads, shiftsOn, doubtful: [] });
          expect([...found.word].flatMap((l, bit) => (l === down ? [bit] : []))).toEqual([2, 11]);
        }
      }
    }
  });
});
