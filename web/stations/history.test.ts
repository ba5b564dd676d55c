/** Lines of a history, gathered. */
import { gathered } from './history';

const at = (seconds: number): string =>
  new Date(Date.UTC(2026, 0, 1) - seconds * 1000).toISOString();
const line = (version: number, seconds: number, words: string) => ({
  version,
  at: at(seconds),
  words,
});

test('saves of one thing in a row are one line, named by the newest', () => {
  const lines = [line(9, 0, 'a'), line(8, 100, 'a'), line(7, 250, 'a'), line(6, 260, 'b')];
  expect(gathered(lines)).toEqual([
    { ...line(9, 0, 'a'), saves: 3 },
    { ...line(6, 260, 'b'), saves: 1 },
  ]);
});

test('what came minutes apart, or with another between, stays apart', () => {
  const groups = gathered([
    line(5, 0, 'a'),
    line(4, 200, 'a'),
    line(3, 210, 'b'),
    line(2, 220, 'a'),
  ]);
  expect(groups.map((g) => [g.version, g.saves])).toEqual([
    [5, 1],
    [4, 1],
    [3, 1],
    [2, 1],
  ]);
  expect(gathered([])).toEqual([]);
});
