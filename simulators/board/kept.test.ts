/** The old board on the line: the same for the same seed, read as it is wired, wrong now and then. */
import { conversation } from './line';

const pads = Array.from({ length: 9 }, (_, i) => String(i + 1));
const keys = ['up', 'down', 'left', 'right'];
const laid = (seed: number, slip = 0) => {
  const say = conversation();
  expect(say(`KEPT ${JSON.stringify({ pads, keys, seed, slip })}`)).toEqual(['OK']);
  return say;
};
type Say = ReturnType<typeof laid>;
const probe = (say: Say, p: object): string => say(`PROBE ${JSON.stringify(p)}`)[0]!;
const table = (say: Say) =>
  say('TABLE')
    .slice(0, -1)
    .map((l) => l.split(' ').slice(1) as [string, string, string]);

test('a key closes the pads of its table while it is held, and no others but their joins', () => {
  for (let seed = 1; seed <= 20; seed++) {
    const say = laid(seed);
    const joined = (a: string, b: string) =>
      probe(say, { red: { pad: a }, black: { pad: b } }) !== 'READS open';
    for (const [key, a, b] of table(say)) {
      for (const red of pads) {
        for (const black of pads) {
          if (red === black || joined(red, black)) continue;
          const ends = [red, black];
          const isOwn =
            ends.some((p) => p === a || joined(p, a)) && ends.some((p) => p === b || joined(p, b));
          const ways = [
            probe(say, { red: { pad: red }, black: { pad: black }, held: key }),
            probe(say, { red: { pad: black }, black: { pad: red }, held: key }),
          ];
          expect([seed, key, red, black, ways.some((w) => w !== 'READS open')]).toEqual([
            seed,
            key,
            red,
            black,
            isOwn,
          ]);
        }
      }
    }
  }
});

test('the halves of a contact lead to its two pads, one each', () => {
  const say = laid(3);
  for (const [key, ...own] of table(say)) {
    const reached = ([1, 2] as const).map((half) =>
      pads.filter((pad) =>
        [
          { red: { key, half }, black: { pad } },
          { red: { pad }, black: { key, half } },
        ].some((p) => probe(say, p) !== 'READS open'),
      ),
    );
    expect(own.every((pad) => reached.flat().includes(pad))).toBe(true);
    expect(reached[0]!.some((pad) => reached[1]!.includes(pad))).toBe(false);
  }
});

test('a slipping hand reads some wrong, the same ones for the same seed', () => {
  const all = (slip: number) => {
    const say = laid(5, slip);
    return pads
      .slice(1)
      .flatMap((pad) =>
        keys.map((held) => probe(say, { red: { pad: '1' }, black: { pad }, held })),
      );
  };
  const wrong = all(0.2).filter((r, i) => r !== all(0)[i]).length;
  expect(all(0.2)).toEqual(all(0.2));
  expect([wrong > 1, wrong < 16]).toEqual([true, true]);
});

test.each([
  [
    'PROBE {"red":{"pad":"1"},"black":{"pad":"2"}}',
    'ERR No old board lies here: KEPT comes first.',
  ],
  ['KEPT {"pads":["1"],"keys":["up"],"seed":1,"slip":0}', 'ERR KEPT cannot be read.'],
])('before one lies there: %s', (line, says) => {
  expect(conversation()(line)).toEqual([says]);
});
test.each([
  ['PROBE {"red":{"pad":"77"},"black":{"pad":"2"}}', 'ERR No pad is called 77.'],
  ['PROBE {"red":{"pad":"1"},"black":{"pad":"2"},"held":"roof"}', 'ERR No key is called roof.'],
  ['PROBE {"red":{"key":"up","half":3},"black":{"pad":"2"}}', 'ERR PROBE cannot be read.'],
])('nonsense: %s', (line, says) => {
  expect(laid(1)(line)).toEqual([says]);
});
