/**
 * A pad that tells its keys one bit after another: a latch line takes them all at once, a clock line
 * asks for the next, a data line tells it. What was decided of it, and what was read of it.
 */
import { z } from 'zod';
import { Id } from './shell';

/** Registers of the trade hold 8 bits each; four of them in a row are the most anybody reads. */
export const LEAST_BITS = 8;
export const MOST_BITS = 32;

/** One press, or no press, as a logic capture told it. */
export const BusCapture = z.strictObject({
  /** The key that was held down; nothing was held when none is named. */
  held: Id.optional(),
  /** Level of each bit, the first one told first. */
  word: z.string().regex(/^[01]{1,64}$/, { error: 'A word is bits, 0 or 1.' }),
  /** Bits on which the frames of the capture do not agree, from 0. */
  doubtful: z.array(z.number().int().min(0).max(63)).max(64),
  /** How it was told: the latch level, and the edge where data moved at all. */
  loads: z.enum(['high', 'low']).optional(),
  shiftsOn: z.enum(['rising', 'falling']).optional(),
  /** How often the word was told in it. */
  frames: z.number().int().min(1).max(1_000_000),
});
export type BusCapture = z.infer<typeof BusCapture>;

export const PadBus = z.strictObject({
  bits: z
    .number()
    .int()
    .min(LEAST_BITS, { error: `A serial pad tells ${LEAST_BITS} bits at least.` })
    .max(MOST_BITS, { error: `At most ${MOST_BITS} bits are read.` }),
  /** The key each bit tells, the first bit first; none where it tells nothing. */
  keys: z.array(Id.nullable()).max(MOST_BITS),
  /** A key that is pressed reads low, or high. */
  pressed: z.enum(['low', 'high']),
  /** The edge of the clock on which the next bit comes. */
  shiftsOn: z.enum(['rising', 'falling']),
  /** The level of the latch line at which all keys are taken. */
  loads: z.enum(['high', 'low']),
  /** What the pad is fed with, V. */
  fedV: z.union([z.literal(3.3), z.literal(5)]),
  /** The least its chips work from, V, as their sheet says or as it was tried. */
  worksFromV: z
    .number()
    .min(1, { error: 'No chip works from less than 1 V.' })
    .max(5.5, { error: 'A pad that wants more than 5.5 V is none for these lines.' })
    .optional(),
  /** Clock of the reader, Hz. */
  clockHz: z
    .number()
    .int()
    .min(1000, { error: 'A clock under 1 kHz reads the keys too late.' })
    .max(20_000_000, { error: 'No pad follows a clock over 20 MHz.' })
    .optional(),
  /** Length of the wires, or of the lead the pad hangs on, mm. */
  leadMm: z
    .number()
    .positive({ error: 'A lead is longer than 0 mm.' })
    .max(5000, { error: 'A lead of more than 5 m is none for these lines.' })
    .optional(),
  /** Two resistors bring its data line down to what the header bears. */
  hasDivider: z.literal(true).optional(),
  /** A buffer brings latch and clock up to what it takes for high. */
  hasBuffer: z.literal(true).optional(),
  captures: z.array(BusCapture).max(200, { error: 'At most 200 captures are kept.' }),
});
export type PadBus = z.infer<typeof PadBus>;

/** As most are: eight bits, a pressed key low, fed with 3.3 V. */
export const USUAL_PAD_BUS: PadBus = {
  bits: LEAST_BITS,
  keys: [],
  pressed: 'low',
  shiftsOn: 'rising',
  loads: 'high',
  fedV: 3.3,
  captures: [],
};
