import { demos } from '../../catalogue';
import { shellSheets } from '../../cuts';
import { seeded } from '../../geometry/seeded';
import { BadInput } from '../../model';
import { sheetDxf, sheetSvg } from '../index';
import { readDxf, readSvg, takenFrom } from './index';

const body = demos()[0]!.shell.bodies[0]!;
const face = shellSheets(body, []).find((s) => s.id === 'front-face')!;

describe('out and in again', () => {
  test.each([
    ['DXF', readDxf(sheetDxf(face))],
    ['SVG', readSvg(sheetSvg(face, 'x'))],
  ])('a face written as %s comes back the same within 0.1 mm', (_, drawing) => {
    expect(drawing.unitMm).toBe(1);
    const t = takenFrom(drawing, drawing.unitMm!, false);
    expect(t.outline.kind).toBe('rect');
    if (t.outline.kind !== 'rect') return;
    expect([t.outline.w.mm, t.outline.h.mm]).toEqual([
      expect.closeTo(172, 1),
      expect.closeTo(90, 1),
    ]);
    expect(t.outline.r.mm).toBeCloseTo(10, 0);
    const at = (x: number, y: number, size: number) =>
      t.openings.some(
        (o) =>
          o.on.kind === 'face' &&
          Math.abs(o.on.at.x.length.mm - x) < 0.1 &&
          Math.abs(o.on.at.y.length.mm - y) < 0.1 &&
          (o.shape.kind === 'circle'
            ? Math.abs(o.shape.d.mm - size) < 0.1
            : o.shape.kind === 'rect' && Math.abs(o.shape.w.mm - size) < 0.1),
      );
    expect([
      at(24, 54, 26),
      at(128, 66, 8),
      at(161, 66, 8),
      at(86, 50, 62),
      at(76, 14.3, 8),
    ]).toEqual([true, true, true, true, true]);
    expect(t.openings.length).toBe(9);
  });
  test('a drawing of the inside is turned about', () => {
    const inside = shellSheets(body, []).find((s) => s.id === 'front-shell-inside')!;
    const t = takenFrom(readDxf(sheetDxf(inside)), 1, true);
    expect(
      t.openings.some(
        (o) =>
          o.on.kind === 'face' &&
          Math.abs(o.on.at.x.length.mm - 24) < 0.1 &&
          o.shape.kind === 'circle' &&
          Math.abs(o.shape.d.mm - 26) < 0.1,
      ),
    ).toBe(true);
  });
});

describe('DXF', () => {
  const dxf = (entities: string, units = 4) =>
    `0\nSECTION\n2\nHEADER\n9\n$INSUNITS\n70\n${units}\n0\nENDSEC\n0\nSECTION\n2\nENTITIES\n${entities}0\nENDSEC\n0\nEOF\n`;
  const line = (a: number[], b: number[]) =>
    `0\nLINE\n8\n0\n10\n${a[0]}\n20\n${a[1]}\n11\n${b[0]}\n21\n${b[1]}\n`;
  test('loose lines and an arc that meet become one outline; a stray line is listed', () => {
    const d = readDxf(
      dxf(
        line([0, 0], [40, 0]) +
          line([40, 30], [0, 30]) +
          line([0, 30], [0, 0]) +
          `0\nARC\n8\n0\n10\n40\n20\n15\n40\n15\n50\n-90\n51\n90\n` +
          line([100, 100], [120, 100]),
      ),
    );
    expect(d.left).toEqual(['1 open line']);
    const t = takenFrom(d, 1, false);
    expect(t.words).toMatch(/^55\.0 × 30\.0 mm/);
  });
  test('inches are said by the file and taken over', () => {
    const d = readDxf(
      dxf(
        line([0, 0], [4, 0]) + line([4, 0], [4, 3]) + line([4, 3], [0, 3]) + line([0, 3], [0, 0]),
        1,
      ),
    );
    expect(takenFrom(d, d.unitMm!, false).words).toMatch(/^101\.6 × 76\.2 mm/);
  });
  test('a bulge of 1 is a half circle', () => {
    const d = readDxf(
      dxf('0\nLWPOLYLINE\n8\n0\n90\n2\n70\n1\n10\n0\n20\n0\n42\n1\n10\n20\n20\n0\n42\n1\n'),
    );
    expect(d.loops).toEqual([
      {
        kind: 'circle',
        x: expect.closeTo(10, 2),
        y: expect.closeTo(0, 2),
        r: expect.closeTo(10, 1),
      },
    ]);
  });
  describe('a light polyline whose groups stand where they should not', () => {
    const square = '10\n0\n20\n0\n10\n10\n20\n0\n10\n10\n20\n10\n10\n0\n20\n10\n';
    const read = (inside: string) => readDxf(dxf(`0\nLWPOLYLINE\n8\n0\n${inside}`));
    const sound = read(`90\n4\n70\n1\n${square}`);

    test.each([
      ['a count of points nobody could draw', `90\n${'4'.repeat(400)}\n70\n1\n${square}`],
      ['no count at all', `70\n1\n${square}`],
      ['closed, said after its points', `90\n4\n${square}70\n1\n`],
      ['a width between the two sides of a point', `70\n1\n${square.replace('20', '43\n0\n20')}`],
      ['a name of its point', `70\n1\n${square.replace('20\n0\n', '20\n0\n91\n7\n')}`],
    ])('%s: the square it draws', (_, inside) => {
      expect(read(inside).loops).toEqual(sound.loops);
    });

    test('polylines that begin in each other are one sentence', () => {
      const inEach = '0\nPOLYLINE\n8\n0\n'.repeat(3);
      expect(() => readDxf(dxf(`${inEach}0\nSEQEND\n`))).toThrow('A polyline is not ended before');
    });
  });

  test('unknown entities are named and the rest kept', () => {
    const d = readDxf(
      dxf(`0\nTEXT\n8\n0\n10\n1\n20\n1\n40\n3\n1\nhello\n0\nCIRCLE\n8\n0\n10\n5\n20\n5\n40\n20\n`),
    );
    expect([d.loops.length, d.left]).toEqual([1, ['1 TEXT']]);
  });
  test('nonsense, nothing and 3 km are one sentence', () => {
    expect(() => readDxf('hello')).toThrow(BadInput);
    expect(() => readDxf(dxf(''))).toThrow('no lines');
    expect(() =>
      takenFrom(readDxf(dxf('0\nCIRCLE\n8\n0\n10\n5\n20\n5\n40\n2000\n')), 1000, false),
    ).toThrow('check the unit');
  });
});

describe('SVG', () => {
  const svg = (inner: string, head = 'width="120mm" height="60mm" viewBox="0 0 240 120"') =>
    `<svg xmlns="http://www.w3.org/2000/svg" ${head}>${inner}</svg>`;
  test('user units follow width and viewBox, y turns up, transforms add up', () => {
    const d = readSvg(
      svg(
        '<g transform="translate(20 10)"><rect x="0" y="0" width="200" height="100"/><circle cx="20" cy="80" r="10" transform="scale(1)"/></g>',
      ),
    );
    const t = takenFrom(d, 1, false);
    expect(t.words).toBe('100.0 × 50.0 mm, 1 openings');
    const o = t.openings[0]!;
    expect(o.on.kind === 'face' && [o.on.at.x.length.mm, o.on.at.y.length.mm]).toEqual([
      expect.closeTo(10, 2),
      expect.closeTo(10, 2),
    ]);
  });
  test('paths with curves and arcs close', () => {
    const d = readSvg(
      svg('<path d="M10 10 h100 a10 10 0 0 1 10 10 v40 q0 20 -20 20 H20 c-5 0 -10 -5 -10 -10 z"/>'),
    );
    expect(d.loops.length).toBe(1);
    expect(d.left).toEqual([]);
  });
  test('scripts and outside references are refused by name, the rest is kept', () => {
    const d = readSvg(
      svg(
        '<script>alert(1)</script><image href="http://x.example/a.png"/><a href="http://x.example"><rect width="5" height="5"/></a><rect onclick="x()" width="9" height="9"/><rect width="100" height="80"/>',
      ),
    );
    expect(d.loops.length).toBe(1);
    expect(d.left).toEqual([
      '1 <script> refused',
      '1 <image> refused',
      '1 <a> with an outside reference refused',
      '1 <rect> with an outside reference refused',
    ]);
  });
  test('no unit is said: it must be asked', () =>
    expect(
      readSvg(svg('<rect width="10" height="10"/>', 'viewBox="0 0 10 10"')).unitMm,
    ).toBeUndefined());
});

test('an SVG attribute without a value is passed over', () => {
  expect(
    readSvg('<svg viewBox><g transform><rect width="40" height="30" x/></g></svg>').loops,
  ).toHaveLength(1);
});
test('200 seeded mutants of each format: a drawing or one sentence, never anything else', () => {
  const random = seeded(99);
  const originals = { dxf: sheetDxf(face), svg: sheetSvg(face, 'x') };
  for (const [format, text] of Object.entries(originals)) {
    for (let k = 0; k < 200; k++) {
      let t = text;
      for (let n = 1 + Math.floor(random() * 6); n > 0; n--) {
        const at = Math.floor(random() * t.length);
        const len = Math.floor(random() * 40);
        const junk = ['', '-', 'NaN', '1e999', '<', '\u0000', '0\nSECTION\n', '"', '9'.repeat(40)][
          Math.floor(random() * 9)
        ]!;
        t = random() < 0.2 ? t.slice(0, at) : t.slice(0, at) + junk + t.slice(at + len);
      }
      try {
        const d = format === 'dxf' ? readDxf(t) : readSvg(t);
        takenFrom(d, d.unitMm ?? 1, false);
      } catch (e) {
        if (!(e instanceof BadInput)) {
          throw new Error(`${format} mutant ${k}: ${(e as Error).stack}`);
        }
      }
    }
  }
});
