/** Pictures on panels: hand-worked cases and laws. */
import fc from 'fast-check';
import { SHOWN, STARTER_PARTS } from '../catalogue';
import { behindWindow, parallelClock, picturePlan, spiRate } from './index';

const screen = (px: [number, number], w: number, h: number) => ({
  diagonalIn: 3,
  active: { x: 0, y: 0, w, h },
  px,
  link: 'spi' as const,
});
const square = (px: [number, number]) => ({ px, original: { wide: 47, from: 30 } });

describe('worked by hand', () => {
  test('160 x 144 on 320 x 240 over 57.6 x 43.2 mm: one to one, half the lit area each way, or 1.67 filled', () => {
    const p = picturePlan(square([160, 144]), screen([320, 240], 57.6, 43.2));
    expect(p.ppi).toBeCloseTo(25.4 / 0.18, 6);
    expect(p.whole).toMatchObject({
      scale: 1,
      w: expect.closeTo(28.8, 9),
      h: expect.closeTo(25.92, 9),
      bars: expect.closeTo(0.7, 9),
    });
    expect(p.fill.scale).toBeCloseTo(240 / 144, 9);
    expect([p.fill.w, p.fill.h]).toEqual([expect.closeTo(48, 9), expect.closeTo(43.2, 9)]);
    // 48 mm at 35 cm against 47 mm at 30 cm.
    expect(p.fill.apparent).toBeCloseTo(48 / 35 / (47 / 30), 9);
  });
  test('256 x 224 that was shown 4 : 3 on 640 x 480: two and filled by height 2.14', () => {
    const p = picturePlan(
      { px: [256, 224], shape: 4 / 3, original: { wide: 280, from: 200 } },
      screen([640, 480], 71.1, 53.3),
    );
    expect(p.whole!.scale).toBe(2);
    expect(p.whole!.w / p.whole!.h).toBeCloseTo((4 / 3) * (71.1 / 640 / (53.3 / 480)), 6);
    expect(p.fill.scale).toBeCloseTo(480 / 224, 9);
  });
  test('a panel with fewer pixels than the game has no whole scale and says so', () => {
    const p = picturePlan(square([256, 240]), screen([240, 240], 27.7, 27.7));
    expect(p.whole).toBeUndefined();
    expect(p.working[1]).toMatch(/under 1: pixels are left out/);
  });
  test('SPI at 40 MHz moves 320 x 240 in 16 bits 32.6 times a second at most', () => {
    const r = spiRate(screen([320, 240], 57, 43), 40);
    expect(r.value.bound).toBeCloseTo(32.552, 3);
    expect(r.value.usual).toEqual([expect.closeTo(22.8, 1), expect.closeTo(29.3, 1)]);
    expect(() => spiRate(screen([320, 240], 57, 43), 0)).toThrow('moves nothing');
  });
  test('640 x 480 at 60 with 80 and 20 of blanking takes 21.6 MHz', () =>
    expect(parallelClock(screen([640, 480], 71, 53)).value).toBeCloseTo(21.6, 6));
  test('a panel whose size and pixels disagree is named', () => {
    expect(picturePlan(square([160, 144]), screen([800, 480], 108, 64.8)).odd).toBeUndefined();
    expect(picturePlan(square([160, 144]), screen([800, 480], 108, 72)).odd).toMatch(
      /10 % higher than wide/,
    );
  });
});

test('any picture lies within the lit area, keeps its shape, and its bars and itself fill it', () => {
  const side = fc.integer({ min: 60, max: 900 });
  fc.assert(
    fc.property(
      side,
      side,
      side,
      side,
      fc.option(fc.double({ min: 0.6, max: 1.8, noNaN: true })),
      (fw, fh, pw, ph, shape) => {
        const s = screen([pw, ph], pw * 0.15, ph * 0.15);
        const plan = picturePlan(
          { px: [fw, fh], ...(shape ? { shape } : {}), original: { wide: 100, from: 100 } },
          s,
        );
        for (const p of [plan.fill, ...(plan.whole ? [plan.whole] : [])]) {
          expect(Math.min(p.x, p.y)).toBeGreaterThan(-1e-6);
          expect(p.w / p.h).toBeCloseTo(shape ?? fw / fh, 5);
          expect(p.bars).toBeCloseTo(1 - (p.w * p.h) / (s.active.w * s.active.h), 6);
        }
        if (plan.whole) expect(plan.whole.scale).toBeLessThanOrEqual(plan.fill.scale + 1e-9);
        // Filled, it touches two edges.
        expect(Math.min(plan.fill.x, plan.fill.y)).toBeCloseTo(0, 5);
      },
    ),
  );
});

test('every family has a picture on every starter screen', () => {
  for (const p of STARTER_PARTS) {
    for (const [name, f] of Object.entries(SHOWN)) {
      if (p.screen) {
        expect([p.id, name, picturePlan(f, p.screen).fill.w > 5]).toEqual([p.id, name, true]);
      }
    }
  }
});

describe('behind a window', () => {
  const lit = (w: number, h: number) => ({
    diagonalIn: 3,
    active: { x: 0, y: 0, w, h },
    px: [320, 240] as [number, number],
    link: 'spi' as const,
  });
  test('hand-worked: 71 × 53.3 behind 62 × 47 hides 4.5 and 3.15 mm a side, 23 % in all; 56.9 × 42.7 leaves a gap of 2.55 and 2.15', () => {
    const large = behindWindow(lit(71, 53.3), { w: 62, h: 47 });
    const small = behindWindow(lit(56.9, 42.7), { w: 62, h: 47 });
    expect([large.hiddenX, large.hiddenY, large.gapX, large.gapY]).toEqual([
      4.5,
      expect.closeTo(3.15, 9),
      0,
      0,
    ]);
    expect(large.covered).toBeCloseTo(1 - (62 * 47) / (71 * 53.3), 9);
    expect([small.hiddenX, small.gapX, small.gapY, small.covered]).toEqual([
      0,
      expect.closeTo(2.55, 9),
      expect.closeTo(2.15, 9),
      0,
    ]);
  });
  test('what is hidden and what gap shows never stand on the same side, and a window as large as the picture shows neither', () => {
    for (let w = 40; w < 80; w += 7) {
      for (let h = 30; h < 60; h += 5) {
        const b = behindWindow(lit(58, 44), { w, h });
        expect([b.hiddenX * b.gapX, b.hiddenY * b.gapY, b.covered >= 0 && b.covered < 1]).toEqual([
          0,
          0,
          true,
        ]);
      }
    }
    expect(behindWindow(lit(58, 44), { w: 58, h: 44 })).toMatchObject({
      hiddenX: 0,
      hiddenY: 0,
      gapX: 0,
      gapY: 0,
      covered: 0,
    });
  });
});
