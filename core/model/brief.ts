/**
 * What the build must do: goals with a target and a weight, and what its builder has and can.
 */
import { z } from 'zod';
import { Id } from './shell';

export const GameFamily = z.enum([
  '8-bit handheld',
  '8-bit home',
  '16-bit home',
  '32-bit handheld',
  '32-bit disc',
  'pocket LCD',
  '16-bit home, wide',
  'two-screen handheld',
  'arcade, upright',
  'arcade, six buttons',
  'home computer',
  'adventure',
  'early 3D, stick',
  'disc handheld, wide',
]);
export type GameFamily = z.infer<typeof GameFamily>;

export const TOOLS = ['iron', 'hot air', 'rotary tool', 'printer', 'drill press'] as const;
export type Tool = (typeof TOOLS)[number];

/** Goals that can be weighed. */
export const GOALS = [
  'families',
  'hours',
  'cost',
  'screen',
  'picture',
  'pocket',
  'mass',
  'wireless',
  'tv',
  'players',
  'headphones',
  'playCharging',
  'card',
  'original',
  'uncut',
  'rebuildable',
  'tools',
] as const;
export type GoalKey = (typeof GOALS)[number];

const side = z
  .number({ error: 'A size is a number of millimetres.' })
  .min(5, { error: 'Nothing under 5 mm holds a handheld.' })
  .max(1000);

export const Brief = z.strictObject({
  families: z.array(GameFamily).max(20),
  hours: z
    .number({ error: 'Hours are a number.' })
    .positive({ error: 'Hours on a charge are more than 0.' })
    .max(100)
    .optional(),
  costCeiling: z
    .number({ error: 'A cost is a number.' })
    .positive({ error: 'A cost ceiling is more than 0.' })
    .max(100_000)
    .optional(),
  /** Diagonal of the lit area, inch. */
  screenIn: z
    .strictObject({ least: z.number().positive().max(30), most: z.number().positive().max(30) })
    .refine((s) => s.least <= s.most, { error: 'The least screen is larger than the most.' })
    .optional(),
  /** Every game pixel the same size, or the picture as large as it goes. */
  picture: z.enum(['whole pixels', 'as large as it goes']).optional(),
  /** Outer size that still goes into a pocket, mm, in any order. */
  pocket: z.tuple([side, side, side]).optional(),
  massG: z
    .number({ error: 'A mass is a number of grams.' })
    .positive({ error: 'A mass is more than 0 g.' })
    .max(20_000)
    .optional(),
  wireless: z.boolean().optional(),
  tv: z.boolean().optional(),
  players: z.number().int().min(1).max(8).optional(),
  headphones: z.boolean().optional(),
  playCharging: z.boolean().optional(),
  card: z.enum(['from outside', 'under a door', 'open the case']).optional(),
  original: z.boolean().optional(),
  /** Piece roles and walls that must stay as they are. */
  uncut: z.array(Id).max(40).optional(),
  rebuildable: z.boolean().optional(),
  tools: z.array(z.enum(TOOLS)).max(TOOLS.length).optional(),
  skill: z.enum(['first build', 'a few built', 'many built']).optional(),
  /** 1 nice to have, 2 wanted, 3 without it there is no point. */
  weights: z.partialRecord(z.enum(GOALS), z.number().int().min(1).max(3)).optional(),
});
export type Brief = z.infer<typeof Brief>;
