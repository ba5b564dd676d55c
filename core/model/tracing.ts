/**
 * What was read of a kept board, pad by pad, to learn which key closes which: as the meter said it,
 * in the order it was said.
 */
import { z } from 'zod';
import { Id } from './shell';

/** More pads nobody has traced by hand. */
export const MOST_PADS = 24;

export const PadName = z
  .string()
  .trim()
  .min(1, { error: 'A pad needs a name: the number you wrote beside it.' })
  .max(12, { error: 'The name of a pad has at most 12 signs.' });

/** Where a probe touches: a pad, or one half of the contact under a key. */
export const ProbePoint = z.union([
  z.strictObject({ pad: PadName }),
  z.strictObject({ key: Id, half: z.union([z.literal(1), z.literal(2)]) }),
]);
export type ProbePoint = z.infer<typeof ProbePoint>;

/** Ω up to what a meter of the trade shows; open; or a drop of a diode. */
export const ProbeReads = z.union([
  z
    .number()
    .min(0, { error: 'A resistance is not negative: turn the probes round and read again.' })
    .max(100e6, { error: 'Over 100 MΩ a meter says open.' }),
  z.literal('open'),
  z.literal('diode'),
]);
export type ProbeReads = z.infer<typeof ProbeReads>;

export const PadReading = z.strictObject({
  red: ProbePoint,
  black: ProbePoint,
  /** The key that was held down meanwhile. */
  held: Id.optional(),
  reads: ProbeReads,
});
export type PadReading = z.infer<typeof PadReading>;

/** A row of somebody's sheet of such a board: what a key is said to close. */
export const SheetRow = z.strictObject({
  key: Id,
  pads: z.tuple([PadName, PadName]),
  /** Current runs from the first pad to the other only. */
  oneWay: z.literal(true).optional(),
});
export type SheetRow = z.infer<typeof SheetRow>;

export const Tracing = z.strictObject({
  pads: z
    .array(PadName)
    .max(MOST_PADS, { error: `At most ${MOST_PADS} pads are traced.` })
    .refine((all) => new Set(all).size === all.length, { error: 'Two pads have one name.' }),
  /** The halves of the contacts cannot be touched: everything is read at the pads, keys held. */
  sealed: z.literal(true).optional(),
  /** What a sheet of such a board says: believed like one reading of each key, and read anew. */
  sheet: z.array(SheetRow).max(60, { error: 'A build holds at most 60 inputs.' }).optional(),
  /** The pull-up of whatever reads the keys, Ω; 50 kΩ is typical of a header's own. */
  pullUpOhm: z
    .number()
    .min(100, { error: 'A pull-up below 100 Ω would feed the key instead of reading it.' })
    .max(1e6, { error: 'A pull-up over 1 MΩ follows every hum.' })
    .optional(),
  readings: z
    .array(PadReading)
    .max(2000, { error: 'A board is traced with at most 2,000 readings.' }),
});
export type Tracing = z.infer<typeof Tracing>;
