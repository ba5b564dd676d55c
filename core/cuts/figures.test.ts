/** Figures of a sheet: out of every hole, off each other, and where they were when nothing is in the way. */
import { seeded } from '../geometry';
import { withClearFigures } from './figures';
import type { Mark } from './sheet';

type Text = Extract<Mark, { kind: 'text' }>;
const figure = (x: number, y: number, text: string, anchor: Text['anchor']): Text => ({
  kind: 'text',
  x,
  y,
  mm: 2.6,
  text,
  anchor,
});
const hole = (x: number, y: number, r: number): Mark => ({ kind: 'circle', x, y, r, ink: 'cut' });
const textsOf = (marks: readonly Mark[]): Text[] =>
  marks.flatMap((m) => (m.kind === 'text' ? [m] : []));

/** The corners and the middle of a figure, no wider than its digits are. */
function pointsOf({ x, y, mm, text, anchor = 'start' }: Text): Array<[number, number]> {
  const wide = 0.55 * mm * text.length;
  const left = { start: x, middle: x - wide / 2, end: x - wide }[anchor];
  return [0, 0.5, 1].flatMap((u) =>
    [0, 0.5, 1].map((v): [number, number] => [left + u * wide, y - v * mm]),
  );
}

test('a figure that is clear stays; words stay wherever they are', () => {
  const marks = [
    hole(50, 50, 5),
    figure(20, 20, '27.8', 'middle'),
    { ...figure(50, 50, 'hole of Upper key', 'middle') },
  ];
  expect(withClearFigures(marks)).toEqual(marks);
});

test('of 300 crowded sheets no digit lies in a hole and no two figures on each other', () => {
  const random = seeded(21);
  const between = (a: number, b: number): number => a + random() * (b - a);
  const ANCHORS = ['start', 'middle', 'end'] as const;
  for (let n = 0; n < 300; n++) {
    const holes = Array.from({ length: 1 + Math.floor(random() * 5) }, () =>
      hole(between(10, 160), between(10, 80), between(1.5, 14)),
    );
    const figures = Array.from({ length: 8 }, (_, i) =>
      figure(between(5, 165), between(5, 85), between(3, 169).toFixed(1), ANCHORS[i % 3]),
    );
    const out = withClearFigures([...holes, ...figures]);
    const texts = textsOf(out);
    expect(texts.map((t) => t.text)).toEqual(figures.map((t) => t.text));
    for (const t of texts) {
      for (const h of holes) {
        if (h.kind !== 'circle') continue;
        for (const [x, y] of pointsOf(t)) {
          expect([n, t.text, Math.hypot(x - h.x, y - h.y) > h.r]).toEqual([n, t.text, true]);
        }
      }
    }
    texts.forEach((t, i) => {
      const [x0, y0] = pointsOf(t)[0]!;
      const [x1, y1] = pointsOf(t)[8]!;
      for (const o of texts.slice(0, i)) {
        const [p0, q0] = pointsOf(o)[0]!;
        const [p1, q1] = pointsOf(o)[8]!;
        const apart = x1 < p0 || p1 < x0 || y0 < q1 || q0 < y1;
        expect([n, t.text, o.text, apart]).toEqual([n, t.text, o.text, true]);
      }
    });
  }
});
