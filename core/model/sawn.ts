/** An edge sawn off a board, and what the saw crosses there. */
import { z } from 'zod';
import { EDGES, Name } from './shell';

export const Sawn = z.strictObject({
  /** Of the part as it is drawn, its top towards the eye. */
  edge: z.enum(EDGES),
  mm: z
    .number({ error: 'What is sawn off is a number of mm.' })
    .positive({ error: 'What is sawn off is more than 0 mm wide.' })
    .max(300),
  /** What runs through the cut, looked at from both sides; nothing said while nobody has looked. */
  crosses: z
    .strictObject({
      /** Where one looked, mm from the edge: further in something else runs. */
      atMm: z.number().positive().max(300),
      /** Ground or supply planes, whose cut edges lie a hair apart. */
      planes: z.boolean(),
      traces: z.array(z.strictObject({ name: Name, bridged: z.boolean() })).max(40),
    })
    .optional(),
});
export type Sawn = z.infer<typeof Sawn>;

/** Each edge once. */
export const SawnEdges = z
  .array(Sawn)
  .max(EDGES.length)
  .refine((all) => new Set(all.map((s) => s.edge)).size === all.length, {
    error: 'An edge is sawn off once.',
  });
