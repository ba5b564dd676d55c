/**
 * The blank sheet a builder fills in at the bench: both open halves, numbered fields, datum edges.
 * The form on the screen asks in the same order, so that it is typed in by Tab.
 */
import type { Mark, Sheet } from './sheet';

export interface SheetField {
  n: number;
  key: string;
  label: string;
  tool: string;
}

/** The eight values that give a first verdict, in the order one measures. */
export const FIRST_FIELDS: readonly SheetField[] = [
  { n: 1, key: 'w', label: 'Outer width, edge to edge', tool: 'outside jaws' },
  { n: 2, key: 'h', label: 'Outer height, edge to edge', tool: 'outside jaws' },
  { n: 3, key: 'r', label: 'Corner radius', tool: 'radius gauge or a coin' },
  { n: 4, key: 'wall', label: 'Wall thickness', tool: 'outside jaws at the rim' },
  { n: 5, key: 'front', label: 'Front half, rim to outer face', tool: 'outside jaws' },
  { n: 6, key: 'back', label: 'Back half, rim to outer face', tool: 'outside jaws' },
  {
    n: 7,
    key: 'inset',
    label: 'Corner posts, centre from both outer edges (0 if none)',
    tool: 'depth rod',
  },
  { n: 8, key: 'post', label: 'Corner posts, diameter', tool: 'outside jaws' },
];

export function measuringSheet(): Sheet {
  const marks: Mark[] = [];
  const text = (
    x: number,
    y: number,
    t: string,
    mm = 3,
    anchor: 'start' | 'middle' | 'end' = 'start',
  ): void => {
    marks.push({ kind: 'text', x, y, mm, text: t, anchor });
  };
  const line = (
    x0: number,
    y0: number,
    x1: number,
    y1: number,
    ink: 'thin' | 'datum' | 'outline' = 'thin',
  ): void => {
    marks.push({ kind: 'line', x0, y0, x1, y1, ink });
  };
  const rounded = (x: number, y: number, w: number, h: number): Mark => {
    const r = 6;
    const pts: Array<[number, number]> = [];
    for (const [cx, cy, a0] of [
      [x + w - r, y + r, -90],
      [x + w - r, y + h - r, 0],
      [x + r, y + h - r, 90],
      [x + r, y + r, 180],
    ] as const) {
      for (let k = 0; k <= 6; k++) {
        const a = ((a0 + k * 15) * Math.PI) / 180;
        pts.push([cx + r * Math.cos(a), cy + r * Math.sin(a)]);
      }
    }
    return { kind: 'ring', points: pts, ink: 'outline' };
  };
  const half = (x: number, name: string, n: number): void => {
    marks.push(rounded(x, 14, 82, 50), rounded(x + 3, 17, 76, 44));
    for (const [px, py] of [
      [9, 9],
      [73, 9],
      [9, 41],
      [73, 41],
    ] as const) {
      marks.push({ kind: 'circle', x: x + px, y: 14 + py, r: 3, ink: 'outline' });
    }
    text(x + 41, 10, name, 3.4, 'middle');
    text(x + 41, 41, `(${n}) depth`, 3, 'middle');
    line(x, 14, x, 64, 'datum');
    line(x, 64, x + 82, 64, 'datum');
  };
  half(2, 'FRONT HALF, inside up', 5);
  half(94, 'BACK HALF, inside up', 6);
  text(43, 69, '(1) width', 3, 'middle');
  text(86, 41, '(2)', 3, 'start');
  text(12, 30, '(7) (8)', 2.6);
  text(76, 22, '(3)', 2.6);
  text(5, 52, '(4)', 2.6);
  text(2, 75, 'Thick lines are the datum edges as you see them in the open half.', 2.8);
  let y = 84;
  for (const f of FIRST_FIELDS) {
    text(2, y, `(${f.n})  ${f.label}`, 3.2);
    text(126, y, f.tool, 2.6);
    line(158, y + 1, 178, y + 1);
    y += 8.4;
  }
  text(
    2,
    y + 2,
    'More posts, ribs, bays and openings: name, from which edge, to edge or centre, size, height.',
    2.8,
  );
  y += 8;
  for (const head of [
    ['no.', 2],
    ['name', 12],
    ['half', 48],
    ['across, from', 62],
    ['up, from', 92],
    ['size', 122],
    ['height / depth', 150],
  ] as const) {
    text(head[1], y, head[0], 2.8);
  }
  for (let i = 0; i < 10; i++) {
    y += 8;
    text(2, y, `(${9 + i})`, 3);
    line(12, y + 1, 178, y + 1);
  }
  return {
    id: 'measuring-sheet',
    title: 'Measuring sheet',
    note: 'Not to scale. Write mm; callipers ± 0.05, ruler ± 0.5',
    w: 180,
    h: y + 6,
    marks,
  };
}
