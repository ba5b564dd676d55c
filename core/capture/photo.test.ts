/** Places read off pictures: synthetic photos with depth, scans, circles, and marks that cannot be. */
import { spawn } from 'node:child_process';
import { fileURLToPath } from 'node:url';
import fc from 'fast-check';
import {
  fitCircle,
  inverseOf,
  placeOf,
  project,
  homography,
  viewOfPhoto,
  viewOfScan,
} from './index';
import type { PhotoScore } from './photo.fixture';

const run = (from: number, to: number): Promise<{ straight: PhotoScore[]; bent: PhotoScore[] }> =>
  new Promise((done, fail) => {
    const p = spawn(
      process.execPath,
      [
        '--import',
        'tsx',
        fileURLToPath(new URL('./photo.fixture.ts', import.meta.url)),
        String(from),
        String(to),
      ],
      { stdio: ['ignore', 'pipe', 'inherit'] },
    );
    let text = '';
    p.stdout.on('data', (d: Buffer) => {
      text += d.toString();
    });
    p.on('close', (code) =>
      code === 0 ? done(JSON.parse(text) as never) : fail(new Error(`ended with ${code}`)),
    );
  });

test('six photos of a half 15 mm high at 10 px/mm: the stated 95 % interval holds 93 to 98 % of outline points, its median u is under 0.4 mm, and a bent picture says so', async () => {
  const [a, b] = await Promise.all([run(1, 3), run(4, 6)]);
  const straight = [...a.straight, ...b.straight];
  const bent = [...a.bent, ...b.bent];
  const points = straight.reduce((n, s) => n + s.points, 0);
  const covered = straight.reduce((n, s) => n + s.covered, 0) / points;
  const us = straight.map((s) => s.medianU).sort((p, q) => p - q);
  const u = us[us.length >> 1]!;
  process.stdout.write(
    `photo: ${points} outline points, ${(100 * covered).toFixed(1)} % within the stated 95 % interval, median u ${u.toFixed(3)} mm, worst ${Math.max(...straight.map((s) => s.worst)).toFixed(2)} mm; residual ${straight[0]!.residual.toFixed(3)} mm, drawn in by a 3 % barrel ${bent[0]!.residual.toFixed(3)} mm\n`,
  );
  expect(points).toBeGreaterThan(3500);
  expect(covered).toBeGreaterThanOrEqual(0.93);
  expect(covered).toBeLessThanOrEqual(0.98);
  expect(u).toBeLessThanOrEqual(0.4);
  expect(Math.min(...bent.map((s) => s.residual))).toBeGreaterThan(
    5 * Math.max(...straight.map((s) => s.residual)),
  );
});

describe('maps', () => {
  test('four corners land where they were sent, and the way back is the inverse', () => {
    const jitter = fc.tuple(
      ...Array.from({ length: 8 }, () => fc.double({ min: -60, max: 60, noNaN: true })),
    );
    fc.assert(
      fc.property(jitter, (d) => {
        const from = (
          [
            [100, 900],
            [1100, 900],
            [1100, 150],
            [100, 150],
          ] as const
        ).map(([x, y], i) => [x + d[2 * i]!, y + d[2 * i + 1]!] as const);
        const to = [
          [0, 0],
          [210, 0],
          [210, 148],
          [0, 148],
        ] as const;
        const m = homography(from, to);
        const back = inverseOf(m);
        from.forEach((p, i) => {
          const [x, y] = project(m, ...p);
          expect(Math.hypot(x - to[i]![0], y - to[i]![1])).toBeLessThan(1e-6);
          const [u, v] = project(back, x, y);
          expect(Math.hypot(u - p[0], v - p[1])).toBeLessThan(1e-5);
        });
      }),
    );
  });
  test('corners on one line are refused', () => {
    expect(() =>
      homography(
        [
          [0, 0],
          [100, 0],
          [200, 0],
          [300, 0],
        ],
        [
          [0, 0],
          [1, 0],
          [1, 1],
          [0, 1],
        ],
      ),
    ).toThrow('on one line');
    expect(() =>
      viewOfPhoto(
        { w: 10, h: 10, px: new Uint8Array(100) },
        [
          [0, 0],
          [1, 1],
        ],
        10,
        10,
        { mm: 300, u: 10 },
      ),
    ).toThrow('four corners');
  });
});

describe('a scan', () => {
  const marks = [
    { x0: 0, y0: 0, x1: 1181, y1: 0, mm: 100 },
    { x0: 0, y0: 0, x1: 0, y1: 709, mm: 60 },
  ];
  test('300 dpi comes out at 11.81 px a mm, up is up, and the marks agree', () => {
    const v = viewOfScan(marks, 2000);
    expect(v.pxPerMm).toBeCloseTo(11.81, 2);
    expect(placeOf(v, 1181, 2000)).toEqual({
      x: expect.closeTo(100, 1),
      y: expect.closeTo(0, 6),
      u: expect.any(Number),
    });
    expect(v.residual.value).toBeLessThan(0.1);
  });
  test('a mark that disagrees raises the residual and every u', () => {
    const good = viewOfScan(marks, 2000);
    const bad = viewOfScan([marks[0]!, { ...marks[1]!, mm: 61 }], 2000);
    expect(bad.residual.value).toBeGreaterThan(5 * good.residual.value);
    expect(placeOf(bad, 500, 500).u).toBeGreaterThan(5 * placeOf(good, 500, 500).u);
    expect(bad.residual.working[0]).toContain('2 distances');
  });
  test('one mark asks for a second; none, or one of no length, is refused', () => {
    expect(viewOfScan(marks.slice(0, 1), 2000).residual.working[0]).toMatch(/Mark a second/);
    expect(() => viewOfScan([], 10)).toThrow('at least one');
    expect(() => viewOfScan([{ x0: 5, y0: 5, x1: 5, y1: 5, mm: 10 }], 10)).toThrow(
      'Distance 1 has no length',
    );
  });
});

describe('circles through points', () => {
  test('points on an arc give back centre and radius', () => {
    fc.assert(
      fc.property(
        fc.double({ min: -50, max: 50, noNaN: true }),
        fc.double({ min: 0.5, max: 30, noNaN: true }),
        fc.double({ min: 1.2, max: 6.2, noNaN: true }),
        (x, r, sweep) => {
          const f = fitCircle(
            Array.from({ length: 9 }, (_, i) => ({
              x: x + r * Math.cos((sweep * i) / 8),
              y: 7 + r * Math.sin((sweep * i) / 8),
            })),
          )!;
          expect([f.x, f.y, f.r, f.rms]).toEqual([
            expect.closeTo(x, 4),
            expect.closeTo(7, 4),
            expect.closeTo(r, 4),
            expect.closeTo(0, 4),
          ]);
        },
      ),
    );
  });
  test('a straight row and two points are none', () => {
    expect(
      fitCircle([
        { x: 0, y: 0 },
        { x: 1, y: 1 },
        { x: 2, y: 2 },
        { x: 5, y: 5 },
      ]),
    ).toBeUndefined();
    expect(
      fitCircle([
        { x: 0, y: 0 },
        { x: 1, y: 1 },
      ]),
    ).toBeUndefined();
  });
});
