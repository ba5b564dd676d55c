/** What was planned of a build's supply, as the bench is told it: the only thing it knows of the planning program. */
import { z } from 'zod';

const Id = z.string().regex(/^[a-z0-9@][a-z0-9-]{0,63}$/);
const watts = z.number().min(0).max(60);
const volts = z.number().min(0).max(60);
export const PLAY_STATES = ['menu', 'game', 'peak'] as const;
export type PlayState = (typeof PLAY_STATES)[number];

/** What was planned: places in order, each after what feeds it; the first is the pack. */
export const Plan = z.strictObject({
  cell: z.strictObject({
    points: z
      .array(z.tuple([z.number().min(0).max(1), volts]))
      .min(2)
      .max(60),
    capacityAh: z.number().positive().max(60),
    rOhm: z.number().min(0).max(5),
    cutoffV: volts,
  }),
  places: z
    .array(
      z.strictObject({
        id: Id,
        above: z.number().int().min(0).max(400).optional(),
        ohm: z.number().min(0).max(20),
        converter: z
          .strictObject({
            kind: z.enum(['boost', 'buck', 'buck-boost', 'linear']),
            outV: z.number().positive().max(60),
            efficiency: z.number().gt(0).max(1),
            idleA: z.number().min(0).max(1),
            headroomV: z.number().min(0).max(5),
            minInV: volts,
          })
          .optional(),
        draws: z.strictObject({ menu: watts, game: watts, peak: watts }).optional(),
        /** How well its draws were known, 95 %. */
        within: z.number().min(0).max(1).optional(),
        leastV: volts.optional(),
      }),
    )
    .min(1)
    .max(400)
    .refine((all) => all.every((q, i) => (i === 0 ? q.above === undefined : q.above! < i)), {
      error: 'A place comes after what feeds it.',
    }),
  gameShare: z.number().min(0).max(1),
});
export type Plan = z.infer<typeof Plan>;
export type PlannedPlace = Plan['places'][number];
