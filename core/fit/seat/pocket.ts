/**
 * A body pushed into the pocket of another, in the pocket's own frame: along the wall, across it
 * from back to front, and in from the wall's outside. Everything is a box there, and as the way in
 * is straight, what passes the mouth passes all the way.
 */
import { type Joined, type Seat, seatsOf } from '../../model';
import { sideOf } from '../../shell';
import { bodiesOf, type Scene } from '../scene';
import { type Swung, swungOf } from '../swung';

/** A box in the pocket's frame, mm. */
export interface Box {
  along: readonly [number, number];
  up: readonly [number, number];
  deep: readonly [number, number];
}

/** Something of either body, in the pocket's frame. */
export interface InSeat {
  of: { is: Swung['of']['is'] | 'socket' | 'opening' | 'picture'; id: string; name: string };
  box: Box;
  u: number;
}

export interface Taking extends Joined<Seat> {
  outer: Scene;
  inner: Scene;
}

export function takings(scene: Scene): Taking[] {
  const bodies = bodiesOf(scene);
  return seatsOf(scene.project.shell).flatMap((seat) => {
    const [outer, inner] = [bodies[seat.of[0]], bodies[seat.of[1]]];
    return outer?.shell && inner?.shell ? [{ ...seat, outer, inner }] : [];
  });
}

export type Flat = Pick<Swung, 'in0' | 'in1' | 'up0' | 'up1' | 'along0' | 'along1'>;

/** How a box of the body that goes in lies in the pocket, pushed home. */
export function seated({ joint, bodies: [, body] }: Joined<Seat>): (s: Flat) => Box {
  const { pocket, turned, inner } = joint;
  const { front, back } = sideOf(body, inner.edge);
  const rise = pocket.rise.mm - ((front - back) / 2) * (turned ? -1 : 1);
  const shift = pocket.shift ?? 0;
  return (s) => {
    // Turned about the way in, left is right and the front is the back.
    const [along0, along1] = turned ? [-s.along1, -s.along0] : [s.along0, s.along1];
    const [up0, up1] = turned ? [-s.up1, -s.up0] : [s.up0, s.up1];
    return {
      along: [along0 + shift, along1 + shift],
      up: [up0 + rise, up1 + rise],
      deep: [pocket.deep.mm - s.in1, pocket.deep.mm - s.in0],
    };
  };
}

/** The pocket itself. */
export const pocketOf = ({ pocket }: Seat): Box => {
  const [shift, rise] = [pocket.shift ?? 0, pocket.rise.mm];
  return {
    along: [shift - pocket.w.mm / 2, shift + pocket.w.mm / 2],
    up: [rise - pocket.h.mm / 2, rise + pocket.h.mm / 2],
    deep: [0, pocket.deep.mm],
  };
};

const AXES = ['along', 'up', 'deep'] as const;
/** Gap of two boxes along the axis that parts them best; negative is how far they overlap. */
export const gapOf = (a: Box, b: Box): number =>
  Math.max(...AXES.map((k) => Math.max(a[k][0] - b[k][1], b[k][0] - a[k][1])));

/** Both bodies with what stands out of them, pushed so far that the given depth is left, mm. */
export function seatSection(
  scene: Scene,
  seat: Joined<Seat>,
  left: number,
): { outer: Box; pocket: Box; inner: InSeat[] } | undefined {
  const taking = takings(scene).find((t) => t.joint.id === seat.joint.id);
  if (!taking) return undefined;
  const outer = swungOf(taking.outer, seat.joint.outer.edge, false)[0]!;
  return {
    outer: flat(outer),
    pocket: pocketOf(seat.joint),
    inner: insideOf(taking).map(({ of, box, u }) => ({
      of,
      u,
      box: { ...box, deep: [box.deep[0] - left, box.deep[1] - left] },
    })),
  };
}

/** A box of the body that stays. */
export const flat = (s: Flat): Box => ({
  along: [s.along0, s.along1],
  up: [s.up0, s.up1],
  deep: [s.in0, s.in1],
});

export const insideOf = (t: Taking): InSeat[] => {
  const lay = seated(t);
  return swungOf(t.inner, t.joint.inner.edge, true).map((s) => ({ of: s.of, box: lay(s), u: s.u }));
};
