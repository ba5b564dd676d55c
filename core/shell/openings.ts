/**
 * Every opening that is already in the shell, where it really is: on a face in the build's x, y, or
 * on a wall in that wall's u, v.
 */
import { BadInput, type Body, type Opening, type Piece, type Shape } from '../model';
import { BODY, centre, named, type Source, copiesOf } from './datum';
import { straightWalls, type WallHole } from './walls';

export interface FaceHole {
  id: string;
  copy: number;
  name: string;
  use: Opening['use'];
  piece: string;
  /** Corner points in the build's x, y, or a circle. */
  shape: Shape;
  x: number;
  y: number;
  w: number;
  h: number;
  points: Array<[number, number]>;
  sources: { x: Source[]; y: Source[] };
}
export interface NamedWallHole extends WallHole {
  id: string;
  name: string;
  use: Opening['use'];
  piece: string;
}
export interface Openings {
  face: FaceHole[];
  wall: NamedWallHole[];
}

/** Corner points of a shape about a centre. A circle gets 48 sides. */
export function shapePoints(
  shape: Shape,
  x: number,
  y: number,
  flipX = false,
  flipY = false,
): Array<[number, number]> {
  if (shape.kind === 'circle') {
    const r = shape.d.mm / 2;
    return Array.from({ length: 48 }, (_, i) => [
      x + r * Math.cos((i * Math.PI) / 24),
      y + r * Math.sin((i * Math.PI) / 24),
    ]);
  }
  if (shape.kind === 'rect') {
    const [w, h] = [shape.w.mm / 2, shape.h.mm / 2];
    return [
      [x - w, y - h],
      [x + w, y - h],
      [x + w, y + h],
      [x - w, y + h],
    ];
  }
  const xs = shape.points.map((p) => p[0]);
  const ys = shape.points.map((p) => p[1]);
  const mx = (Math.min(...xs) + Math.max(...xs)) / 2;
  const my = (Math.min(...ys) + Math.max(...ys)) / 2;
  return shape.points.map(([px, py]) => [
    x + (flipX ? -1 : 1) * (px - mx),
    y + (flipY ? -1 : 1) * (py - my),
  ]);
}

const extent = (shape: Shape): [number, number] => {
  if (shape.kind === 'circle') return [shape.d.mm, shape.d.mm];
  if (shape.kind === 'rect') return [shape.w.mm, shape.h.mm];
  const pts = shapePoints(shape, 0, 0);
  return [Math.max(...pts.map((p) => p[0])) * 2, Math.max(...pts.map((p) => p[1])) * 2];
};

/** Every opening of a body, each copy of its own. */
export function openingsOf(body: Body): Openings {
  const all = named(body);
  const walls = straightWalls(body);
  const out: Openings = { face: [], wall: [] };
  body.pieces.forEach((piece: Piece, i) =>
    piece.openings.forEach((o, j) => {
      // What will be blanked is wall again: nothing passes, and nothing is seen through it.
      if (o.reuse?.as === 'blanked') return;
      const key = `${BODY}.pieces.${i}.openings.${j}`;
      const [w, h] = extent(o.shape);
      if (o.on.kind === 'face') {
        for (const s of copiesOf(body, all, o.on.at, o.shape, `${key}.on.at`, o.repeat)) {
          out.face.push({
            id: o.id,
            copy: s.copy,
            name: o.name,
            use: o.use,
            piece: piece.id,
            shape: o.shape,
            x: s.x.mm,
            y: s.y.mm,
            w,
            h,
            points: shapePoints(o.shape, s.x.mm, s.y.mm, s.flipX, s.flipY),
            sources: { x: s.x.sources, y: s.y.sources },
          });
        }
        return;
      }
      const wall = walls[o.on.wall];
      if (!wall) {
        throw new BadInput(
          `${key}.on.wall`,
          `This shell has walls 0 to ${walls.length - 1}, not ${o.on.wall}.`,
        );
      }
      const axis = Math.abs(wall.ux) >= Math.abs(wall.uy) ? 'x' : 'y';
      // The width of a wall opening lies along the wall whichever way it runs.
      const flat: Shape = { kind: 'circle', d: { mm: w, u: 0, how: 'exact' } };
      const c = centre(body, all, o.on.along, axis, flat, `${key}.on`);
      const u = axis === 'x' ? (c.mm - wall.x0) / wall.ux : (c.mm - wall.y0) / wall.uy;
      out.wall.push({
        id: o.id,
        name: o.name,
        use: o.use,
        piece: piece.id,
        wall: wall.index,
        u,
        v: o.on.v.mm,
        w,
        h,
        round: o.shape.kind === 'circle',
      });
    }),
  );
  return out;
}
