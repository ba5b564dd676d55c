/** Where a cut lies in a shell, and how far it has come. */
import { z } from 'zod';
import { Id } from './shell';

export const place = z
  .number({ error: 'A place is a number of millimetres.' })
  .min(-1000)
  .max(1000);

/** On the outer face of a piece, in the build's x and y. */
export const facePlace = z.strictObject({ piece: Id, x: place, y: place });
export const wallPlace = z.strictObject({
  body: Id,
  wall: z.number().int().min(0).max(1999),
  along: place,
  v: place,
});

/** The middle of a hole: on the face of a piece, or on a wall from its start and above the seam. */
export const CutPlace = z.union([facePlace, wallPlace]);
export type CutPlace = z.infer<typeof CutPlace>;

export const CUT_STATES = ['decided', 'done', 'measured'] as const;
