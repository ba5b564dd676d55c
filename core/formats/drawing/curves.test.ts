/** Finely drawn curves, splines, blocks and mirrored inserts: what comes out lies on what was drawn. */
import fc from 'fast-check';
import { type Pt, thinned } from '../../geometry';
import { chained } from './chain';
import { cubic } from './curve';
import { readDxf, readSvg, takenFrom } from './index';

/** How far a point lies from a closed ring: by every side of it. */
function off([x, y]: Pt, ring: readonly Pt[]): number {
  return Math.min(
    ...ring.map((a, i) => {
      const b = ring[(i + 1) % ring.length]!;
      const [ex, ey] = [b[0] - a[0], b[1] - a[1]];
      const long = ex * ex + ey * ey;
      const t = long ? Math.max(0, Math.min(1, ((x - a[0]) * ex + (y - a[1]) * ey) / long)) : 0;
      return Math.hypot(x - a[0] - t * ex, y - a[1] - t * ey);
    }),
  );
}
const furthest = (dense: readonly Pt[], ring: readonly Pt[]): number =>
  Math.max(...dense.map((p) => off(p, ring)));

const dxf = (entities: string, blocks = ''): string =>
  `0\nSECTION\n2\nHEADER\n9\n$INSUNITS\n70\n4\n0\nENDSEC\n${blocks && `0\nSECTION\n2\nBLOCKS\n${blocks}0\nENDSEC\n`}0\nSECTION\n2\nENTITIES\n${entities}0\nENDSEC\n0\nEOF\n`;
const polyline = (points: readonly Pt[]): string =>
  `0\nLWPOLYLINE\n8\n0\n90\n${points.length}\n70\n1\n${points.map(([x, y]) => `10\n${x}\n20\n${y}\n`).join('')}`;
const asSvg = (points: readonly Pt[]): string =>
  `<svg xmlns="http://www.w3.org/2000/svg" width="200mm" height="200mm" viewBox="0 0 200 200"><path d="M${points.map((p) => p.join(' ')).join('L')}Z"/></svg>`;

/** 80 × 60 with its upper side domed by 20 mm, drawn every 0.05 mm. */
const DOME: Pt[] = (() => {
  const r = (40 * 40 + 20 * 20) / 40;
  const half = Math.asin(40 / r);
  const steps = Math.round((2 * half * r) / 0.05);
  const bow = Array.from({ length: steps + 1 }, (_, i): Pt => {
    const a = Math.PI / 2 - half + (2 * half * i) / steps;
    return [40 + r * Math.cos(a), 80 - r + r * Math.sin(a)];
  });
  return [[0, 0], [80, 0], ...bow];
})();

describe('a finely drawn curve', () => {
  test.each([
    ['DXF', () => readDxf(dxf(polyline(DOME)))],
    ['SVG', () => readSvg(asSvg(DOME))],
  ])('keeps its dome, read from %s', (_, read) => {
    const [loop] = read().loops;
    if (loop?.kind !== 'ring') throw new Error('no ring');
    expect(loop.points.length).toBeLessThan(120);
    const up = (p: Pt): Pt => p;
    const down = ([x, y]: Pt): Pt => [x, 200 - y];
    const flip = loop.points.some(([, y]) => y > 100) ? down : up;
    expect(furthest(DOME.map(flip), loop.points)).toBeLessThan(0.02);
    expect(takenFrom(read(), 1, false).outline.kind).toBe('points');
  });
  test('a circle of 5,000 points is a circle', () => {
    for (const r of [1.5, 4, 40]) {
      const ring = Array.from({ length: 5000 }, (_, i): Pt => {
        const a = (i * Math.PI) / 2500;
        return [50 + r * Math.cos(a), 50 + r * Math.sin(a)];
      });
      const [loop] = readDxf(dxf(polyline(ring))).loops;
      expect(loop).toEqual({
        kind: 'circle',
        x: expect.closeTo(50, 1),
        y: expect.closeTo(50, 1),
        r: expect.closeTo(r, 1),
      });
    }
  });
  test('any smooth or jagged ring: no dropped point lies further off than allowed', () => {
    const waves = fc.array(
      fc.tuple(fc.integer({ min: 2, max: 40 }), fc.double({ min: 0, max: 3, noNaN: true })),
      { maxLength: 5 },
    );
    fc.assert(
      fc.property(
        waves,
        fc.integer({ min: 8, max: 900 }),
        fc.constantFrom(0.005, 0.01, 0.2),
        (list, n, within) => {
          const ring = Array.from({ length: n }, (_, i): Pt => {
            const a = (2 * Math.PI * i) / n;
            const r = 30 + list.reduce((sum, [k, v]) => sum + v * Math.sin(k * a), 0);
            return [r * Math.cos(a), r * Math.sin(a)];
          });
          expect(furthest(ring, thinned(ring, within))).toBeLessThan(within + 1e-9);
        },
      ),
      { numRuns: 60 },
    );
  });
  test('a straight that comes back over itself keeps its tip', () => {
    const spike: Pt[] = [
      [0, 0],
      [10, 0],
      [10, 10],
      [5, 10],
      [5, 25],
      [5, 10],
      [0, 10],
    ];
    expect(furthest(spike, thinned(spike, 0.01))).toBeLessThan(0.01);
  });
});

describe('curves by their formula', () => {
  test('a cubic stays within its tolerance, large or small', () => {
    fc.assert(
      fc.property(
        fc.array(
          fc.tuple(fc.integer({ min: -200, max: 200 }), fc.integer({ min: -200, max: 200 })),
          { minLength: 4, maxLength: 4 },
        ),
        (control) => {
          const p = control as unknown as [Pt, Pt, Pt, Pt];
          const chords = [p[0], ...cubic(p, 0.01)];
          for (let i = 0; i <= 500; i++) {
            const t = i / 500;
            const s = 1 - t;
            const at = (k: 0 | 1) =>
              s ** 3 * p[0][k] +
              3 * s * s * t * p[1][k] +
              3 * s * t * t * p[2][k] +
              t ** 3 * p[3][k];
            expect(off([at(0), at(1)], [...chords, ...[...chords].reverse()])).toBeLessThan(0.0101);
          }
        },
      ),
      { numRuns: 20 },
    );
  });
  test('a spline that is a half circle to a thousandth, closed by a line', () => {
    // Two cubics as one B-spline: the usual 0.5523 of the radius.
    const [r, k] = [60, 0.5522847498 * 60];
    const points: Pt[] = [
      [r, 0],
      [r, k],
      [k, r],
      [0, r],
      [-k, r],
      [-r, k],
      [-r, 0],
    ];
    const knots = [0, 0, 0, 0, 1, 1, 1, 2, 2, 2, 2];
    const text = `0\nSPLINE\n8\n0\n70\n8\n71\n3\n72\n${knots.length}\n73\n${points.length}\n${knots.map((v) => `40\n${v}\n`).join('')}${points.map(([x, y]) => `10\n${x}\n20\n${y}\n30\n0\n`).join('')}`;
    const line = `0\nLINE\n8\n0\n10\n${-r}\n20\n0\n11\n${r}\n21\n0\n`;
    const [loop] = readDxf(dxf(text + line)).loops;
    if (loop?.kind !== 'ring') throw new Error('no ring');
    const dense = Array.from({ length: 400 }, (_, i): Pt => {
      const a = (Math.PI * i) / 399;
      return [r * Math.cos(a), r * Math.sin(a)];
    });
    // The cubics themselves are up to 0.03 % of the radius off the circle.
    expect(furthest(dense, loop.points)).toBeLessThan(0.02 + 0.0003 * r);
    const weighted = text.replace('73\n7\n', '73\n7\n41\n1\n41\n0.7071\n');
    expect(readDxf(dxf(weighted + line)).left).toContain(
      '1 SPLINE whose weights do not match its points',
    );
  });
});

describe('blocks and planes that look away', () => {
  const circle = (x: number, y: number, r: number, more = '') =>
    `0\nCIRCLE\n8\n0\n10\n${x}\n20\n${y}\n40\n${r}\n${more}`;
  const block = (name: string, inside: string) =>
    `0\nBLOCK\n8\n0\n2\n${name}\n70\n0\n10\n1\n20\n2\n3\n${name}\n${inside}0\nENDBLK\n8\n0\n`;
  const insert = (name: string, x: number, y: number, more = '') =>
    `0\nINSERT\n8\n0\n2\n${name}\n10\n${x}\n20\n${y}\n${more}`;
  const places = (text: string) =>
    readDxf(text).loops.map((l) =>
      l.kind === 'circle' ? [l.x, l.y, l.r].map((v) => Math.round(v * 1000) / 1000) : 'ring',
    );
  test('a block lands by its base, scaled, turned and mirrored', () => {
    const text = dxf(
      insert('key', 10, 20) +
        insert('key', 30, 20, '41\n-2\n42\n2\n') +
        insert('key', 50, 20, '50\n90\n'),
      block('key', circle(4, 2, 1)),
    );
    expect(places(text)).toEqual([
      [13, 20, 1],
      [24, 20, 2],
      [50, 23, 1],
    ]);
  });
  test('rows and columns of an insert, and a block in a block', () => {
    const text = dxf(
      insert('pair', 0, 0, '70\n2\n71\n2\n44\n10\n45\n5\n'),
      block('key', circle(1, 2, 1)) + block('pair', insert('key', 1, 2)),
    );
    expect(places(text)).toEqual([
      [0, 0, 1],
      [10, 0, 1],
      [0, 5, 1],
      [10, 5, 1],
    ]);
  });
  test('an entity drawn from behind is mirrored; one squeezed is no circle', () => {
    expect(places(dxf(circle(10, 5, 2, '230\n-1\n')))).toEqual([[-10, 5, 2]]);
    const arc = `0\nARC\n8\n0\n10\n-10\n20\n0\n40\n5\n50\n0\n51\n180\n210\n0\n220\n0\n230\n-1\n`;
    const line = `0\nLINE\n8\n0\n10\n5\n20\n0\n11\n15\n21\n0\n`;
    const d = readDxf(dxf(arc + line));
    expect([d.loops.length, d.left]).toEqual([1, []]);
    const squeezed = dxf(insert('key', 0, 0, '41\n2\n42\n1\n'), block('key', circle(1, 2, 3)));
    expect(readDxf(squeezed).loops.map((l) => l.kind)).toEqual(['ring']);
  });
  test('blocks in a circle, and one that is not there, are a sentence and a line', () => {
    const round = block('a', insert('b', 0, 0)) + block('b', insert('a', 0, 0));
    expect(() => readDxf(dxf(insert('a', 0, 0), round))).toThrow('over 8 deep');
    expect(readDxf(dxf(insert('gone', 0, 0) + circle(1, 1, 5))).left).toEqual([
      '1 INSERT of a block that is not there',
    ]);
  });
});

describe('many lines', () => {
  test('19,000 open ones are counted, and 19,000 that meet are one ring', () => {
    const stray = Array.from({ length: 19_000 }, (_, i): Pt[] => [
      [i, 0],
      [i, 0.5],
    ]);
    expect(chained(stray, 0.05)).toEqual({ rings: [], open: 19_000 });
    const ring = Array.from({ length: 19_000 }, (_, i): Pt => {
      const a = (2 * Math.PI * i) / 19_000;
      return [900 * Math.cos(a), 900 * Math.sin(a)];
    });
    // In any order, some the other way round.
    const sides = ring.map((p, i): Pt[] => {
      const q = ring[(i + 1) % ring.length]!;
      return i % 3 ? [p, q] : [q, p];
    });
    const mixed = sides.map((_, i) => sides[(i * 7919) % sides.length]!);
    const found = chained(mixed, 0.05);
    expect([found.open, found.rings.length, found.rings[0]!.length]).toEqual([0, 1, 19_000]);
  });
  test('a mark of byte order before a DXF is passed over', () => {
    expect(readDxf(`\uFEFF${dxf(polyline(DOME))}`).loops).toHaveLength(1);
  });
});
