/** 60 legal odd files of each format, read right; and each reader's faults those files found, by name. */
import occt from 'occt-import-js';
import { BadInput } from '../../model';
import { readDxf, readSvg } from '../drawing';
import { readMeshFile, readObj, readStep } from '../mesh';
import { type DrawingFormat, ODD_DRAWINGS, oddDrawing } from './drawing.fixture';
import { wrongDrawing, wrongMesh } from './judge.fixture';
import { readIdf } from '../parts';
import { type MeshFormat, ODD_MESHES, oddMesh } from './mesh.fixture';
import { ODD_TABLES, oddTable, type TableFormat } from './table.fixture';
import { ODD, type OddFormat, oddBytes, twisted } from './twist.fixture';

const SEEDS = Array.from({ length: 60 }, (_, i) => i + 1);
const reader = await occt({
  print: () => undefined,
  printErr: () => undefined,
});
const step = (b: Uint8Array) => Promise.resolve(readStep(b, reader));

describe('legal files of every variant are read, and hold what was drawn', () => {
  test.each(Object.keys(ODD_MESHES) as MeshFormat[])('%s', async (format) => {
    for (const seed of SEEDS) {
      const odd = oddMesh(format, seed);
      expect([seed, wrongMesh(await readMeshFile(odd.bytes, step), odd)]).toEqual([
        seed,
        undefined,
      ]);
    }
  });
  test.each(Object.keys(ODD_DRAWINGS) as DrawingFormat[])('%s', (format) => {
    const read = format === 'svg' ? readSvg : readDxf;
    for (const seed of SEEDS) {
      const odd = oddDrawing(format, seed);
      expect([seed, wrongDrawing(read(odd.text), odd)]).toEqual([seed, undefined]);
    }
  });
  test.each(Object.keys(ODD_TABLES) as TableFormat[])('%s', (format) => {
    for (const seed of SEEDS) {
      expect([seed, oddTable(format, seed).wrong()]).toEqual([seed, undefined]);
    }
  });
});

test('the judge sees a mesh that is not the one of the file, and a drawing with a hole elsewhere', async () => {
  const [a, b] = [oddMesh('obj', 1), oddMesh('obj', 2)];
  expect(wrongMesh(await readMeshFile(a.bytes, step), b)).toMatch(/volume|surface/);
  const [c, d] = [oddDrawing('svg', 1), oddDrawing('svg', 1)];
  d.figures = d.figures.map((f, i) => (i === 1 && 'x' in f ? { ...f, x: f.x + 0.2 } : f));
  const moved = d.figures.some((f, i) => f !== c.figures[i]);
  expect([moved, wrongDrawing(readSvg(c.text), d) !== undefined]).toEqual([moved, moved]);
});

test('the same seed is the same file, and a twisted one is another', () => {
  for (const format of Object.keys(ODD) as OddFormat[]) {
    expect(Buffer.from(oddBytes(format, 5)).equals(oddBytes(format, 5))).toBe(true);
    expect(Buffer.from(twisted(format, 5)).equals(twisted(format, 5))).toBe(true);
    expect(
      new Set([1, 2, 3, 4].map((s) => Buffer.from(twisted(format, s)).toString('latin1'))).size,
    ).toBe(4);
  }
});

describe('faults that odd files found', () => {
  const svg = (body: string, head = 'width="100mm" height="100mm" viewBox="0 0 100 100"') =>
    readSvg(`<svg ${head}>${body}</svg>`).loops;

  test('a drawing in inches keeps its small holes: a rounded oblong is no circle', () => {
    const bow = Math.tan(Math.PI / 8);
    const at = (x: number, y: number, b = 0) => `10\n${x}\n20\n${y}\n42\n${b}\n`;
    const hole = `0\nLWPOLYLINE\n90\n8\n70\n1\n${at(0.06, 0)}${at(0.1, 0, bow)}${at(0.16, 0.06)}${at(0.16, 0.14, bow)}${at(0.1, 0.2)}${at(0.06, 0.2, bow)}${at(0, 0.14)}${at(0, 0.06, bow)}`;
    const text = `0\nSECTION\n2\nHEADER\n9\n$INSUNITS\n70\n1\n0\nENDSEC\n0\nSECTION\n2\nENTITIES\n${hole}0\nENDSEC\n0\nEOF\n`;
    expect(readDxf(text).loops.map((l) => l.kind)).toEqual(['ring']);
  });
  test('what is used again is drawn again, where it is put; what uses itself is refused', () => {
    const shape = '<defs><rect id="a" width="10" height="5"/></defs>';
    const two = svg(
      `${shape}<use href="#a"/><use xlink:href="#a" x="20" y="30" transform="scale(2)"/>`,
    );
    expect(two).toHaveLength(2);
    expect(two[1]!.kind === 'ring' && Math.max(...two[1]!.points.map((p) => p[0]))).toBeCloseTo(
      60,
      6,
    );
    expect(() => svg('<g id="me"><use href="#me"/></g>')).toThrow(BadInput);
    expect(svg('<use href="#none"/><circle r="4"/>')).toHaveLength(1);
  });
  test('a page of another shape than its box shows the box whole, unless the file says otherwise', () => {
    const wide = 'width="200mm" height="50mm" viewBox="0 0 100 100"';
    const size = (head: string) => {
      const [l] = svg('<rect width="100" height="100"/>', head);
      const points = l!.kind === 'ring' ? l!.points : [];
      return [0, 1].map(
        (k) => Math.max(...points.map((p) => p[k]!)) - Math.min(...points.map((p) => p[k]!)),
      );
    };
    expect(size(wide).map((v) => v.toFixed(3))).toEqual(['50.000', '50.000']);
    expect(size(`${wide} preserveAspectRatio="none"`).map((v) => v.toFixed(3))).toEqual([
      '200.000',
      '50.000',
    ]);
    expect(size(`${wide} preserveAspectRatio="xMidYMid slice"`).map((v) => v.toFixed(3))).toEqual([
      '200.000',
      '200.000',
    ]);
  });
  test('lengths with a unit are that long, and hidden things are not cut', () => {
    const [l] = svg('<rect width="10mm" height="1in"/>', 'width="100mm" height="100mm"');
    const ys = l!.kind === 'ring' ? l!.points.map((p) => p[1]) : [];
    expect(Math.max(...ys) - Math.min(...ys)).toBeCloseTo(25.4, 6);
    expect(
      svg('<circle r="5" display="none"/><g style="fill:red; display:none"><circle r="5"/></g>'),
    ).toEqual([]);
  });
  test('twenty thousand outlines over each other are read at once', () => {
    const one = (x: number) => `<path d="M${x} 0h9v9h-9z"/><path d="M0 0h${x}"/>`;
    const drawn = svg(Array.from({ length: 9000 }, () => one(7)).join(''));
    expect(drawn).toHaveLength(9000);
  });
  test('a board whose arc is all but straight is read: its middle is far away', () => {
    const emn = (arc: string) =>
      `.HEADER\nBOARD_FILE 3.0 t 2026/01/01 1\nx MM\n.END_HEADER\n.BOARD_OUTLINE ECAD\n1.6\n0 0 0 0\n0 60 0 0\n0 60 40 ${arc}\n0 0 40 0\n0 0 0 0\n.END_BOARD_OUTLINE\n`;
    for (const arc of ['1e-9', '1e-300', '-0.00001']) {
      const { outline } = readIdf(emn(arc), '');
      expect(Math.max(...outline.map((p) => p[0]))).toBeCloseTo(60, 2);
      expect(outline.length).toBeLessThan(800);
    }
  });
  test('a face hollow on one side is cut up within itself', () => {
    const [solid] = readObj('v 0 0 0\nv 4 0 0\nv 4 4 0\nv 2 1 0\nf 1 2 3 4\n');
    const { positions: p, triangles: t } = solid!.mesh;
    const areas = [0, 3].map((k) => {
      const [a, b, c] = [t[k]! * 3, t[k + 1]! * 3, t[k + 2]! * 3];
      return (
        ((p[b]! - p[a]!) * (p[c + 1]! - p[a + 1]!) - (p[b + 1]! - p[a + 1]!) * (p[c]! - p[a]!)) / 2
      );
    });
    expect(areas.every((v) => v > 0)).toBe(true);
    expect(areas[0]! + areas[1]!).toBeCloseTo(6, 6);
  });
});
