/** Legal DXF drawings: lines, bows, polylines, ellipses, weighted splines and blocks, in every unit and line end. */
import {
  exact,
  type Figure,
  figures,
  grown,
  inverse,
  type M,
  type OddDrawing,
  rad,
  round,
  times,
} from './figures.fixture';
import { marked, type Pen } from './pen.fixture';

type Pair = [number, string | number];
const HANDLE = '2A';

/** An outline of lines and bows, each from its own corner. */
interface Stretch {
  from: [number, number];
  to: [number, number];
  /** Middle of a quarter bow to the left; nothing where it is straight. */
  about?: [number, number];
}
function stretches(f: Extract<Figure, { kind: 'rect' | 'polygon' }>): Stretch[] {
  if (f.kind === 'polygon') {
    return f.points.map((from, i) => ({ from, to: f.points[(i + 1) % f.points.length]! }));
  }
  const [l, b, r, t] = [f.x - f.w / 2, f.y - f.h / 2, f.x + f.w / 2, f.y + f.h / 2];
  const q = f.r;
  const lines: Stretch[] = [
    { from: [l + q, b], to: [r - q, b] },
    { from: [r - q, b], to: [r, b + q], about: [r - q, b + q] },
    { from: [r, b + q], to: [r, t - q] },
    { from: [r, t - q], to: [r - q, t], about: [r - q, t - q] },
    { from: [r - q, t], to: [l + q, t] },
    { from: [l + q, t], to: [l, t - q], about: [l + q, t - q] },
    { from: [l, t - q], to: [l, b + q] },
    { from: [l, b + q], to: [l + q, b], about: [l + q, b + q] },
  ];
  return q > 0 ? lines : lines.filter((s) => !s.about);
}

const degrees = (r: number): number => ((r * 180) / Math.PI + 360) % 360;
const QUARTER = Math.tan(Math.PI / 8);

function entities(pen: Pen, f: Figure): Pair[][] {
  const layer: Pair = [8, pen.pick(['0', 'CUT', 'a layer of words'])];
  const head = (type: string): Pair[] => [
    [0, type],
    ...(pen.oneIn(2) ? [[5, HANDLE] as Pair] : []),
    layer,
  ];
  if (f.kind === 'circle') {
    const ways: Array<() => Pair[][]> = [
      () => [[...head('CIRCLE'), [10, f.x], [20, f.y], [30, 0], [40, f.r]]],
      () =>
        [0, 180].map((a): Pair[] => [
          ...head('ARC'),
          [10, f.x],
          [20, f.y],
          [40, f.r],
          [50, a],
          [51, a + 180],
        ]),
      () => [
        [
          ...head('LWPOLYLINE'),
          [90, 2],
          [70, 1],
          [10, f.x - f.r],
          [20, f.y],
          [42, 1],
          [10, f.x + f.r],
          [20, f.y],
          [42, 1],
        ],
      ],
      () => [
        [
          ...head('ELLIPSE'),
          [10, f.x],
          [20, f.y],
          [11, f.r],
          [21, 0],
          [40, 1],
          [41, 0],
          [42, 2 * Math.PI],
        ],
      ],
      () => [nurbs(head('SPLINE'), f.x, f.y, f.r)],
    ];
    return pen.pick(ways)();
  }
  if (f.kind === 'ellipse') {
    const major: Pair[] = [
      [11, f.a * Math.cos(f.turn)],
      [21, f.a * Math.sin(f.turn)],
      [31, 0],
      [40, f.b / f.a],
    ];
    const at: Pair[] = [
      [10, f.x],
      [20, f.y],
      [30, 0],
    ];
    const cut = pen.between(0.5, 5);
    // Drawn from behind its parameter runs the other way: the two parts still make the whole.
    const behind: Pair[] = pen.oneIn(2)
      ? [
          [210, 0],
          [220, 0],
          [230, -1],
        ]
      : [];
    if (pen.oneIn(2)) {
      return [[...head('ELLIPSE'), ...at, ...major, ...behind, [41, 0], [42, 2 * Math.PI]]];
    }
    return [
      [...head('ELLIPSE'), ...at, ...major, ...behind, [41, 0], [42, cut]],
      [...head('ELLIPSE'), ...at, ...major, ...behind, [41, cut], [42, 2 * Math.PI]],
    ];
  }
  const run = stretches(f);
  const way = pen.pick(['lines', 'light', 'old'] as const);
  if (way === 'lines') {
    const list = run.map((s): Pair[] => {
      const [a, b] = pen.oneIn(2) ? [s.from, s.to] : [s.to, s.from];
      if (!s.about) {
        return [...head('LINE'), [10, a[0]], [20, a[1]], [30, 0], [11, b[0]], [21, b[1]], [31, 0]];
      }
      const [x, y] = s.about;
      const angle = (p: readonly [number, number]) => degrees(Math.atan2(p[1] - y, p[0] - x));
      const r = Math.hypot(s.from[0] - x, s.from[1] - y);
      return [...head('ARC'), [10, x], [20, y], [40, r], [50, angle(s.from)], [51, angle(s.to)]];
    });
    return pen.shuffled(list);
  }
  const corners = run.map((s): Pair[] => [
    [10, s.from[0]],
    [20, s.from[1]],
    ...(s.about ? [[42, QUARTER] as Pair] : []),
  ]);
  if (way === 'light') {
    return [
      [
        ...head('LWPOLYLINE'),
        [90, run.length],
        [70, pen.pick([1, 129])],
        [43, 0],
        ...corners.flat(),
      ],
    ];
  }
  return [
    [...head('POLYLINE'), [66, 1], [70, 1], [10, 0], [20, 0], [30, 0]],
    ...corners.map((c): Pair[] => [...head('VERTEX'), ...c]),
    [...head('SEQEND')],
  ];
}

/** A circle as four quarters of a weighted curve of the second degree. */
function nurbs(head: Pair[], x: number, y: number, r: number): Pair[] {
  const c: Array<[number, number]> = [
    [1, 0],
    [1, 1],
    [0, 1],
    [-1, 1],
    [-1, 0],
    [-1, -1],
    [0, -1],
    [1, -1],
    [1, 0],
  ];
  const knots = [0, 0, 0, 1, 1, 2, 2, 3, 3, 4, 4, 4];
  return [
    ...head,
    [70, 12],
    [71, 2],
    [72, knots.length],
    [73, c.length],
    [74, 0],
    ...knots.map((k): Pair => [40, k]),
    ...c.map((_, i): Pair => [41, i % 2 ? Math.SQRT1_2 : 1]),
    ...c.flatMap(([a, b]): Pair[] => [
      [10, x + r * a],
      [20, y + r * b],
      [30, 0],
    ]),
  ];
}

const UNITS = {
  1: 25.4,
  2: 304.8,
  4: 1,
  5: 10,
  6: 1000,
  8: 0.0000254,
  9: 0.0254,
  13: 0.001,
} as const;

export function dxf(pen: Pen): OddDrawing {
  const all = figures(pen);
  const code = pen.pick([0, 1, 4, 4, 5, 9, 13] as const);
  const unitMm = code ? UNITS[code] : 1;
  const inFile = all.map((f) => grown(f, 1 / unitMm));
  const blocks: Pair[][] = [];
  const drawn = inFile.flatMap((f, i) => {
    if (!pen.oneIn(3)) return entities(pen, f);
    // A block drawn about its own base, mirrored, scaled and turned; put where it undoes all that.
    const k = pen.pick([1, 2, 0.5]);
    const [sx, sy] = [k * pen.pick([1, -1]), k];
    const turn = pen.pick([0, 90, 30]);
    const [px, py] = [round(pen.between(-9, 9)), round(pen.between(-9, 9))];
    const [bx, by] = [round(pen.between(-9, 9)), round(pen.between(-9, 9))];
    const place: M = times(
      times(
        [1, 0, 0, 1, px, py],
        [Math.cos(rad(turn)), Math.sin(rad(turn)), -Math.sin(rad(turn)), Math.cos(rad(turn)), 0, 0],
      ),
      times([sx, 0, 0, sy, 0, 0], [1, 0, 0, 1, -bx, -by]),
    );
    const own = exact(f, inverse(place));
    if (!own) return entities(pen, f);
    const name = `B${i}`;
    blocks.push(
      [
        [0, 'BLOCK'],
        [8, '0'],
        [2, name],
        [70, 0],
        [10, bx],
        [20, by],
        [30, 0],
        [3, name],
      ],
      ...entities(pen, own),
      [
        [0, 'ENDBLK'],
        [8, '0'],
      ],
    );
    return [
      [
        [0, 'INSERT'],
        [8, '0'],
        [2, name],
        [10, px],
        [20, py],
        [30, 0],
        [41, sx],
        [42, sy],
        [43, 1],
        [50, turn],
      ] as Pair[],
    ];
  });
  // What is not drawn on the sheet itself: a frame on paper, a remark.
  const paper: Pair[] = [
    [0, 'CIRCLE'],
    [67, 1],
    [8, '0'],
    [10, 0],
    [20, 0],
    [40, 9999],
  ];
  const note: Pair[] = [
    [0, 'TEXT'],
    [8, '0'],
    [10, 0],
    [20, 0],
    [40, 3],
    [1, 'CUT HERE: 0 SECTION'],
  ];
  const extra = [...(pen.oneIn(3) ? [paper] : []), ...(pen.oneIn(3) ? [note] : [])];
  const header: Pair[] = [
    [0, 'SECTION'],
    [2, 'HEADER'],
    [9, '$ACADVER'],
    [1, pen.pick(['AC1009', 'AC1015', 'AC1027'])],
    ...(code
      ? ([
          [9, '$INSUNITS'],
          [70, code],
        ] as Pair[])
      : []),
    [9, '$EXTMIN'],
    [10, -1e20],
    [20, -1e20],
    [0, 'ENDSEC'],
  ];
  const tables: Pair[] = [
    [0, 'SECTION'],
    [2, 'TABLES'],
    [0, 'TABLE'],
    [2, 'LAYER'],
    [70, 1],
    [0, 'ENDTAB'],
    [0, 'ENDSEC'],
  ];
  const pairs: Pair[] = [
    ...(pen.oneIn(3) ? [[999, 'written by hand'] as Pair] : []),
    ...(code || pen.oneIn(2) ? header : []),
    ...(pen.oneIn(2) ? tables : []),
    ...(blocks.length
      ? [[0, 'SECTION'] as Pair, [2, 'BLOCKS'] as Pair, ...blocks.flat(), [0, 'ENDSEC'] as Pair]
      : []),
    [0, 'SECTION'],
    [2, 'ENTITIES'],
    ...[...drawn, ...extra].flat(),
    [0, 'ENDSEC'],
    [0, 'EOF'],
  ];
  const wide = pen.oneIn(2);
  const lines = pairs.flatMap(([c, v]) => [
    wide ? String(c).padStart(3) : String(c),
    typeof v === 'number' && c >= 10 && c < 60 ? pen.number(v) : String(v),
  ]);
  return {
    text: marked(pen, pen.ended(lines)),
    figures: all,
    ...(code ? { unitMm } : {}),
  };
}
