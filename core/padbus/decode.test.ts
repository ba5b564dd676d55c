import fc from 'fast-check';
import { BadInput } from '../model';
import { readBusCapture } from './capture';
import { decoded } from './decode';
import { type Drawn, drawnStream, streamOf } from './register.fixture';

const PLAIN: Drawn = {
  bits: 8,
  word: '11101111',
  loads: 'high',
  shiftsOn: 'rising',
  isEager: false,
  clockIdle: 1,
  periodUs: 12,
  jitter: 0,
  answer: 0.2,
  fill: 0,
  frames: 6,
  spikes: 0,
};
/** A latch pulse and ten clocks, twice. */
const twoWords = (n: number): [number, number, number] => {
  const at = n % 200;
  return [at < 4 ? 1 : 0, at > 20 && at < 60 && at % 4 < 2 ? 1 : 0, 1];
};
const told = (of: Drawn, seed = 1) => decoded(readBusCapture(streamOf(of, seed).csv));

describe('a capture of a serial pad', () => {
  test('500 registers drawn by chance, with jitter and spikes, are read as they are', () => {
    const wrong = Array.from({ length: 500 }, (_, n) => n + 1).flatMap((seed) => {
      const of = drawnStream(seed);
      const found = told(of, seed);
      // Data that never moves tells no edge.
      const edge = /01|10/.test(of.word) ? found.shiftsOn : of.shiftsOn;
      const isRight =
        found.word === of.word &&
        found.bits === of.bits &&
        found.loads === of.loads &&
        edge === of.shiftsOn &&
        Math.abs(found.clockHz * of.periodUs * 1e-6 - 1) < 0.1;
      return isRight ? [] : [{ seed, found, of }];
    });
    expect(wrong).toEqual([]);
  });

  test('its figures: clock, latch pulse and pause', () => {
    const found = told(PLAIN);
    expect(found.clockHz).toBeCloseTo(1e6 / 12, 0);
    expect(found.latchUs).toBeCloseTo(12, 3);
    // It begins within the first of six.
    expect(found.frames).toBe(5);
    expect(found.doubtful).toEqual([]);
  });

  test('a key pressed while it ran is a doubtful bit, and what most frames say counts', () => {
    const rows = (word: string, frames: number, from: number) =>
      readBusCapture(streamOf({ ...PLAIN, word, frames }).csv).map((s) => ({
        ...s,
        t: s.t + from,
      }));
    const first = rows('11111111', 4, 0);
    const then = rows('11101111', 6, first.at(-1)!.t + 50);
    expect(decoded([...first, ...then])).toMatchObject({ word: '11101111', doubtful: [3] });
  });

  test('data that never moves tells a word, and no edge', () => {
    expect(told({ ...PLAIN, word: '00000000' })).not.toHaveProperty('shiftsOn');
  });

  test('columns are found by their names, times by their unit', () => {
    const { csv } = streamOf(PLAIN);
    const [, ...rows] = csv.split('\n');
    const turned = rows.map((row) => {
      const [t, latch, clock, data] = row.split(',');
      return [data, clock, (Number(t) * 1e3).toFixed(6), latch].join(',');
    });
    const again = readBusCapture(['DATA,CLK,time (ms),LOAD', ...turned].join('\n'));
    const { clockHz, word, shiftsOn } = told(PLAIN);
    expect(decoded(again)).toMatchObject({ word, shiftsOn, loads: 'high' });
    expect(decoded(again).clockHz).toBeCloseTo(clockHz, 3);
  });

  test.each<[string, string, RegExp]>([
    ['nothing', '', /holds no rows/],
    ['words', 'hello,you,there,all\nwell,1,0,1', /No column is called time/],
    ['a level of 2', '0,1,0,1\n1,2,0,1', /^Row 2 is no time and three levels/],
    ['a row cut short', '0,1,0,1\n0.5,1', /^Row 2 is no time/],
    ['time going back', 'time,latch,clock,data\n1,0,0,0\n0,0,0,0', /^Time goes back at row 3/],
    ['a column that is not there', 'time,latch,clock\n0,1,1\n1,0,1', /No column is called data/],
  ])('refused in a sentence: %s', (_, text, says) => {
    const read = () => readBusCapture(text);
    expect(read).toThrow(BadInput);
    expect(read).toThrow(says);
  });

  test.each<[string, (t: number) => [number, number, number], RegExp]>([
    ['a latch that never moves', (n) => [0, n % 2, 1], /latch line never moves/],
    ['a clock that never moves', (n) => [n % 4 < 2 ? 1 : 0, 0, 1], /clock line never moves/],
    ['two words only', twoWords, /Only 2 whole words/],
    ['no clock within a word', (n) => [n % 4 < 2 ? 1 : 0, n % 4 < 1 ? 1 : 0, 1], /No clock pulses/],
  ])('refused: %s', (_, levels, says) => {
    const csv = Array.from({ length: 400 }, (_x, n) => [n, ...levels(n)].join(',')).join('\n');
    expect(() => decoded(readBusCapture(csv))).toThrow(says);
  });

  test('noise is refused in a sentence or told with its doubts, never as a sure word', () => {
    fc.assert(
      fc.property(
        fc.array(fc.integer({ min: 0, max: 7 }), { minLength: 400, maxLength: 900 }),
        (all) => {
          const csv = all.map((x, n) => [n, x & 1, (x >> 1) & 1, x >> 2].join(',')).join('\n');
          try {
            return decoded(readBusCapture(csv)).doubtful.length > 0;
          } catch (e) {
            return e instanceof BadInput;
          }
        },
      ),
      { numRuns: 150 },
    );
  });
});
