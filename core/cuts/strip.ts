/**
 * All walls as one strip, unrolled round their rounded corners: it is wound round the closed shell
 * and stays where it is. The outer face of a wall is upright, so the strip has its true lengths.
 */
import { formatMm, type Project } from '../model';
import { type Scene, sceneOf } from '../fit';
import { type ShellSolids, type Wall, wallDepth, wallEnds } from '../shell';
import type { CutItem } from './cutItem';
import { cutting } from './list';
import { patternMarks } from './patterns';
import type { Mark, Sheet } from './sheet';

const BORDER_MM = 8;
/** Left over at the end, to be glued on the beginning. */
const TAB_MM = 10;

/** One wall on the strip: where its straight part begins there, and what its corners take of it. */
interface StripWall {
  wall: number;
  /** From the strip's beginning to where the straight part starts, mm. */
  from: number;
  /** Of the wall, from its sharp corner: where its straight part starts and ends, mm. */
  start: number;
  end: number;
  /** The corner after it, along the face, mm. */
  arc: number;
}
export interface Strip {
  walls: StripWall[];
  /** Once round, mm. */
  length: number;
}

/** What a rounded corner takes of the walls beside it, and how long it is along the face, mm. */
function cornerOf(a: Wall, b: Wall, r: number): { back: number; arc: number } {
  const cross = a.ux * b.uy - a.uy * b.ux;
  const turn = Math.acos(Math.max(-1, Math.min(1, a.ux * b.ux + a.uy * b.uy)));
  // Inside corners are sharp.
  if (cross <= 1e-9 || r <= 0) return { back: 0, arc: 0 };
  const back = Math.min(r * Math.tan(turn / 2), a.length / 2, b.length / 2);
  return { back, arc: (back / Math.tan(turn / 2)) * turn };
}

/** How the walls of a shell follow each other on the strip. */
export function stripOf(shell: ShellSolids): Strip {
  const { walls } = shell;
  const r = shell.body.outline.r.mm;
  const corner = walls.map((w, i) => cornerOf(w, walls[(i + 1) % walls.length]!, r));
  let from = 0;
  const on = walls.map((w, i): StripWall => {
    const before = corner[(i + walls.length - 1) % walls.length]!.back;
    const { back, arc } = corner[i]!;
    const one = { wall: w.index, from, start: before, end: w.length - back, arc };
    from += one.end - one.start + arc;
    return one;
  });
  return { walls: on, length: from };
}

/**
 * The strip as a sheet; nothing when no wall is cut.
 *
 * Seen from outside, the front above: what is there, what is cut, and where the corners begin and end.
 */
export function stripSheet(p: Project, scene: Scene = sceneOf(p)): Sheet | undefined {
  const { shell } = scene;
  if (!shell) return undefined;
  const cuts = cutting(p, scene);
  const mine = cuts.openings.filter((c) => c.face.kind === 'wall');
  const drilled = cuts.patterns.filter((c) => c.face.kind === 'wall');
  if (!mine.length && !drilled.length) return undefined;
  const strip = stripOf(shell);
  const depth = (sign: 1 | -1): number =>
    Math.max(
      0,
      ...shell.body.pieces.filter((q) => shell.sign(q.id) === sign).map((q) => q.depth.mm),
    );
  const [back, front] = [depth(-1), depth(1)];
  const at = (s: number, z: number): [number, number] => [BORDER_MM + s, BORDER_MM + front - z];
  const line = (s0: number, z0: number, s1: number, z1: number, ink: 'thin' | 'there'): Mark => {
    const [[x0, y0], [x1, y1]] = [at(s0, z0), at(s1, z1)];
    return { kind: 'line', x0, y0, x1, y1, ink };
  };
  const text = (s: number, z: number, words: string): Mark => {
    const [x, y] = at(s, z);
    return { kind: 'text', x, y, mm: 2.6, text: words, anchor: 'middle' };
  };
  const placeOf = (wall: number, u: number): number => {
    const on = strip.walls.find((w) => w.wall === wall)!;
    return on.from + u - on.start;
  };
  const hole = (
    h: { wall: number; u: number; v: number; round: boolean },
    w: number,
    high: number,
    ink: 'there' | 'cut' | 'start',
  ): Mark => {
    const s = placeOf(h.wall, h.u);
    if (h.round) {
      const [x, y] = at(s, h.v);
      return { kind: 'circle', x, y, r: w / 2, ink };
    }
    const points = [
      at(s - w / 2, h.v - high / 2),
      at(s + w / 2, h.v - high / 2),
      at(s + w / 2, h.v + high / 2),
      at(s - w / 2, h.v + high / 2),
    ];
    return { kind: 'ring', points, ink };
  };
  const wallOf = (c: CutItem): number => (c.face as { wall: number }).wall;
  const cutMarks = (c: CutItem): Mark[] => {
    const h = { wall: wallOf(c), u: c.u, v: c.v, round: c.round };
    const s = placeOf(h.wall, c.u);
    return [
      hole(h, c.w, c.h, 'cut'),
      hole(h, c.start.w, c.start.h, 'start'),
      line(s - 2, c.v, s + 2, c.v, 'thin'),
      line(s, c.v - 2, s, c.v + 2, 'thin'),
      text(s, c.v > 0 ? -back + 1.5 : front - 3.5, c.name),
    ];
  };
  const end = strip.length;
  /** The edge of the strip at the front or the back, from its beginning to its end. */
  const rim = (side: 1 | -1): Array<[number, number]> => {
    const ends = strip.walls.flatMap((on): Array<[number, number]> => {
      const wall = shell.walls[on.wall]!;
      const deep = (u: number): number => side * wallDepth(shell, wall, side, u);
      const between = wallEnds(shell, wall, side).filter(([u]) => u > on.start && u < on.end);
      return [on.start, ...between.map(([u]) => u), on.end].map((u) =>
        at(placeOf(on.wall, u), deep(u)),
      );
    });
    // The tab is glued over the beginning.
    const [, last] = ends[ends.length - 1]!;
    return [...ends, [BORDER_MM + end + TAB_MM, last]];
  };
  const marks: Mark[] = [
    {
      kind: 'ring',
      points: [...rim(-1), ...rim(1).reverse()],
      ink: 'outline',
    },
    line(0, 0, end, 0, 'thin'),
    line(end, -back, end, front, 'thin'),
    text(end + TAB_MM / 2, 1, 'glue'),
    ...strip.walls.flatMap((w): Mark[] => {
      const to = w.from + w.end - w.start;
      if (!w.arc) return [line(to, -back, to, front, 'thin')];
      return [
        line(to, -back, to, front, 'there'),
        line(to + w.arc, -back, to + w.arc, front, 'there'),
        text(to + w.arc / 2, 1, 'round'),
      ];
    }),
    ...shell.openings.wall.map((o) => hole(o, o.w, o.h, 'there')),
    ...mine.flatMap(cutMarks),
    ...drilled.flatMap((c) =>
      patternMarks(c, (u, v) => at(placeOf((c.face as { wall: number }).wall, u), v)),
    ),
  ];
  return {
    id: 'walls-strip',
    title: 'All walls as one strip, outside',
    note: `Wind it round the closed shell, the front above: ${formatMm(end, 1)} mm once round, and a tab to glue`,
    w: end + TAB_MM + 2 * BORDER_MM,
    h: back + front + 2 * BORDER_MM,
    marks,
  };
}
