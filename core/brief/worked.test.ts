/** The ten worked examples of docs/how-it-computes.md, read from the page and computed again. */
import { readFileSync } from 'node:fs';
import { demos, SHOWN, STARTER_PARTS } from '../catalogue';
import { parallelClock, picturePlan, spiRate } from '../display';
import { billOf } from '../kit';
import type { Part } from '../model';
import { check } from '../verdict';
import { scorecard } from './index';

const rows = readFileSync('docs/how-it-computes.md', 'utf8')
  .split('\n')
  .filter((l) => /^\| \d+ \|/.test(l))
  .map((l) => l.split('|').map((c) => c.trim()));
const screen = (id: string): NonNullable<Part['screen']> =>
  STARTER_PARTS.find((p) => p.id === id)!.screen!;
const panel = (w: number, h: number): NonNullable<Part['screen']> => ({
  diagonalIn: 3,
  active: { x: 0, y: 0, w: 60, h: (60 * h) / w },
  px: [w, h],
  link: 'spi',
});
const done = demos()[1]!;
const pane = picturePlan(SHOWN['8-bit handheld'], screen('pane-2-8-spi'));

/** Each row's figure from the code, and the words that must stand in the row. */
const FIGURES: Record<string, [what: RegExp, value: () => number]> = {
  1: [/SPI rate, 320 × 240/, () => spiRate(panel(320, 240), 40).value.bound],
  2: [/SPI rate, 240 × 240/, () => spiRate(panel(240, 240), 62.5).value.bound],
  3: [/pixel clock, 640 × 480/, () => parallelClock(screen('pane-3-5-parallel')).value],
  4: [
    /whole scale, 160 × 144 on 640/,
    () => picturePlan(SHOWN['8-bit handheld'], panel(640, 480)).whole!.scale,
  ],
  5: [/256 × 224 shown 4 : 3/, () => picturePlan(SHOWN['16-bit home'], panel(640, 480)).fill.scale],
  6: [/picture width/, () => pane.whole!.w],
  7: [/black share/, () => 100 * pane.whole!.bars],
  8: [/apparent width/, () => pane.fill.apparent],
  9: [
    /mass of the finished/,
    () =>
      Number(
        /^(\d+) g/.exec(
          scorecard({ ...done, brief: { families: [], massG: 1000 } }, check(done))[0]!.figure,
        )![1],
      ),
  ],
  10: [/cost of the finished/, () => billOf(done).total],
};

test('there are ten, each with its source', () => {
  expect(rows.map((r) => r[1])).toEqual(Object.keys(FIGURES));
  for (const r of rows) expect(r[5]!.length).toBeGreaterThan(3);
});
test.each(rows)('%s%s %s: %s = %s', (_, no, what, hand, result) => {
  const [words, value] = FIGURES[no]!;
  const said = /^([\d.]+)/.exec(result)![1]!;
  const digits = said.split('.')[1]?.length ?? 0;
  expect(what).toMatch(words);
  expect(value().toFixed(digits)).toBe(said);
  // The hand-worked line gives the same figure by plain arithmetic, where it is one.
  const sum = hand
    .replace(/ = .*/, '')
    .replace(/·/g, '*')
    .replace(/−/g, '-')
    .replace(/\)\(/g, ')*(')
    .replace(/floor min\(([^)]*)\)/, 'Math.floor(Math.min($1))')
    .replace(/^min\(/, 'Math.min(');
  // The page's own line is plain arithmetic; a calculator would do the same with it.
  // eslint-disable-next-line @typescript-eslint/no-implied-eval -- worked out as written
  const byHand = Number(new Function(`return ${sum}`)()) * (no === '7' ? 100 : 1);
  expect(Math.abs(byHand - Number(said))).toBeLessThanOrEqual(0.6 * 10 ** -digits);
});
