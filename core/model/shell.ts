/**
 * The shell in the document: bodies of pieces, each with zones, features and openings, every place
 * kept as it was read (from which datum, to which edge) and never as a derived coordinate.
 */
import { z } from 'zod';
import { Distance, Length, LengthOrNone } from './length';

export const Id = z.string({ error: 'An id is a short text.' }).regex(/^[a-z0-9][a-z0-9-]{0,63}$/, {
  error: 'An id is lower-case letters, digits and hyphens, at most 64 of them.',
});
export const Name = z
  .string({ error: 'A name is a text.' })
  .max(200, { error: 'A name has at most 200 characters.' });

/** Edges of the shell as seen from the front. The interface mirrors them where the page is mirrored. */
export const EDGES = ['left', 'right', 'bottom', 'top'] as const;
export type Edge = (typeof EDGES)[number];

/** One coordinate as it was read: from a datum to the near edge, the centre or the far edge. */
export const Reading = z.strictObject({
  from: z.union([
    z.strictObject({ edge: z.enum(EDGES), face: z.enum(['outer', 'inner']) }),
    z.strictObject({
      feature: Id,
      point: z.enum(['near', 'centre', 'far']),
      toward: z.enum(EDGES),
    }),
  ]),
  to: z.enum(['near', 'centre', 'far']),
  length: Distance,
});
export type Reading = z.infer<typeof Reading>;

export const At = z.strictObject({ x: Reading, y: Reading });
export type At = z.infer<typeof At>;

const point = z.tuple([z.number().min(-1000).max(1000), z.number().min(-1000).max(1000)]);
export const Points = z
  .array(point)
  .min(3, { error: 'An outline needs at least three points.' })
  .max(2000);

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
  row: z
    .strictObject({
      count: z.number().int().min(2).max(40),
      pitch: Distance,
      along: z.enum(['x', 'y']),
    })
    .optional(),
});
export type Repeat = z.infer<typeof Repeat>;

export const FEATURE_KINDS = ['post', 'boss', 'rib', 'wall'] as const;
export const PURPOSES = [
  'closing screw',
  'button support',
  'guide',
  'hinge',
  'slot',
  'decoration',
  'unknown',
] as const;
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
  /** The screw that closes the shell here: thread across, and how much of it goes into this post. */
  screw: z.strictObject({ d: Length, into: Length }).optional(),
});
export type Feature = z.infer<typeof Feature>;

/** A part of the floor at its own depth, rim to inner floor. A deeper zone is a bay or pocket. */
export const Zone = z.strictObject({
  id: Id,
  name: Name,
  at: At,
  shape: Shape,
  depth: Length,
});
export type Zone = z.infer<typeof Zone>;

export const OPENING_USES = [
  'window',
  'button',
  'port',
  'slot',
  'wheel',
  'speaker',
  'screw',
  'vent',
  'switch',
  'lamp',
  'other',
] as const;
/** What becomes of an opening, wheel, switch or lamp that is already there. */
export const REUSES = ['kept', 're-tasked', 'enlarged', 'blanked', 'left'] as const;
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
    z.strictObject({
      kind: z.literal('wall'),
      wall: z.number().int().min(0).max(1999),
      along: Reading,
      v: Distance,
    }),
  ]),
  shape: Shape,
  repeat: Repeat.optional(),
  /** Undecided while it is not said. `now`: what it serves from now on. */
  reuse: z.strictObject({ as: z.enum(REUSES), now: z.string().max(120).optional() }).optional(),
});
export type Opening = z.infer<typeof Opening>;

/** What a wall is made of: webs, threads, aerials, mass and thin walls hang on it. */
export const MATERIALS = [
  'abs',
  'polycarbonate',
  'nylon',
  'resin',
  'pla',
  'petg',
  'wood',
  'aluminium',
  'steel',
] as const;

/** How a piece was made; as its material usually is when nothing is said. */
export const PIECE_PROCESSES = [
  'moulded',
  'filament',
  'resin',
  'sintered',
  'milled',
  'sheet',
  'sawn',
] as const;
export type PieceProcess = (typeof PIECE_PROCESSES)[number];

export const Piece = z.strictObject({
  id: Id,
  role: z.enum(['front', 'back', 'door', 'plate']),
  material: z.enum(MATERIALS),
  process: z.enum(PIECE_PROCESSES).optional(),
  /** Outer half depth: rim to outer face. */
  depth: Length,
  /** How far the walls lean in towards the floor, degrees: a moulded wall is thicker at its foot. */
  draftDeg: z
    .number()
    .min(0)
    .max(10, { error: 'A wall leans 10° at the most; more is a curved back.' })
    .optional(),
  /** A curved back or face: depth from the rim to the inner floor at places along an axis. */
  profile: z
    .strictObject({
      along: z.enum(['x', 'y']),
      points: z
        .array(z.strictObject({ at: z.number().min(0).max(1000), depth: Length }))
        .min(2, { error: 'A curve needs at least two depths.' })
        .max(60),
    })
    .optional(),
  zones: z.array(Zone).max(100),
  features: z.array(Feature).max(1000),
  openings: z.array(Opening).max(400),
});
export type Piece = z.infer<typeof Piece>;

export const Outline = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.literal('rect'), w: Length, h: Length, r: LengthOrNone }),
  z.strictObject({
    kind: z.literal('points'),
    points: Points,
    u: z.number().min(0).max(10),
    r: LengthOrNone,
  }),
]);
export type Outline = z.infer<typeof Outline>;

/** A button's cap as it was: what the new switch must meet. */
export const Cap = z.strictObject({
  id: Id,
  name: Name,
  opening: Id,
  /** Across the cap, over its flange and the flange's thickness, mm. */
  across: Length,
  flange: Length,
  flangeThick: Length,
  /** From the flange's underside to the tip of its peg. */
  peg: LengthOrNone,
  /** How far it stands out of the face. */
  proud: LengthOrNone,
});
export type Cap = z.infer<typeof Cap>;

/** A picture of a half under the drawing, with the marks that make millimetres of it. */
const pixel = z.number().min(-10_000).max(20_000);
export const Underlay = z.strictObject({
  id: Id,
  piece: Id,
  asset: z.string().regex(/^[0-9a-f]{64}$/),
  w: z.number().int().positive().max(20_000),
  h: z.number().int().positive().max(20_000),
  how: z.discriminatedUnion('kind', [
    z.strictObject({
      kind: z.literal('scan'),
      marks: z
        .array(
          z.strictObject({
            x0: pixel,
            y0: pixel,
            x1: pixel,
            y1: pixel,
            mm: z.number().positive().max(1000),
          }),
        )
        .min(1)
        .max(20),
    }),
    z.strictObject({
      kind: z.literal('photo'),
      corners: z.array(z.tuple([pixel, pixel])).length(4),
      wide: z.number().positive().max(1000),
      high: z.number().positive().max(1000),
      distance: Length,
      rim: LengthOrNone,
    }),
  ]),
  /** Two places on the half's lower edge and one on its left edge, px: how it lies. */
  lies: z.array(z.tuple([pixel, pixel])).length(3),
  fade: z.number().min(0).max(1),
});
export type Underlay = z.infer<typeof Underlay>;

/** Halves that no closing screw holds: they snap, are glued or welded for good, or are held from outside. */
export const HOLDS_SHUT = ['clips', 'glue', 'a strap or screws from outside'] as const;

export const Body = z.strictObject({
  id: Id,
  name: Name,
  /** The edge about which the book opens on the bench, as seen from the front. */
  spine: z.enum(EDGES),
  outline: Outline,
  wall: Length,
  /** The step where the halves meet: how high it stands and how thick it is. */
  lip: z
    .strictObject({ height: LengthOrNone, thick: LengthOrNone, on: z.enum(['front', 'back']) })
    .optional(),
  caps: z.array(Cap).max(60).optional(),
  underlays: z.array(Underlay).max(8).optional(),
  /** What holds the halves together where it is not by screws of posts. */
  closedBy: z.enum(HOLDS_SHUT).optional(),
  /** How the halves come together: straight down, as when nothing is said, or about the spine like a book. */
  shuts: z.enum(['straight', 'swing']).optional(),
  pieces: z.array(Piece).min(1).max(8),
});
export type Body = z.infer<typeof Body>;
