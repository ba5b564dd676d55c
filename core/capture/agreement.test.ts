/** One shell by callipers, by scan, by STL and by DXF: the same within what each says of itself. */
import Module from 'manifold-3d';
import { shellSheets } from '../cuts';
import { sheetDxf } from '../formats';
import { readDxf, takenFrom } from '../formats/drawing';
import { pieceMesh } from '../formats/solid';
import { type Body, length, type Length } from '../model';
import { shellSolids } from '../shell';
import { dice } from './shells.fixture';
import { lyingBy, placeOf, readHalf, tracedThing, viewOfScan, withHalf } from './index';

const wasm = await Module();
wasm.setup();
const from = (edge: 'left' | 'bottom', l: Length) => ({
  from: { edge, face: 'outer' as const },
  to: 'centre' as const,
  length: l,
});
/** The true shell, or the same as read with so much error. */
const shell = (read: (mm: number) => Length): Body => ({
  id: 'shell',
  name: 'Tray',
  spine: 'left',
  wall: read(2),
  outline: { kind: 'rect', w: read(84), h: read(56), r: read(5) },
  pieces: [
    {
      id: 'back',
      role: 'back',
      material: 'abs',
      depth: read(12),
      zones: [],
      features: (
        [
          [12, 12],
          [70, 14],
          [40, 40],
        ] as const
      ).map(([x, y], i) => ({
        id: `post-${i}`,
        name: `post ${i}`,
        kind: 'post' as const,
        at: { x: from('left', read(x)), y: from('bottom', read(y)) },
        shape: { kind: 'circle' as const, d: read(5 + i) },
        height: { from: 'floor' as const, length: read(6) },
        purpose: 'unknown' as const,
        mayCut: 'trim' as const,
      })),
      openings: [
        {
          id: 'hole',
          name: 'hole',
          use: 'button',
          on: { kind: 'face', at: { x: from('left', read(60)), y: from('bottom', read(38)) } },
          shape: { kind: 'circle', d: read(9) },
        },
      ],
    },
  ],
});
const truth = shell((mm) => length(mm, 'exact'));
interface Known {
  x: number;
  y: number;
  d: number;
  uPlace: number;
  uSize: number;
}
const postsOf = (b: Body): Known[] =>
  b.pieces[0]!.features.map((f, i) => {
    const s = shellSolids(b, []).features[i]!;
    const at = f.at;
    const d = f.shape.kind === 'circle' ? f.shape.d : length(0);
    return {
      x: s.x,
      y: s.y,
      d: d.mm,
      uPlace: Math.hypot(at.x.length.u, at.y.length.u),
      uSize: d.u,
    };
  }).sort((p, q) => p.x - q.x);

test('posts and a hole read four ways agree with the truth and with each other within 3 combined u', () => {
  const rnd = dice(5);
  const spread = () => (rnd() * 2 - 1) * 0.05;
  const byCalliper = postsOf(shell((mm) => length(mm + spread(), 'calliper')));
  const half = readHalf(pieceMesh(wasm, truth, 'back'), 1, 'back');
  const byMesh = postsOf(
    withHalf(
      undefined,
      { ...half, role: 'back' },
      half.offers.filter((o) => o.is === 'feature'),
    ).pieces.reduce((b, p) => (p.role === 'back' ? { ...b, pieces: [p] } : b), {
      ...truth,
      outline: half.outline,
    }),
  );
  // A 300 dpi scan, 11.81 px/mm, each click half a pixel off.
  const px = (x: number, y: number): [number, number] => [
    11.81 * (20 + x) + (rnd() - 0.5),
    2000 - 11.81 * (15 + y) + (rnd() - 0.5),
  ];
  const view = viewOfScan(
    [
      { x0: px(0, 0)[0], y0: px(0, 0)[1], x1: px(84, 0)[0], y1: px(84, 0)[1], mm: 84 },
      { x0: px(0, 0)[0], y0: px(0, 0)[1], x1: px(0, 56)[0], y1: px(0, 56)[1], mm: 56 },
    ],
    2000,
  );
  const lying = lyingBy(view, [px(10, 0), px(75, 0), px(0, 30)], { mm: 0, u: 0 });
  const byScan = truth.pieces[0]!.features.map((f) => {
    const c = {
      x: f.at.x.length.mm,
      y: f.at.y.length.mm,
      r: f.shape.kind === 'circle' ? f.shape.d.mm / 2 : 0,
    };
    const t = tracedThing(
      'post',
      Array.from({ length: 8 }, (_, k) =>
        lying.place(...px(c.x + c.r * Math.cos(k * 0.785), c.y + c.r * Math.sin(k * 0.785)), {
          mm: 0,
          u: 0,
        }),
      ),
      'back',
      84,
      f.id,
      f.name,
    );
    if (typeof t === 'string' || t.is !== 'feature' || t.it.shape.kind !== 'circle') {
      throw new Error('not traced');
    }
    return {
      x: t.it.at.x.length.mm,
      y: t.it.at.y.length.mm,
      d: t.it.shape.d.mm,
      uPlace: Math.hypot(t.it.at.x.length.u, t.it.at.y.length.u),
      uSize: t.it.shape.d.u,
    };
  }).sort((p, q) => p.x - q.x);
  const exact = postsOf(truth);
  for (const [name, read] of Object.entries({ calliper: byCalliper, mesh: byMesh, scan: byScan })) {
    expect([name, read.length]).toEqual([name, 3]);
    read.forEach((r, i) => {
      expect([
        name,
        i,
        Math.hypot(r.x - exact[i]!.x, r.y - exact[i]!.y) / r.uPlace < 3,
        Math.abs(r.d - exact[i]!.d) / r.uSize < 3,
      ]).toEqual([name, i, true, true]);
      for (const other of [byCalliper, byMesh, byScan]) {
        expect(Math.hypot(r.x - other[i]!.x, r.y - other[i]!.y)).toBeLessThan(
          3 * Math.hypot(r.uPlace, other[i]!.uPlace),
        );
      }
    });
  }
  // The drawing carries the outline and the hole; the mesh found the same hole.
  const drawing = takenFrom(
    readDxf(sheetDxf(shellSheets(truth, []).find((s) => s.id === 'back-shell-inside')!)),
    1,
    false,
  );
  const drawn = drawing.openings.find(
    (o) => o.shape.kind === 'circle' && Math.abs(o.shape.d.mm - 9) < 0.3,
  )!;
  const found = half.offers.find((o) => o.is === 'opening')!;
  if (
    drawn.on.kind !== 'face' ||
    found.is !== 'opening' ||
    found.it.on.kind !== 'face' ||
    drawing.outline.kind !== 'rect' ||
    half.outline.kind !== 'rect'
  ) {
    throw new Error('not a face');
  }
  for (const axis of ['x', 'y'] as const) {
    const [a, b] = [drawn.on.at[axis].length, found.it.on.at[axis].length];
    expect(Math.abs(a.mm - b.mm)).toBeLessThan(3 * Math.hypot(a.u, b.u));
  }
  for (const side of ['w', 'h'] as const) {
    expect(Math.abs(drawing.outline[side].mm - half.outline[side].mm)).toBeLessThan(
      3 * Math.hypot(drawing.outline[side].u, half.outline[side].u),
    );
  }
  expect(placeOf(view, 1000, 1000).u).toBeGreaterThan(0.02);
});
