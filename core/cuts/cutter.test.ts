/** Sheets for a machine: what its beam leaves has the size that was asked for. */
import fc from 'fast-check';
import Module from 'manifold-3d';
import { demos } from '../catalogue';
import type { Project } from '../model';
import {
  type CutterSheet,
  cutterSheet,
  MOST_KERF_MM,
  type Mark,
  type Sheet,
  templates,
} from './index';

const wasm = await Module();
wasm.setup();
const { CrossSection } = wasm;

const sheetOf = (...marks: Mark[]): Sheet => ({
  id: 's',
  title: 'Sheet',
  note: '',
  w: 200,
  h: 200,
  marks,
});
const box = (x: number, y: number, w: number, h: number, ink: 'cut' | 'outline'): Mark => ({
  kind: 'ring',
  ink,
  points: [
    [x, y],
    [x + w, y],
    [x + w, y + h],
    [x, y + h],
  ],
});
const drawn = (sheet: Sheet, kerf: number): CutterSheet => {
  const made = cutterSheet(sheet, kerf);
  if (!made.ok) throw new Error(made.sentence);
  return made.sheet;
};
/** What is gone once a beam of this width has followed every path of holes. */
const taken = (sheet: CutterSheet, kerf: number): number[] =>
  sheet.cut.map((m) => {
    if (m.kind === 'line') return NaN;
    const path =
      m.kind === 'circle'
        ? CrossSection.circle(m.r, 256)
        : CrossSection.ofPolygons([m.points.map(([x, y]): [number, number] => [x, y])], 'NonZero');
    return path.offset(kerf / 2, 'Miter', 4).area();
  });

describe('kerf', () => {
  test('a hole is followed inside its line, a rim outside: both come out as they were asked for', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 20, max: 400 }),
        fc.integer({ min: 20, max: 400 }),
        fc.integer({ min: 0, max: 15 }),
        (w10, h10, kerf10) => {
          const [w, h, kerf] = [w10 / 10, h10 / 10, kerf10 / 10];
          const face = sheetOf(box(0, 0, 150, 150, 'outline'), box(10, 10, w, h, 'cut'), {
            kind: 'circle',
            x: 120,
            y: 120,
            r: w / 2,
            ink: 'cut',
          });
          const [square, round] = taken(drawn(face, kerf), kerf);
          expect(square! / (w * h)).toBeCloseTo(1, 6);
          expect(round! / ((Math.PI / 4) * w * w)).toBeCloseTo(1, 2);
          // A part alone: what is left within the beam is its size.
          const part = drawn(sheetOf(box(10, 10, w, h, 'cut')), kerf);
          const [rim] = part.cut;
          if (rim?.kind !== 'ring') throw new Error('no rim');
          const path = CrossSection.ofPolygons(
            [rim.points.map(([x, y]): [number, number] => [x, y])],
            'NonZero',
          );
          expect(path.offset(-kerf / 2, 'Miter', 4).area() / (w * h)).toBeCloseTo(1, 6);
        },
      ),
    );
  });
  test('a hole in a part is a hole, a plug in that hole a part again', () => {
    const made = drawn(
      sheetOf(box(0, 0, 60, 60, 'cut'), box(10, 10, 40, 40, 'cut'), box(20, 20, 20, 20, 'cut')),
      1,
    );
    const widths = made.cut.map((m) => {
      if (m.kind !== 'ring') return NaN;
      const xs = m.points.map(([x]) => x);
      return Math.max(...xs) - Math.min(...xs);
    });
    expect(widths).toEqual([61, 39, 21]);
  });
  test('a beam as wide as a hole is refused in a sentence, and so is what no kerf can be', () => {
    const face = sheetOf(box(0, 0, 150, 150, 'outline'), box(10, 10, 1.2, 30, 'cut'));
    expect(cutterSheet(face, 1.1).ok).toBe(true);
    expect(cutterSheet(face, 1.3)).toEqual({
      ok: false,
      sentence: 'One hole is narrower than the 1.3 mm that the machine takes away.',
    });
    for (const kerf of [-0.1, NaN, Infinity, MOST_KERF_MM + 0.1]) {
      expect(cutterSheet(face, kerf).ok).toBe(false);
    }
  });
});

describe('the layers of a real template', () => {
  const [half] = demos() as [Project];
  const [front] = templates(half);
  const made = drawn(front!, 0.2);
  test('hold every opening once, no start line, and no post that is trimmed by hand', () => {
    const openings = front!.marks.filter((m) => m.kind !== 'text' && m.ink === 'cut').length;
    expect(made.cut).toHaveLength(openings);
    expect(made.mark.some((m) => m.ink === 'start' || m.ink === 'by hand')).toBe(false);
    expect(made.mark.some((m) => m.ink === 'outline')).toBe(true);
    expect(made.engrave.length).toBeGreaterThan(0);
  });
});
