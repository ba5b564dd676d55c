/** What a builder's own machines do, as it was read off a calibration piece. */
import { z } from 'zod';

export const PROCESSES = ['filament', 'resin', 'sintered'] as const;
export type Process = (typeof PROCESSES)[number];

/** One calliper reading: a hole or pin of so many mm came out as so many. */
export const PrintReading = z.strictObject({
  process: z.enum(PROCESSES),
  of: z.enum(['hole', 'pin']),
  size: z.number().positive().max(60),
  mm: z
    .number({ error: 'A reading is a number of mm.' })
    .positive({ error: 'A reading is more than 0 mm.' })
    .max(60),
});
export type PrintReading = z.infer<typeof PrintReading>;

export const Workshop = z.strictObject({
  prints: z.array(PrintReading).max(60),
  /** What the builder's laser, plotter or bit takes away along its path, mm. */
  kerf: z.number().min(0).max(3, { error: 'A kerf is 0 to 3 mm wide.' }).optional(),
});
export type Workshop = z.infer<typeof Workshop>;
