/** The stand-in's conversation: commands answered in lines, nonsense in one sentence, the same for the same seed. */
import fc from 'fast-check';
import { conversation } from './line';

const wire = `WIRE ${JSON.stringify({
  keys: ['up', 'down', 'left', 'right'].map((key, i) => ({ key, code: 544 + i, plate: 'cross' })),
  plug: false,
})}`;
const begun = (spoil?: { seed: number; count: number }) => {
  const say = conversation();
  expect(say(wire)).toEqual(['OK']);
  if (spoil) expect(say(`SPOIL ${JSON.stringify(spoil)}`)).toEqual(['OK']);
  return say;
};

describe('a clean board', () => {
  test('tells nothing at rest, and each key its own code, once', () => {
    const say = begun();
    expect(say('NOW')).toEqual(['PRESSED', 'OK']);
    expect(say('REST 3000')).toEqual(['OK']);
    expect(say('PRESS left').map((l) => l.replace(/ \d+ /, ' t '))).toEqual([
      'DOWN t 546 1',
      'UP t 546 0',
      'OK',
    ]);
  });

  test('time goes on: no two presses at once', () => {
    const say = begun();
    const at = (key: string) => say(`PRESS ${key}`).map((l) => Number(l.split(' ')[1]));
    const [down, up] = at('up') as [number, number];
    expect(up - down).toBe(120);
    expect(at('down')[0]! - up).toBe(200);
  });
});

describe('a spoilt one', () => {
  test('the same seed makes the same mistakes, another makes others', () => {
    const mistakes = (seed: number) => begun({ seed, count: 2 })('REVEAL').join();
    const all = Array.from({ length: 40 }, (_, i) => mistakes(i));
    expect(all).toEqual(Array.from({ length: 40 }, (_, i) => mistakes(i)));
    expect(new Set(all).size).toBeGreaterThan(20);
  });

  test('wiring it anew takes all mistakes away', () => {
    const say = begun({ seed: 4, count: 2 });
    expect(say('REVEAL').length).toBe(3);
    expect(say(wire)).toEqual(['OK']);
    expect(say('REVEAL')).toEqual(['OK']);
  });
});

describe('nonsense', () => {
  test.each([
    ['PRESS up', 'ERR Nothing is wired yet: WIRE comes first.'],
    ['constructor', 'ERR This command is not known.'],
    ['', 'ERR This command is not known.'],
    ['WIRE {"keys":[],"plug":false}', 'ERR WIRE cannot be read.'],
    ['WIRE {', 'ERR WIRE cannot be read.'],
  ])('%s', (line, answer) => {
    expect(conversation()(line)).toEqual([answer]);
  });

  test.each([
    ['PRESS roof', 'ERR No key is called roof.'],
    ['REST 1e9', 'ERR REST cannot be read.'],
    ['REST -1', 'ERR REST cannot be read.'],
    ['SPOIL {"seed":1,"count":99}', 'ERR SPOIL cannot be read.'],
    ['MEND {"do":"hammer","key":"up"}', 'ERR MEND cannot be read.'],
    ['MEND {"do":"free","key":"roof"}', 'ERR No key is called roof.'],
  ])('once wired: %s', (line, answer) => {
    const say = begun();
    expect(say(line)).toEqual([answer]);
    expect(say('PRESS up').at(-1)).toBe('OK');
  });

  test('any line is answered, and the last word is OK or ERR', () => {
    const say = begun({ seed: 1, count: 2 });
    fc.assert(
      fc.property(fc.string({ maxLength: 60 }), (line) => {
        expect(say(line).at(-1)).toMatch(/^(OK$|ERR .+)/);
      }),
      { numRuns: 300, seed: 9 },
    );
  });
});
