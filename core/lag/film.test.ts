/** Frames of a film back to the lag they were counted from. */
import { seeded } from '../geometry';
import { filmed, readCounts } from './film';

/** Frames between the one the press is first seen in and the one the light is. */
function counted(lagMs: readonly number[], fps: number, random: () => number): number[] {
  const frame = 1000 / fps;
  return lagMs.map((lag) => {
    const pressed = 1000 * random();
    return Math.ceil((pressed + lag) / frame) - Math.ceil(pressed / frame);
  });
}

describe('a film', () => {
  test('of 600 filmed lags, steady and scattered, the stated 95 % holds 93 % or more, and is no wider than twice what it need be', () => {
    const random = seeded(5);
    let inside = 0;
    let wide = 0;
    for (let i = 0; i < 600; i++) {
      const fps = [60, 120, 240, 960][i % 4]!;
      const [mean, spread] = [20 + 100 * random(), i % 2 ? 0 : 16 * random()];
      const lags = Array.from({ length: 6 + (i % 10) }, () => mean + spread * (random() - 0.5));
      const truth = lags.reduce((a, b) => a + b, 0) / lags.length;
      const { ms, u95 } = filmed({ fps, frames: counted(lags, fps, random) }).value;
      inside += Number(Math.abs(ms - truth) <= u95);
      wide +=
        u95 /
        ((2 * (1000 / fps)) / Math.sqrt(6 * lags.length) + spread / Math.sqrt(3 * lags.length));
    }
    expect(inside / 600).toBeGreaterThanOrEqual(0.93);
    expect(wide / 600).toBeLessThan(2);
  });

  test('one count says no better than its frame', () => {
    const { ms, u95 } = filmed({ fps: 240, frames: [14] }).value;
    expect(ms).toBeCloseTo((14 * 1000) / 240, 9);
    expect(u95).toBeCloseTo((2 * 1000) / 240 / Math.sqrt(6), 9);
    expect(filmed({ fps: 240, frames: [14, 14, 14, 14] }).value.u95).toBeCloseTo(u95 / 2, 9);
  });
});

test('counts are read as they are typed, or not at all', () => {
  expect(readCounts('14, 15;13\n 12')).toEqual([14, 15, 13, 12]);
  for (const bad of ['', ' , ', '14, x', '14.5', '-1', '1e9', Array(61).fill('1').join(' ')]) {
    expect([bad, readCounts(bad)]).toEqual([bad, undefined]);
  }
});
