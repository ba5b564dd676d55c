/**
 * A board made for one shell, with the rules of its maker: what stands where on it without a wire,
 * which way round, how many, what goes in before what, and the lines its own keys are read on.
 */
import { z } from 'zod';
import { Id, Name } from './shell';

/** How a part is joined to a carrier board, instead of by wires. */
export const JOINED_BY = ['springs', 'plug', 'soldered'] as const;
export type JoinedBy = (typeof JOINED_BY)[number];

/** Where a switch of a board looks, in the board's frame. */
export const LOOKS = ['x+', 'x-', 'y+', 'y-', 'z+', 'z-'] as const;
export type Looks = (typeof LOOKS)[number];

const mm = z.number().min(-500).max(500);
const words = z.string().min(1).max(140);

/** A kind of part at its place on the board. */
const Join = z.strictObject({
  part: Id,
  name: Name,
  by: z.enum(JOINED_BY),
  /** Where the part's own datum lands, and how far it is turned, in the board's frame seen from its top. */
  x: mm,
  y: mm,
  turn: z.number().min(-360).max(360),
  /** Its top looks where the board's bottom does. */
  over: z.boolean().optional(),
  /** How high its datum stands over the board's, where only one height will do. */
  z: mm.optional(),
  /** It works up to so far beside its place, mm. */
  withinMm: z.number().positive({ error: 'A place is met within more than 0 mm.' }).max(20),
  /** What shows which way round it is: "the dot looks at the charge socket". */
  mark: words.optional(),
  /** Springs or contacts between the two. */
  contacts: z.number().int().min(1).max(400).optional(),
});

export const Carrier = z.strictObject({
  joins: z.array(Join).max(40),
  /** Switches of the board itself, by their block, each on its line of the computer's header. */
  keys: z
    .array(
      z.strictObject({ block: Id, gpio: z.number().int().min(0).max(63), looks: z.enum(LOOKS) }),
    )
    .max(40)
    .refine((all) => new Set(all.map((k) => k.block)).size === all.length, {
      error: 'A switch is led to one line.',
    }),
  /** How many of a kind belong to it, all alike. */
  counts: z
    .array(z.strictObject({ part: Id, name: Name, count: z.number().int().min(1).max(400) }))
    .max(40)
    .optional(),
  /** What goes in before what. */
  order: z
    .array(z.strictObject({ first: Id, then: Id, why: words }))
    .max(40)
    .optional(),
  /** How a part is put in: "peg first, then flat". */
  enters: z
    .array(z.strictObject({ part: Id, how: words }))
    .max(40)
    .optional(),
});
export type Carrier = z.infer<typeof Carrier>;
export type Join = z.infer<typeof Join>;
