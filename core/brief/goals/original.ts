/** Whether its face stays as it was. */
import { piecesOf } from '../../model';
import { type Judge, judged, missedIf } from './goal';

export const original: Judge = ({ c, b, p }) => {
  if (!b.original) return undefined;
  if (!p.shell.bodies.length) {
    return judged('no new hole in the face', 'open', 'shell not measured', 'the shell');
  }
  const fronts = new Set(
    piecesOf(p)
      .filter((q) => q.role === 'front')
      .map((q) => q.id),
  );
  const face = c.cuts.openings.filter((o) => o.face.kind === 'face' && fronts.has(o.face.piece));
  const walls = c.cuts.openings.filter((o) => o.face.kind === 'wall');
  const standing = missedIf(Boolean(face.length), walls.length > 2);
  return judged(
    'no new hole in the face',
    standing,
    `${face.length} in the face, ${walls.length} in the walls`,
    face[0]?.name ?? walls[0]?.name ?? 'nothing is cut',
    face.map((o) => o.name),
  );
};
