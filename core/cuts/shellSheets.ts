/** The shell as drawings: both insides as they lie open, and the face as the player sees it. */
import type { Body, Cut } from '../model';
import { drawn, pointsOf, type Pt, toPage, type Side } from '../geometry';
import { BODY, innerRing, named, outerRing, shapePoints, shellSolids, copiesOf } from '../shell';
import type { Mark, Sheet } from './sheet';

const BORDER_MM = 8;

export function shellSheets(body: Body, cuts: readonly Cut[]): Sheet[] {
  const shell = shellSolids(body, cuts);
  const outer = pointsOf(outerRing(body));
  const w = Math.max(...outer.map((p) => p[0]));
  const h = Math.max(...outer.map((p) => p[1]));
  const all = named(body);
  return body.pieces.flatMap((piece, i): Sheet[] => {
    const front = shell.sign(piece.id) > 0;
    const sheet = (side: Side, id: string, title: string, note: string, inside: boolean): Sheet => {
      const at = ([x, y]: Pt): Pt => {
        const [px, py] = toPage({ side, w, h, spine: 'left' }, x, y);
        return [BORDER_MM + px, BORDER_MM + py];
      };
      const ring = (
        points: ReadonlyArray<Pt>,
        ink: 'outline' | 'there' | 'thin' | 'cut',
      ): Mark => ({ kind: 'ring', points: points.map(at), ink });
      const marks: Mark[] = [ring(outer, 'outline')];
      for (const o of shell.openings.face.filter((q) => q.piece === piece.id)) {
        const [x, y] = at([o.x, o.y]);
        marks.push(
          o.shape.kind === 'circle'
            ? { kind: 'circle', x, y, r: o.shape.d.mm / 2, ink: 'there' }
            : ring(o.points, 'there'),
        );
      }
      if (inside) {
        marks.push(ring(pointsOf(innerRing(body)), 'outline'));
        piece.zones.forEach((z, j) => {
          const [spot] = copiesOf(
            body,
            all,
            z.at,
            z.shape,
            `${BODY}.pieces.${i}.zones.${j}.at`,
            undefined,
          );
          marks.push(ring(shapePoints(z.shape, spot!.x.mm, spot!.y.mm), 'thin'));
        });
        for (const f of shell.features.filter((q) => q.piece === piece.id && q.height > 0)) {
          const [x, y] = at([f.x, f.y]);
          if (f.feature.shape.kind === 'circle') {
            marks.push({ kind: 'circle', x, y, r: f.feature.shape.d.mm / 2, ink: 'outline' });
          } else {
            for (const p of f.solid.prisms) {
              for (const r of drawn(p)) marks.push(ring(pointsOf(r), 'outline'));
            }
          }
        }
      }
      return { id, title, note, w: w + 2 * BORDER_MM, h: h + 2 * BORDER_MM, marks };
    };
    const name = piece.role[0]!.toUpperCase() + piece.role.slice(1);
    return [
      sheet(
        front ? 'front inside' : 'back inside',
        `${piece.id}-shell-inside`,
        `${name}, inside`,
        'As it lies open, inside up',
        true,
      ),
      ...(front
        ? [sheet('front outside', `${piece.id}-face`, 'The face', 'Seen from the front', false)]
        : []),
    ];
  });
}
