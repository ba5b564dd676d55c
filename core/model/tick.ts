/**
 * What a builder has done and tried, by what it is and what it was done to: a thing that is renamed
 * or goes takes its ticks along, and no name is ever taken apart.
 */
import { z } from 'zod';
import { Id } from './shell';

/** Every kind of step there can be in Build. */
export const STEP_CODES = [
  'bench',
  'blank',
  'bracket',
  'clamp',
  'clean',
  'close',
  'cut',
  'discharge',
  'donor-open',
  'drill',
  'fit',
  'fit-in',
  'fold',
  'gate',
  'gate-buttons',
  'gate-ohms',
  'gate-rail',
  'gate-sound',
  'hinge-ribbon',
  'instead',
  'join',
  'last-look',
  'lead',
  'make',
  'mark',
  'mark-pattern',
  'mark-pocket',
  'measure-shell',
  'mill',
  'open',
  'overlay',
  'pairing',
  'press-test',
  'program',
  'prove',
  'prove-kept',
  'put-on',
  'refit',
  'saw',
  'saw-gate',
  'seat',
  'shoulders',
  'slim',
  'system',
  'tape',
  'wire',
  'wire-buttons',
  'wire-power',
] as const;
export type StepCode = (typeof STEP_CODES)[number];

/** A step that was ticked. */
export const Tick = z.strictObject({
  step: z.enum(STEP_CODES),
  /** What it is done to: an item, a piece, a cut, a block of an item ...; the list itself has none. */
  of: z.array(z.union([Id, z.number().int().min(0).max(200)])).max(3),
});
export type Tick = z.infer<typeof Tick>;

/** The same for two ticks of one step, and for no others: no id holds either sign. */
export const tickKey = ({ step, of }: Tick): string =>
  of.length ? `${step}:${of.join('/')}` : step;

/** What nobody can compute, and a trial settles. */
export const ASSUMPTIONS = [
  'amp',
  'buy',
  'cell',
  'draw',
  'image',
  'kept',
  'lag',
  'polarity',
  'rail',
  'screen',
  'size',
  'slim',
  'speaker',
] as const;
export type Assumption = (typeof ASSUMPTIONS)[number];

/** An assumption somebody tried, and how it went. */
export const Trial = z.strictObject({
  assumption: z.enum(ASSUMPTIONS),
  /** The item, or the kept thing, it is about; the whole build when nothing is said. */
  of: Id.optional(),
  holds: z.boolean(),
  note: z.string().max(400).optional(),
});
export type Trial = z.infer<typeof Trial>;
