/** Spoilings of a body that is pushed into another: the pocket, what catches in it, and what it hides. */
import { appliedAll, type Feature, length, type Project, type Seat, seatsOf } from '../../model';
import { type Case, type Kind, withPlacement } from './kind.fixture';

type Found = ReturnType<typeof seatsOf>[number];
const seatOf = (p: Project): Found | undefined => seatsOf(p.shell)[0];

/** The seat changed as its own figures say. */
function spoiling(
  p: Project,
  change: (seat: Found) => Partial<Seat>,
  where: string,
  says: (seat: Found) => RegExp,
): Case[] {
  const seat = seatOf(p);
  if (!seat) return [];
  const joint = { ...seat.joint, ...change(seat) };
  return [{ where, spoilt: appliedAll(p, [{ do: 'joint', joint }]), says: says(seat) }];
}

const pocket = ({ joint }: Found, set: Partial<Seat['pocket']>): Partial<Seat> => ({
  pocket: { ...joint.pocket, ...set },
});
/** The body that goes in, from back to front. */
const thick = ({ bodies: [, inner] }: Found): number =>
  inner.pieces.reduce((sum, q) => sum + q.depth.mm, 0);
/** Along the edge that goes in. */
function wide({ joint, bodies: [, { outline }] }: Found): number {
  if (outline.kind !== 'rect') return 0;
  return isUpright(joint) ? outline.h.mm : outline.w.mm;
}
const isUpright = ({ inner }: Seat): boolean => inner.edge === 'left' || inner.edge === 'right';
const into = ({ bodies: [outer] }: Found): RegExp => new RegExp(`into the pocket of ${outer.name}`);

export const SEAT_KINDS: readonly Kind[] = [
  {
    name: 'a pocket 0.2 mm narrower at each side than slides',
    makes: 'hit',
    cases: (p) => spoiling(p, (s) => pocket(s, { w: length(wide(s)) }), 'narrow', into),
  },
  {
    name: 'a pocket 0.2 mm lower at each side than slides',
    makes: 'hit',
    cases: (p) => spoiling(p, (s) => pocket(s, { h: length(thick(s)) }), 'low', into),
  },
  {
    name: 'a pocket in which it rattles',
    makes: 'tight',
    cases: (p) =>
      spoiling(
        p,
        (s) => pocket(s, { h: length(thick(s) + 2.4) }),
        'loose',
        () => /rattles/,
      ),
  },
  {
    name: 'a pocket so deep that a bay comes to its mouth',
    makes: 'hit',
    cases: (p) =>
      spoiling(
        p,
        (s) => pocket(s, { deep: length(12) }),
        'deep',
        () => /catches at the mouth/,
      ),
  },
  {
    name: 'a pocket with half a millimetre of wall before it',
    makes: 'hit',
    cases: (p) =>
      spoiling(
        p,
        (s) => {
          const { h, rise } = s.joint.pocket;
          const front = s.bodies[0].pieces.find((q) => q.role === 'front')!.depth.mm;
          return pocket(s, { rise: length(rise.mm + front - 0.5 - (rise.mm + h.mm / 2)) });
        },
        'thin',
        (s) => new RegExp(`leaves of ${s.bodies[0].name}`),
      ),
  },
  {
    name: 'a pocket deeper than what it is in',
    makes: 'hit',
    cases: (p) =>
      spoiling(
        p,
        (s) => pocket(s, { deep: length(39.5) }),
        'through',
        () => /under its floor/,
      ),
  },
  {
    name: 'a socket that the pocket covers',
    makes: 'tight',
    cases: (p) =>
      spoiling(
        p,
        () => ({ idle: [] }),
        'covered',
        () => /nothing gets to USB-C/,
      ).filter(() => seatOf(p)?.joint.idle?.includes('charger')),
  },
  {
    name: 'a key at the edge that goes in',
    makes: 'hit',
    cases: (p) => {
      const seat = seatOf(p);
      const key = p.controls.inputs.find((i) => 'piece' in i.at || 'opening' in i.at);
      const front = seat?.bodies[1].pieces.find((q) => q.role === 'front');
      if (!seat || !key || !front) return [];
      const [along, in_] = [wide(seat) / 2, 5];
      const at = isUpright(seat.joint)
        ? { piece: front.id, x: in_, y: along }
        : { piece: front.id, x: along, y: in_ };
      const spoilt = appliedAll(p, [{ do: 'input', input: { ...key, at, hole: 6 } }]);
      return [{ where: key.id, spoilt, says: new RegExp(`${key.name} catches`) }];
    },
  },
  {
    name: 'a part of the dock where the pocket is',
    makes: 'hit',
    cases: (p) => {
      const seat = seatOf(p);
      const back = seat?.bodies[0].pieces.find((q) => q.role === 'back');
      if (!seat || !back) return [];
      const spoilt = withPlacement(p, 'amp', { on: { piece: back.id }, x: 60, y: 20, lift: 12 });
      return [{ where: 'amp', spoilt, says: /lies where the pocket/, ids: ['amp'] }];
    },
  },
  {
    name: 'a post of the dock where the pocket is',
    makes: 'hit',
    cases: (p) => {
      const seat = seatOf(p);
      const back = seat?.bodies[0].pieces.find((q) => q.role === 'back');
      if (!seat || !back) return [];
      const read = (edge: 'left' | 'top', mm: number) => ({
        from: { edge, face: 'outer' as const },
        to: 'centre' as const,
        length: length(mm),
      });
      const post: Feature = {
        id: 'dock-post',
        name: 'post of the dock',
        kind: 'post',
        at: { x: read('left', 60), y: read('top', 5) },
        shape: { kind: 'circle', d: length(5) },
        height: { from: 'floor', length: length(12) },
        purpose: 'unknown',
        mayCut: 'trim',
      };
      const bodies = p.shell.bodies.map((b) =>
        b.id === seat.bodies[0].id
          ? {
              ...b,
              pieces: b.pieces.map((q) =>
                q.id === back.id ? { ...q, features: [...q.features, post] } : q,
              ),
            }
          : b,
      );
      const spoilt = { ...p, shell: { ...p.shell, bodies } };
      return [{ where: 'post', spoilt, says: /post of the dock lies where the pocket/ }];
    },
  },
];
