/** What can neither be reached nor seen nor heard while it is in. */
import { type Finding, mm1 } from '../../model';
import { KEY_MM } from '../keys';
import { edgeFrame, swungOf } from '../swung';
import { activeArea } from '../window';
import { type Box, type InSeat, seated, type Taking } from './pocket';
import { refOf } from './said';

/** Openings that are of use as holes; keys, pictures and sockets are told by what is behind theirs. */
const REACHED: ReadonlySet<string> = new Set([
  'slot',
  'wheel',
  'speaker',
  'vent',
  'switch',
  'lamp',
]);

/** Everything of the body that goes in which is of use from outside. */
function usedOf(t: Taking): InSeat[] {
  const { inner, joint } = t;
  const frame = edgeFrame(inner, joint.inner.edge, true);
  const lay = seated(t);
  const spot = (x0: number, x1: number, y0: number, y1: number): Box =>
    lay({ ...frame(x0, x1, y0, y1), up0: 0, up1: 0 });
  const { openings, walls } = inner.shell!;
  const inFace = openings.face
    .filter((o) => REACHED.has(o.use))
    .map(({ id, name, x, y, w, h }): InSeat => ({
      of: { is: 'opening', id, name },
      box: spot(x - w / 2, x + w / 2, y - h / 2, y + h / 2),
      u: 0,
    }));
  const onWall = (wall: number, u: number, w: number): Box => {
    const { x0, y0, ux, uy } = walls[wall]!;
    const [from, to] = [u - w / 2, u + w / 2];
    const xs = [x0 + ux * from, x0 + ux * to];
    const ys = [y0 + uy * from, y0 + uy * to];
    return spot(Math.min(...xs), Math.max(...xs), Math.min(...ys), Math.max(...ys));
  };
  const { inputs } = inner.project.controls;
  const keyAt = new Map(inputs.flatMap((i) => ('opening' in i.at ? [[i.at.opening, i]] : [])));
  const inWall = openings.wall
    .filter((o) => REACHED.has(o.use) || keyAt.has(o.id))
    .map(({ id, name, wall, u, w }): InSeat => ({
      of: keyAt.has(id)
        ? { is: 'key', id: keyAt.get(id)!.id, name: keyAt.get(id)!.name }
        : { is: 'opening', id, name },
      box: onWall(wall, u, w),
      u: 0,
    }));
  const toBeCut = inputs.flatMap(({ id, name, at, hole = KEY_MM }): InSeat[] =>
    'wall' in at && at.body === inner.shell!.body.id && walls[at.wall]
      ? [{ of: { is: 'key', id, name }, box: onWall(at.wall, at.along, hole), u: 0 }]
      : [],
  );
  const sockets = [...inner.items.values()].flatMap((at) =>
    at.mouths
      .filter((m) => m.outside)
      .map((m): InSeat => ({
        of: { is: 'socket', id: at.item.id, name: `${m.name} of ${at.item.name}` },
        box: spot(m.x, m.x, m.y, m.y),
        u: 0,
      })),
  );
  const pictures = [...inner.items.values()].flatMap((at): InSeat[] => {
    const lit = activeArea(inner, at);
    const of = { is: 'picture', id: at.item.id, name: `the picture of ${at.item.name}` } as const;
    return lit ? [{ of, box: spot(lit.x0, lit.x1, lit.y0, lit.y1), u: 0 }] : [];
  });
  const keys = swungOf(inner, joint.inner.edge, true)
    .filter((s) => s.of.is === 'key')
    .map((s): InSeat => ({ of: s.of, box: lay(s), u: s.u }));
  return [...keys, ...toBeCut, ...inWall, ...sockets, ...pictures, ...inFace];
}

/** What cannot be used while it is in, and nobody said that it need not. */
export function covered(t: Taking): Finding[] {
  const { joint, bodies } = t;
  const idle = new Set(joint.idle);
  const within = usedOf(t).filter(({ of, box }) => box.deep[1] > 0 && !idle.has(of.id));
  // A hole there several times, or a part with a socket and a picture, is one thing to answer for.
  const hidden = [...new Map(within.map((s) => [s.of.id, s])).values()];
  if (!hidden.length) return [];
  return [
    {
      id: `${joint.id}:covered`,
      station: 'shell',
      check: 'seat',
      code: 'seat-covers',
      verdict: 'tight',
      title: hidden.length === 1 ? 'One thing is covered' : `${hidden.length} things are covered`,
      what: `In ${bodies[0].name}, nothing gets to ${hidden.map(({ of }) => of.name).join(', ')}.`,
      why: [
        `${bodies[1].name} goes ${mm1(joint.pocket.deep.mm)} mm in; what lies within that of its ${joint.inner.edge} edge is behind the pocket’s wall.`,
      ],
      about: hidden.map(({ of }) => of.id),
      refs: [{ is: 'joint', id: joint.id }, ...hidden.flatMap(({ of }) => refOf(t.inner, of))],
    },
  ];
}
