/** Who does what no game does: leaving it, saving, volume, power. Each has an owner, or is given up. */
import { z } from 'zod';
import { Id } from './shell';

export const DUTIES = [
  'menu',
  'exit',
  'save',
  'load',
  'louder',
  'quieter',
  'mute',
  'brighter',
  'dimmer',
  'radio',
  'pairing',
  'reset',
  'power',
] as const;
export type Duty = (typeof DUTIES)[number];

export const DutyOwner = z.discriminatedUnion('by', [
  /** One key, or keys pressed together, for so long. */
  z.strictObject({
    by: z.literal('keys'),
    inputs: z
      .array(Id)
      .min(1, { error: 'A chord has at least one key.' })
      .max(4, { error: 'A chord has at most four keys.' })
      .refine((ids) => new Set(ids).size === ids.length, {
        error: 'A chord has each of its keys once.',
      }),
    holdMs: z
      .number()
      .int()
      .min(0)
      .max(10_000, { error: 'A chord is held for at most 10 s.' })
      .optional(),
  }),
  /** A wheel, a switch, a latch of the kit. */
  z.strictObject({ by: z.literal('part'), item: Id }),
  z.strictObject({ by: z.literal('menu') }),
  z.strictObject({ by: z.literal('given up') }),
]);
export type DutyOwner = z.infer<typeof DutyOwner>;

export const Duties = z.partialRecord(z.enum(DUTIES), DutyOwner);
export type Duties = z.infer<typeof Duties>;
