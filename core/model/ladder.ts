/**
 * Keys told by voltage: each with its resistor to ground on a channel of a converter, one resistor up
 * from there to 3.3 V. What was chosen by hand; the rest is computed.
 */
import { z } from 'zod';
import { Id } from './shell';

/** Converters of the trade have so many channels at the most. */
export const MOST_CHANNELS = 8;

/** A chip on I2C: what its driver binds to, its address, and the label of its bus. */
export const BusChip = z.strictObject({
  compatible: z.string().max(100).optional(),
  address: z
    .number()
    .int()
    .min(0x08, { error: 'An I2C address lies between 0x08 and 0x77.' })
    .max(0x77, { error: 'An I2C address lies between 0x08 and 0x77.' })
    .optional(),
  bus: z
    .string()
    .regex(/^[a-z_][a-z0-9_]{0,30}$/i, {
      error: 'A label is letters, digits and underscores.',
    })
    .optional(),
});
export type BusChip = z.infer<typeof BusChip>;

export const LadderStep = z.strictObject({
  key: Id,
  channel: z.number().int().min(1).max(MOST_CHANNELS),
  /** From the key to ground; 0 is a wire. */
  ohm: z
    .number()
    .min(0, { error: 'A resistor has no negative ohms.' })
    .max(10e6, { error: 'Over 10 MΩ a key is told by its dirt.' }),
});
export type LadderStep = z.infer<typeof LadderStep>;

export const Ladder = z.strictObject({
  pullUpOhm: z
    .number()
    .min(470, { error: 'A pull-up below 470 Ω warms itself and the key.' })
    .max(1e6, { error: 'A pull-up over 1 MΩ follows every hum.' })
    .optional(),
  /** Of every resistor, as a share. */
  tolerance: z.union([z.literal(0.01), z.literal(0.05)]).optional(),
  /** What a closed key may read, Ω: metal under 1, carbon hundreds. */
  contactOhm: z
    .number()
    .min(0, { error: 'A contact has no negative ohms.' })
    .max(20e3, { error: 'A contact over 20 kΩ is no key of a ladder.' })
    .optional(),
  /** Keys whose channel and resistor were chosen by hand. */
  steps: z.array(LadderStep).max(60, { error: 'A build holds at most 60 inputs.' }),
  /** The chip of the converter: asked of the builder. */
  chip: BusChip.optional(),
});
export type Ladder = z.infer<typeof Ladder>;
