/**
 * The shell in the document: bodies of pieces, each with zones, features and openings, every place
 * kept as it was read (from which datum, to which edge) and never as a derived coordinate.
 */
import { z } from 'zod';
import { Distance, Length, LengthOrNone } from './length';

export const Id = z
  .string({ error: 'An id is a short text.' })
  .regex(/^[a-z0-9][a-z0-9-]{0,63}$/, { error: 'An id is lower-case letters, digits and hyphens, at most 64 of them.' });
export const Name = z.string({ error: 'A name is a text.' }).max(200, { error: 'A name has at most 200 characters.' });

/** Edges of the shell as seen from the front. The interface mirrors them where the page is mirrored. */
export const EDGES = ['left', 'right', 'bottom', 'top'] as const;
export type Edge = (typeof EDGES)[number];

/** One coordinate as it was read: from a datum to the near edge, the centre or the far edge. */
export const Reading = z.strictObject({
  from: z.union([
    z.strictObject({ edge: z.enum(EDGES), face: z.enum(['outer', 'inner']) }),
    z.strictObject({ feature: Id, point: z.enum(['near', 'centre', 'far']), toward: z.enum(EDGES) }),
  ]),
  to: z.enum(['near', 'centre', 'far']),
  length: Distance,
});
export type Reading = z.infer<typeof Reading>;

export const At = z.strictObject({ x: Reading, y: Reading });
export type At = z.infer<typeof At>;

const point = z.tuple([z.number().min(-1000).max(1000), z.number().min(-1000).max(1000)]);
export const Points = z.array(point).min(3, { error: 'An outline needs at least three points.' }).max(2000);

/** A footprint. A polygon's points are offsets from the place that was read. */
export const Shape = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.literal('circle'), d: Length }),
  z.strictObject({ kind: z.literal('rect'), w: Length, h: Length }),
  z.strictObject({ kind: z.literal('polygon'), points: Points, u: z.number().min(0).max(10) }),
]);
export type Shape = z.infer<typeof Shape>;

/** The same feature again: mirrored about the shell's middle, or in a row. One entry, many posts. */
export const Repeat = z.strictObject({
  mirrorX: z.boolean().optional(),
  mirrorY: z.boolean().optional(),
  row: z.strictObject({ count: z.number().int().min(2).max(40), pitch: Distance, along: z.enum(['x', 'y']) }).optional(),
});
export type Repeat = z.infer<typeof Repeat>;

export const FEATURE_KINDS = ['post', 'boss', 'rib', 'wall'] as const;
export const PURPOSES = ['closing screw', 'button support', 'guide', 'hinge', 'slot', 'decoration', 'unknown'] as const;
export const Feature = z.strictObject({
  id: Id,
  name: Name,
  kind: z.enum(FEATURE_KINDS),
  at: At,
  shape: Shape,
  /** From the floor it stands on, or its top below the rim, whichever was read. */
  height: z.strictObject({ from: z.enum(['floor', 'rim']), length: LengthOrNone }),
  purpose: z.enum(PURPOSES),
  mayCut: z.enum(['never', 'trim', 'remove']),
  repeat: Repeat.optional(),
  /** The hole in its top that a screw goes into. */
  bore: z.strictObject({ d: Length, deep: Length }).optional(),
});
export type Feature = z.infer<typeof Feature>;

/** A part of the floor at its own depth, rim to inner floor. A deeper zone is a bay or pocket. */
export const Zone = z.strictObject({
  id: Id, name: Name, at: At, shape: Shape, depth: Length,
});
export type Zone = z.infer<typeof Zone>;

export const OPENING_USES = ['window', 'button', 'port', 'slot', 'wheel', 'speaker', 'screw', 'vent', 'other'] as const;
/**
 * A hole that is already there. On the face it lies in the face's own plane, read like a feature;
 * on a wall, `along` runs along the wall and `v` is its centre above the parting plane.
 */
export const Opening = z.strictObject({
  id: Id,
  name: Name,
  use: z.enum(OPENING_USES),
  on: z.discriminatedUnion('kind', [
    z.strictObject({ kind: z.literal('face'), at: At }),
    z.strictObject({ kind: z.literal('wall'), wall: z.number().int().min(0).max(1999), along: Reading, v: Distance }),
  ]),
  shape: Shape,
  repeat: Repeat.optional(),
});
export type Opening = z.infer<typeof Opening>;

export const Piece = z.strictObject({
  id: Id,
  role: z.enum(['front', 'back', 'door', 'plate']),
  material: z.enum(['abs', 'polycarbonate', 'nylon', 'resin', 'pla', 'petg', 'wood', 'aluminium', 'steel']),
  /** Outer half depth: rim to outer face. */
  depth: Length,
  zones: z.array(Zone).max(100),
  features: z.array(Feature).max(1000),
  openings: z.array(Opening).max(400),
});
export type Piece = z.infer<typeof Piece>;

export const Outline = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.literal('rect'), w: Length, h: Length, r: LengthOrNone }),
  z.strictObject({ kind: z.literal('points'), points: Points, u: z.number().min(0).max(10), r: LengthOrNone }),
]);
export type Outline = z.infer<typeof Outline>;

export const Body = z.strictObject({
  id: Id,
  name: Name,
  /** The edge about which the book opens on the bench, as seen from the front. */
  spine: z.enum(EDGES),
  outline: Outline,
  wall: Length,
  pieces: z.array(Piece).min(1).max(8),
});
export type Body = z.infer<typeof Body>;

export const Shell = z.strictObject({
  bodies: z.array(Body).max(2),
  hinge: z.strictObject({
    axis: z.strictObject({ x0: z.number(), y0: z.number(), x1: z.number(), y1: z.number(), z: z.number() }),
    closedDeg: z.number().min(0).max(360), openDeg: z.number().min(0).max(360), barrel: Length,
  }).optional(),
});
export type Shell = z.infer<typeof Shell>;
