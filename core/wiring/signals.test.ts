/** How far a bus goes on plain wires: each limit from both sides, one finding a bus and part. */
import type { Net } from './index';
import { signalFindings } from './signals';

const wire = (says: string, mm: number, to = 'screen', slackMm = 0) => {
  const end = (item: string) => ({ item, pad: says, at: [0, 0, 0] as const, piece: 'back' });
  const net = {
    id: `${says}-${to}`,
    a: end('board'),
    b: end(to),
    what: 'signal',
    says,
    label: 'W1',
  } as unknown as Net;
  return { net, closedMm: mm - slackMm, slackMm };
};
const verdictOf = (says: string, mm: number) => signalFindings([wire(says, mm)])[0]?.verdict;

describe('a signal has a length', () => {
  test.each([
    ['SPI clock', 200, 600],
    ['data/command', 200, 600],
    ['colour bit 17', 150, 300],
    ['pixel clock', 150, 300],
    ['I2S frame', 250, 600],
    ['I2C data', 400, 1500],
    ['USB data plus of Knit', 150, 1000],
  ])('%s: plain up to %d mm, with care up to %d', (says, plain, most) => {
    expect(verdictOf(says, plain)).toBeUndefined();
    expect(verdictOf(says, plain + 1)).toBe('tight');
    expect(verdictOf(says, most)).toBe('tight');
    expect(verdictOf(says, most + 1)).toBe('hit');
  });
  test('a key, a reset and a backlight bear any length of a shell', () => {
    for (const says of ['Pad up', 'reset', 'backlight', 'axis X']) {
      expect(verdictOf(says, 2000)).toBeUndefined();
    }
  });
  test('what opens the book counts as well; a bus is told once, by its longest wire, for each part', () => {
    const f = signalFindings([
      wire('SPI clock', 220),
      wire('SPI out', 260),
      wire('SPI out', 230, 'other', 60),
      wire('I2S clock', 100),
    ]);
    expect(f.map((x) => [x.title.split(' ')[0], x.about])).toEqual([
      ['260', ['board', 'screen']],
      ['230', ['board', 'other']],
    ]);
    expect(signalFindings([{ ...wire('SPI clock', 900), closedMm: undefined }])).toEqual([]);
  });
});
