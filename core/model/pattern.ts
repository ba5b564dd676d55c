/**
 * Holes drilled or sawn in a pattern, for the sound of a speaker or for air.
 *
 * The document says where each hole is: those that were drilled stay where they are, whatever moves
 * behind them afterwards.
 */
import { z } from 'zod';
import { CutPlace, CUT_STATES, place } from './cutPlace';
import { Length } from './length';
import { Id } from './shell';

const size = (least: number, most: number) => z.number().min(least).max(most);

/** Where holes are wanted, about the middle, mm. */
export const PatternRegion = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.literal('round'), d: size(1, 500) }),
  z.strictObject({ kind: z.literal('rect'), w: size(1, 500), h: size(1, 500) }),
]);
export type PatternRegion = z.infer<typeof PatternRegion>;

/** One hole: drilled, or drilled at both ends and sawn between, mm. A bit below 0.8 mm breaks in the hand. */
export const PatternHole = z.discriminatedUnion('kind', [
  z.strictObject({
    kind: z.literal('round'),
    d: size(0.8, 20),
  }),
  z.strictObject({
    kind: z.literal('slot'),
    /** Across, and from end to end; round at both ends. */
    w: size(0.8, 20),
    l: size(0.8, 200),
    /** Its length runs up the face, not across it. */
    upright: z.boolean().optional(),
  }),
]);
export type PatternHole = z.infer<typeof PatternHole>;

export const PATTERN_LAYS = ['hexagons', 'rows'] as const;

export const PatternCut = z.strictObject({
  kind: z.literal('pattern'),
  id: Id,
  /** The speaker that plays through it, or the air. */
  for: z.union([z.strictObject({ item: Id }), z.strictObject({ is: z.literal('air') })]),
  /** The middle of its region. */
  at: CutPlace,
  region: PatternRegion,
  hole: PatternHole,
  lay: z.enum(PATTERN_LAYS),
  /** Wall that stays between two holes, mm. */
  web: z.number().positive({ error: 'Between two holes some wall stays: more than 0 mm.' }).max(50),
  /** The middle of each hole, from the middle of the region, mm. */
  holes: z.array(z.tuple([place, place])).max(600, { error: 'A pattern has at most 600 holes.' }),
  state: z.enum(CUT_STATES),
  /** A hole across, as it was drilled. */
  measured: Length.optional(),
});
export type PatternCut = z.infer<typeof PatternCut>;

/** A hole as it was drilled: wider all round than it was to be. */
export function holeAsMade({ hole, measured }: Pick<PatternCut, 'hole' | 'measured'>): PatternHole {
  if (!measured) return hole;
  if (hole.kind === 'round') return { ...hole, d: measured.mm };
  return { ...hole, w: measured.mm, l: hole.l + measured.mm - hole.w };
}

/** What one hole leaves open, mm². */
export function holeMm2(hole: PatternHole): number {
  if (hole.kind === 'round') return (Math.PI / 4) * hole.d ** 2;
  return hole.w * (hole.l - hole.w) + (Math.PI / 4) * hole.w ** 2;
}

/** How far a hole reaches from its middle, across and up, mm. */
export function holeReach(hole: PatternHole): readonly [across: number, up: number] {
  if (hole.kind === 'round') return [hole.d / 2, hole.d / 2];
  return hole.upright ? [hole.w / 2, hole.l / 2] : [hole.l / 2, hole.w / 2];
}

/** The middle of all holes, from the middle of the region, mm; there is at least one. */
export function holesMiddle({ holes }: Pick<PatternCut, 'holes'>): readonly [number, number] {
  const mean = (axis: 0 | 1): number => holes.reduce((sum, q) => sum + q[axis], 0) / holes.length;
  return [mean(0), mean(1)];
}
