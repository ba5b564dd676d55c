/**
 * Cutting templates, one sheet for each face that is cut, seen from outside or mirrored for the
 * inside, and paper cut-outs of every part with its height written on.
 */
import { bodyFor, formatMm, type Project } from '../model';
import { drawn, type Pt, pointsOf } from '../geometry';
import { partOf, remaining, thickness } from '../kit';
import { bodiesOf, type Scene, sceneOf } from '../fit';
import { outerRing, wallEnds } from '../shell';
import { blockBox, standing } from '../geometry';
import type { FromEdge } from './edges';
import type { CutItem } from './cutItem';
import { type Cutting, cutting } from './list';
import { type Pattern, patternMarks, patternReach } from './patterns';
import type { Pocket } from './pockets';
import type { Mark, Sheet } from './sheet';
import { withClearFigures } from './figures';

const BORDER_MM = 8;

/**
 * Template sheets of a build, body after body.
 *
 * @param inside  mirrored, to lie on the inside of the face
 * @param scene   of the first body, when it stands already
 */
export function templates(p: Project, inside = false, scene: Scene = sceneOf(p)): Sheet[] {
  return bodiesOf(scene).flatMap((one) =>
    bodyTemplates(one.project, inside, one)
      .map((sheet) => ({ ...sheet, marks: withClearFigures(sheet.marks) }))
      .map((sheet) => inItsBody(p, one, sheet)),
  );
}

/** Of several bodies each sheet says whose it is. */
function inItsBody(p: Project, { shell }: Scene, sheet: Sheet): Sheet {
  if (!shell || p.shell.bodies.length < 2) return sheet;
  const { id, name } = shell.body;
  const first = id === bodyFor(p)?.id;
  return { ...sheet, id: first ? sheet.id : `${id}-${sheet.id}`, title: `${name}: ${sheet.title}` };
}

function bodyTemplates(p: Project, inside: boolean, scene: Scene): Sheet[] {
  const shell = scene.shell;
  if (!shell) return [];
  const cuts = cutting(p, scene);
  const out: Sheet[] = [];
  const ring = pointsOf(outerRing(shell.body));
  const w = Math.max(...ring.map((q) => q[0]));
  const h = Math.max(...ring.map((q) => q[1]));
  for (const piece of shell.body.pieces) {
    const mine = cuts.openings.filter((c) => c.face.kind === 'face' && c.face.piece === piece.id);
    const trims = cuts.trims.filter((t) => t.piece === piece.id);
    const there = shell.openings.face.filter((o) => o.piece === piece.id);
    // A pocket is marked from inside, where it is made.
    const pockets = inside ? cuts.pockets.filter((c) => c.piece === piece.id) : [];
    const drilled = cuts.patterns.filter(
      (c) => c.face.kind === 'face' && c.face.piece === piece.id,
    );
    const all = [...mine, ...trims, ...pockets, ...drilled];
    if (!all.length && !there.length) continue;
    // Outside of a front is seen as in the build's frame; outside of a back is its mirror image.
    const flip = shell.sign(piece.id) > 0 === inside;
    const at = (x: number, y: number): [number, number] => [
      BORDER_MM + (flip ? w - x : x),
      BORDER_MM + h - y,
    ];
    const marks: Mark[] = [
      { kind: 'ring', points: ring.map(([x, y]) => at(x, y)), ink: 'outline' },
    ];
    for (const o of there) {
      marks.push(
        o.shape.kind === 'circle'
          ? circle(at(o.x, o.y), o.shape.d.mm / 2, 'there')
          : { kind: 'ring', points: o.points.map(([x, y]) => at(x, y)), ink: 'there' },
      );
    }
    for (const c of mine) marks.push(...cutMarks(c, at, { x0: 0, y0: 0, x1: w, y1: h }));
    for (const t of trims) {
      const f = shell.features.find((q) => q.feature.id === t.feature && q.copy === t.copy)!;
      const [x, y] = at(t.x, t.y);
      for (const prism of f.solid.prisms) {
        for (const q of drawn(prism)) {
          marks.push({
            kind: 'ring',
            points: pointsOf(q).map(([a, b]) => at(a, b)),
            ink: 'by hand',
          });
        }
      }
      marks.push(
        {
          kind: 'text',
          x,
          y: y - 6,
          mm: 2.8,
          text: `${t.name}: to ${formatMm(t.to, 1)} mm`,
          anchor: 'middle',
        },
        ...dims(t.x, t.y, t.from, at, { x0: 0, y0: 0, x1: w, y1: h }, [0, 0]),
      );
    }
    for (const c of pockets) marks.push(...pocketMarks(c, at, { x0: 0, y0: 0, x1: w, y1: h }));
    for (const c of drilled) marks.push(...drilledMarks(c, at, { x0: 0, y0: 0, x1: w, y1: h }));
    marks.push(
      ...datumEdges(
        all.flatMap((c) => c.from),
        at,
        w,
        h,
      ),
    );
    let pieceName: string;
    if (piece.role === 'front') pieceName = 'Front';
    else if (piece.role === 'back') pieceName = 'Back';
    else pieceName = piece.id;
    out.push({
      id: `${piece.id}-${inside ? 'inside' : 'outside'}`,
      title: `${pieceName}, ${inside ? 'inside' : 'outside'}`,
      note: inside
        ? 'MIRRORED: lay it on the inside of the face'
        : 'Seen from outside: lay it on the outside',
      w: w + 2 * BORDER_MM,
      h: h + 2 * BORDER_MM,
      marks,
      cuts: all.map((c) => c.key),
      handles: handlesOf(drilled, at),
      face: {
        body: shell.body.id,
        x0: BORDER_MM + (flip ? w : 0),
        y0: BORDER_MM + h,
        isMirrored: flip,
      },
    });
  }
  return [...out, ...(inside ? [] : wallSheets(scene, cuts))];
}

const circle = ([x, y]: [number, number], r: number, ink: 'cut' | 'start' | 'there'): Mark => ({
  kind: 'circle',
  x,
  y,
  r,
  ink,
});
type At = (x: number, y: number) => [number, number];

/** The rectangle a face's dimensions start from: its outer edges in the face's own frame. */
interface Frame {
  x0: number;
  y0: number;
  x1: number;
  y1: number;
}

function cutMarks(c: CutItem, at: At, frame: Frame): Mark[] {
  const box = (bw: number, bh: number): Pt[] =>
    [
      [c.u - bw / 2, c.v - bh / 2],
      [c.u + bw / 2, c.v - bh / 2],
      [c.u + bw / 2, c.v + bh / 2],
      [c.u - bw / 2, c.v + bh / 2],
    ].map(([x, y]) => at(x!, y!));
  const [cx, cy] = at(c.u, c.v);
  const shape: Mark[] = c.round
    ? [circle(at(c.u, c.v), c.w / 2, 'cut'), circle(at(c.u, c.v), c.start.w / 2, 'start')]
    : [
        { kind: 'ring', points: box(c.w, c.h), ink: 'cut' },
        { kind: 'ring', points: box(c.start.w, c.start.h), ink: 'start' },
      ];
  const size = c.round ? `⌀${formatMm(c.w, 1)}` : `${formatMm(c.w, 1)} × ${formatMm(c.h, 1)}`;
  // The name stands on the side the dimension does not run.
  const ends = [at(frame.x0, c.v)[0], at(frame.x1, c.v)[0]];
  let label:
    { x: number; anchor: 'start' } | { x: number; anchor: 'end' } | { x: number; anchor: 'middle' };
  if (cx - Math.min(...ends) < 34) label = { x: Math.min(...ends) + 2, anchor: 'start' as const };
  else if (Math.max(...ends) - cx < 34) {
    label = { x: Math.max(...ends) - 2, anchor: 'end' as const };
  } else label = { x: cx, anchor: 'middle' as const };
  const side = label;
  const lowDim = c.v - frame.y0 <= frame.y1 - c.v;
  return [
    ...shape,
    { kind: 'line', x0: cx - 2, y0: cy, x1: cx + 2, y1: cy, ink: 'thin' },
    { kind: 'line', x0: cx, y0: cy - 2, x1: cx, y1: cy + 2, ink: 'thin' },
    {
      kind: 'text',
      y: lowDim ? cy - c.h / 2 - 2.5 : cy + c.h / 2 + 4.5,
      mm: 2.8,
      text: c.kind === 'screw' ? `${c.name}: ${size}` : `${c.name}: ${size} ± ${c.toleranceMm}`,
      ...side,
    },
    ...dims(c.u, c.v, c.from, at, frame, [c.w / 2, c.h / 2], c.round),
  ];
}

/** Its edges with how deep it goes; there is no start line: a mill is guided, not filed. */
function pocketMarks(c: Pocket, at: At, frame: Frame): Mark[] {
  const [x, y] = at(c.x, c.y);
  const [a, b] = [c.w / 2, c.h / 2];
  const corners: Array<[number, number]> = [
    [c.x - a, c.y - b],
    [c.x + a, c.y - b],
    [c.x + a, c.y + b],
    [c.x - a, c.y + b],
  ];
  return [
    { kind: 'ring', points: corners.map(([u, v]) => at(u, v)), ink: 'by hand' },
    ...[
      c.name,
      `${formatMm(c.w, 1)} × ${formatMm(c.h, 1)}`,
      `${formatMm(c.deep, 1)} deep, ${formatMm(c.left, 1)} of wall left`,
    ].map((text, line): Mark => ({
      kind: 'text',
      x,
      y: y + 4 * (line - 1),
      mm: 2.8,
      text,
      anchor: 'middle',
    })),
    ...dims(c.x, c.y, c.from, at, frame, [a, b]),
  ];
}

const handlesOf = (drilled: readonly Pattern[], at: At): NonNullable<Sheet['handles']> =>
  drilled.map((c) => {
    const [x, y] = at(c.u, c.v);
    return { key: c.key, x, y };
  });

/** Its holes, and how far its middle lies from the edges. */
const drilledMarks = (c: Pattern, at: At, frame: Frame): Mark[] => [
  ...patternMarks(c, at, c.v - frame.y0 <= frame.y1 - c.v),
  ...dims(c.u, c.v, c.from, at, frame, patternReach(c), true),
];

/** Height of a dimension's figures on paper, and the width of one of them, mm. */
const FIGURE_MM = 2.6;
const DIGIT_MM = 1.6;

/**
 * Thin dimension lines from the nearer edge across and the nearer edge up.
 *
 * @param half      half its width and height; its figures stand clear of it, before the edge or
 *                  beyond it
 * @param toMiddle  the lines run to its middle instead of its near edges
 */
function dims(
  x: number,
  y: number,
  from: readonly [FromEdge, FromEdge],
  at: At,
  frame: Frame,
  [halfW, halfH]: readonly [number, number],
  toMiddle = false,
): Mark[] {
  const ex = x - frame.x0 <= frame.x1 - x ? frame.x0 : frame.x1;
  const ey = y - frame.y0 <= frame.y1 - y ? frame.y0 : frame.y1;
  const rim = { x: x + (ex < x ? -halfW : halfW), y: y + (ey < y ? -halfH : halfH) };
  const figure = (axis: 0 | 1): string => formatMm(from[axis].mm, 1);
  const across = clearOf(ex, x, halfW, DIGIT_MM * figure(0).length);
  const up = clearOf(ey, y, halfH, FIGURE_MM);
  const line = (a: Pt, b: Pt): Mark => ({
    kind: 'line',
    x0: a[0],
    y0: a[1],
    x1: b[0],
    y1: b[1],
    ink: 'thin',
  });
  const [fx, fy] = [at(across, y), at(x, up)];
  return [
    line(at(ex, y), at(toMiddle ? x : rim.x, y)),
    {
      kind: 'text',
      x: fx[0],
      y: fx[1] - 1,
      mm: FIGURE_MM,
      text: figure(0),
      anchor: 'middle',
    },
    line(at(x, ey), at(x, toMiddle ? y : rim.y)),
    {
      kind: 'text',
      x: fy[0] + 1,
      y: fy[1] + FIGURE_MM / 2 - 0.3,
      mm: FIGURE_MM,
      text: figure(1),
      anchor: 'start',
    },
  ];
}

/** The middle of a figure so long: between the edge and the rim where it has room, else beyond both. */
function clearOf(edge: number, middle: number, half: number, long: number): number {
  const outward = edge < middle ? -1 : 1;
  const rim = middle + outward * half;
  if (outward * (edge - rim) >= long + 1) return (edge + rim) / 2;
  const beyond = outward > 0 ? Math.max(edge, rim) : Math.min(edge, rim);
  return beyond + outward * (long / 2 + 0.8);
}

function datumEdges(from: readonly FromEdge[], at: At, w: number, h: number): Mark[] {
  const lines: Record<string, [number, number, number, number]> = {
    left: [0, 0, 0, h],
    right: [w, 0, w, h],
    bottom: [0, 0, w, 0],
    top: [0, h, w, h],
  };
  return [...new Set(from.map((f) => f.edge))].flatMap((edge): Mark[] => {
    const l = lines[edge];
    if (!l) return [];
    const [a, b] = [at(l[0], l[1]), at(l[2], l[3])];
    return [{ kind: 'line', x0: a[0], y0: a[1], x1: b[0], y1: b[1], ink: 'datum' }];
  });
}

/** Strips for the walls, seen from outside: u runs along the wall, the parting line is drawn in. */
function wallSheets(scene: Scene, { openings, patterns }: Cutting): Sheet[] {
  const shell = scene.shell!;
  const depth = (sign: 1 | -1) =>
    Math.max(
      0,
      ...shell.body.pieces.filter((q) => shell.sign(q.id) === sign).map((q) => q.depth.mm),
    );
  const [back, front] = [depth(-1), depth(1)];
  return shell.walls.flatMap((wall): Sheet[] => {
    const mine = openings.filter((c) => c.face.kind === 'wall' && c.face.wall === wall.index);
    const drilled = patterns.filter((c) => c.face.kind === 'wall' && c.face.wall === wall.index);
    const all = [...mine, ...drilled];
    if (!all.length) return [];
    const w = wall.length;
    const at: At = (u, z) => [BORDER_MM + u, BORDER_MM + front - z];
    const line = (u0: number, z0: number, u1: number, z1: number, ink: 'thin' | 'datum'): Mark => ({
      kind: 'line',
      x0: at(u0, z0)[0],
      y0: at(u0, z0)[1],
      x1: at(u1, z1)[0],
      y1: at(u1, z1)[1],
      ink,
    });
    const text = (u: number, z: number, t: string, anchor?: 'end'): Mark => ({
      kind: 'text',
      x: at(u, z)[0],
      y: at(u, z)[1],
      mm: 2.6,
      text: t,
      ...(anchor ? { anchor } : {}),
    });
    const marks = (
      [
        {
          kind: 'ring',
          points: [
            ...wallEnds(shell, wall, -1).map(([u, deep]) => at(u, -deep)),
            ...[...wallEnds(shell, wall, 1)].reverse().map(([u, deep]) => at(u, deep)),
          ],
          ink: 'outline',
        },
        line(0, 0, w, 0, 'thin'),
        text(w - 1, 1, 'parting line', 'end'),
        text(2, front - 4, 'front'),
        text(2, -back + 1.5, 'back'),
        ...shell.openings.wall
          .filter((q) => q.wall === wall.index)
          .map((o): Mark =>
            o.round
              ? circle(at(o.u, o.v), o.w / 2, 'there')
              : {
                  kind: 'ring',
                  points: [
                    at(o.u - o.w / 2, o.v - o.h / 2),
                    at(o.u + o.w / 2, o.v - o.h / 2),
                    at(o.u + o.w / 2, o.v + o.h / 2),
                    at(o.u - o.w / 2, o.v + o.h / 2),
                  ],
                  ink: 'there',
                },
          ),
        ...mine.flatMap((c) => cutMarks(c, at, { x0: 0, x1: w, y0: -back, y1: front })),
        ...drilled.flatMap((c) => drilledMarks(c, at, { x0: 0, x1: w, y0: -back, y1: front })),
        ...new Set(all.map((c) => (c.u <= w / 2 ? 0 : w))),
      ] as Array<Mark | number>
    ).flatMap((m): Mark[] => (typeof m === 'number' ? [line(m, -back, m, front, 'datum')] : [m]));
    const face = all[0]!.face as Extract<CutItem['face'], { kind: 'wall' }>;
    return [
      {
        id: `wall-${wall.index}`,
        title: `${face.name[0]!.toUpperCase()}${face.name.slice(1)}, outside`,
        note: 'Seen from outside, both halves closed',
        w: w + 2 * BORDER_MM,
        h: back + front + 2 * BORDER_MM,
        marks,
        cuts: all.map((c) => c.key),
        handles: handlesOf(drilled, at),
      },
    ];
  });
}

/** Every part of the build as a paper cut-out at true size with its height on it. */
export function cutOuts(p: Project): Sheet[] {
  const seen = new Map<string, number>();
  const pieces = p.kit.items.flatMap((item) => {
    const sawn = (item.sawn ?? []).map((c) => `${c.edge} ${c.mm}`);
    const key = `${item.part}/${[...item.struck, ...sawn].join(',')}`;
    seen.set(key, (seen.get(key) ?? 0) + 1);
    if (seen.get(key)! > 1) return [];
    const part = partOf(p, item);
    const blocks = remaining(part, item.struck);
    const boxes = blocks.map(blockBox);
    const x0 = Math.min(...boxes.map((b) => b[0][0]));
    const x1 = Math.max(...boxes.map((b) => b[1][0]));
    const y0 = Math.min(...boxes.map((b) => b[0][1]));
    const y1 = Math.max(...boxes.map((b) => b[1][1]));
    return [{ item, part, blocks, x0, x1, y0, y1 }];
  });
  const W = 180;
  const GAP = 6;
  let x = 0;
  let y = 0;
  let rowH = 0;
  let page = 1;
  const out: Sheet[] = [];
  let marks: Mark[] = [];
  const flush = () => {
    if (marks.length) {
      out.push({
        id: `cut-outs-${page}`,
        title: `Paper cut-outs ${page}`,
        note: 'Seen from the top of each part, true size',
        w: W,
        h: y + rowH + 2,
        marks,
      });
    }
    marks = [];
    x = 0;
    y = 0;
    rowH = 0;
    page++;
  };
  for (const q of pieces) {
    const w = q.x1 - q.x0;
    const h = q.y1 - q.y0 + 9;
    if (x > 0 && x + w > W) {
      x = 0;
      y += rowH + GAP;
      rowH = 0;
    }
    if (y > 0 && y + h > 230) flush();
    const put = (px: number, py: number): [number, number] => [x + px - q.x0, y + 5 + q.y1 - py];
    for (const block of q.blocks) {
      for (const prism of standing(block, 'flat').prisms) {
        for (const r of drawn(prism)) {
          marks.push({
            kind: 'ring',
            points: pointsOf(r).map(([a, b]) => put(a, b)),
            ink: block === q.blocks[0] ? 'cut' : 'thin',
          });
        }
      }
    }
    marks.push({
      kind: 'text',
      x,
      y: y + 3,
      mm: 3,
      text: `${q.item.name}: ${formatMm(thickness(q.part, q.item.struck).value, 1)} mm high`,
    });
    for (const block of q.blocks.slice(1)) {
      const [low, high] = blockBox(block);
      if (high[2] <= blockBox(q.blocks[0]!)[1][2] || high[0] - low[0] < 6 || high[1] - low[1] < 4) {
        continue;
      }
      const [tx, ty] = put((low[0] + high[0]) / 2, (low[1] + high[1]) / 2);
      marks.push({
        kind: 'text',
        x: tx,
        y: ty + 1,
        mm: 2.2,
        text: formatMm(high[2], 1),
        anchor: 'middle',
      });
    }
    x += Math.max(w, 28) + GAP;
    rowH = Math.max(rowH, h);
  }
  flush();
  return out;
}

export const templateTitle = (p: Project): string => `${p.name}: ${bodyFor(p)?.name ?? 'no shell'}`;
