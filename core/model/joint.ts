/**
 * How two bodies of a build meet, and how the one then lies to the other: turned about a hinge, or
 * pushed into a pocket. Every joint has two ends, and with them the states a build is judged in.
 */
import { z } from 'zod';
import { Distance, Length } from './length';
import { Body, EDGES, Id } from './shell';

/** A body, and the edge of it that is at the joint, as seen from its front. */
const Meets = z.strictObject({ body: Id, edge: z.enum(EDGES) });
/** Along the edge from its middle, mm. */
const along = z.number().min(-500).max(500);
const angle = z.number().min(0).max(360);

/** Angles lie between the two fronts: 0 is shut face to face, 180 flat open. */
export const Hinge = z.strictObject({
  is: z.literal('hinge'),
  id: Id,
  first: Meets,
  second: Meets,
  /** How far the second body sits beside the middle of the first one's edge, along the axis. */
  shift: along.optional(),
  closedDeg: angle,
  openDeg: angle,
  /** From both edges out to the axis, and from the parting planes up to it. */
  out: Distance,
  up: Distance,
  /** The bore that a ribbon rolls through. */
  barrel: Length,
  ribbon: z.strictObject({
    thick: Length,
    turns: z.number().min(0).max(10),
    bendTimes: z.number().min(1).max(40),
  }),
  magnet: z
    .strictObject({ closedMm: Length, openMm: Length, pullIn: Length, letGo: Length })
    .optional(),
});
export type Hinge = z.infer<typeof Hinge>;

/** One body pushed into a pocket in the wall of another, an edge ahead, until it stands on its floor. */
export const Seat = z.strictObject({
  is: z.literal('seat'),
  id: Id,
  /** What goes in, and the edge it goes in with. */
  inner: Meets,
  /** What takes it, and the edge whose wall the pocket is in. */
  outer: Meets,
  pocket: z.strictObject({
    /** Along the wall, from back to front, and from the wall's outside to the pocket's floor. */
    w: Length,
    h: Length,
    deep: Length,
    /** Its middle beside the middle of the wall, and before the parting plane. */
    shift: along.optional(),
    rise: Distance,
  }),
  /** The front of what goes in looks where the back of the other does. */
  turned: z.boolean().optional(),
  /** Openings, keys and parts that need not be reached, seen or heard while it is in. */
  idle: z.array(Id).max(400).optional(),
});
export type Seat = z.infer<typeof Seat>;

export const Joint = z.discriminatedUnion('is', [Hinge, Seat]);
export type Joint = z.infer<typeof Joint>;

export const Shell = z.strictObject({
  bodies: z.array(Body).max(8, { error: 'A build has at most eight bodies.' }),
  joints: z.array(Joint).max(8, { error: 'Eight bodies have at most eight joints.' }).optional(),
});
export type Shell = z.infer<typeof Shell>;

/** A joint with the bodies it names: the one that stays, and the one that turns or goes in. */
export interface Joined<T extends Joint = Joint> {
  joint: T;
  /** Their places in the list of bodies. */
  of: readonly [number, number];
  bodies: readonly [Body, Body];
}

/** The body that stays, then the one that moves. */
export const meetsOf = (j: Joint): readonly [z.infer<typeof Meets>, z.infer<typeof Meets>] =>
  j.is === 'hinge' ? [j.first, j.second] : [j.outer, j.inner];

function joined<T extends Joint>(shell: Shell, list: readonly T[]): Joined<T>[] {
  return list.flatMap((joint) => {
    const of = meetsOf(joint).map((m) => shell.bodies.findIndex((b) => b.id === m.body));
    const [stays, moves] = [shell.bodies[of[0]!], shell.bodies[of[1]!]];
    return stays && moves ? [{ joint, of: [of[0]!, of[1]!], bodies: [stays, moves] }] : [];
  });
}

const isHinge = (j: Joint): j is Hinge => j.is === 'hinge';
const isSeat = (j: Joint): j is Seat => j.is === 'seat';
/** Every hinge of a shell, with its bodies. */
export const hingesOf = (shell: Shell): Joined<Hinge>[] =>
  joined(shell, (shell.joints ?? []).filter(isHinge));
/** Every pocket that a body is pushed into, with both bodies. */
export const seatsOf = (shell: Shell): Joined<Seat>[] =>
  joined(shell, (shell.joints ?? []).filter(isSeat));

type Say = (path: string, sentence: string) => void;

/** Complaints about joints that no bench could hold: bodies that are not there, or that hang on themselves. */
export function jointComplaints({ bodies, joints = [] }: Shell, base: string, say: Say): void {
  const ids = new Set<string>();
  /** What each body hangs on. */
  const on = new Map<string, string>();
  joints.forEach((joint, i) => {
    const path = `${base}.${i}`;
    const [stays, moves] = meetsOf(joint);
    if (ids.has(joint.id)) say(`${path}.id`, `The id "${joint.id}" is there twice.`);
    ids.add(joint.id);
    for (const { body } of [stays, moves]) {
      if (!bodies.some((b) => b.id === body)) say(path, `There is no body "${body}" to join.`);
    }
    if (on.has(moves.body)) {
      say(path, `The body "${moves.body}" hangs on two others: it can only follow one.`);
    }
    on.set(moves.body, stays.body);
    const seen = new Set<string>();
    for (let at: string | undefined = moves.body; at !== undefined; at = on.get(at)) {
      if (seen.has(at)) {
        say(path, `The body "${at}" would hang on itself.`);
        return;
      }
      seen.add(at);
    }
  });
}
