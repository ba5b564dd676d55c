/** What the donor was: its faults and price, what is kept of it, and what is lifted or must still be proved. */
import { z } from 'zod';
import { Length } from './length';
import { Id, Name } from './shell';

export const FAULTS = [
  'leaked cells',
  'corrosion',
  'cracked',
  'missing posts',
  'dead board',
  'dead screen',
  'yellowed',
  'fluorescent backlight',
] as const;
export const KEPT_KINDS = [
  'board',
  'speaker',
  'wheel',
  'door',
  'caps',
  'membranes',
  'power board',
  'sound board',
  'slot',
  'other',
] as const;
/** What a board may miss when something is taken off it. */
export const SENSES = [
  'lid switch',
  'jack detect',
  'second screen',
  'cell temperature',
  'fuse',
  'dock',
] as const;
export const RISKS = ['low', 'some', 'high'] as const;

export const Kept = z.strictObject({
  id: Id,
  name: Name,
  kind: z.enum(KEPT_KINDS),
  w: Length,
  h: Length,
  d: Length,
  /** Lifted parts and kept boards are proved before they move, and again after. */
  proved: z.enum(['not needed', 'no', 'before', 'before and after']),
  tests: z.array(z.string().min(1).max(120)).max(20),
  lifted: z.strictObject({ heat: z.enum(RISKS), pads: z.enum(RISKS) }).optional(),
  senses: z
    .array(
      z.strictObject({
        line: z.enum(SENSES),
        answer: z.enum(['open', 'tied', 'bridged', 'substitute', 'still there']),
        with: z.string().max(120).optional(),
      }),
    )
    .max(10),
  /** Its own chips run the games: a transplant. */
  runs: z.literal(true).optional(),
  /** Old ratings of a kept supply: limit and input range. */
  rating: z
    .strictObject({
      limitA: z.number().positive().max(50),
      minV: z.number().min(0).max(60),
      maxV: z.number().min(0).max(60),
    })
    .optional(),
});
export type Kept = z.infer<typeof Kept>;

export const Donor = z.strictObject({
  worked: z.enum(['yes', 'no', 'not tried']),
  faults: z.array(z.enum(FAULTS)).max(FAULTS.length),
  price: z.number().min(0).max(100_000).optional(),
  note: z.string().max(2000).optional(),
  kept: z.array(Kept).max(60),
  /** Repair or gut: until when, or for how much, repair is tried. */
  repair: z
    .strictObject({
      choice: z.enum(['gut', 'repair']),
      stopHours: z.number().min(0).max(1000).optional(),
      stopCost: z.number().min(0).max(100_000).optional(),
      spentHours: z.number().min(0).max(1000).optional(),
      spentCost: z.number().min(0).max(100_000).optional(),
    })
    .optional(),
});
export type Donor = z.infer<typeof Donor>;
