/** What came of pressing every key once: kept in the document as the proof of its wiring. */
import { z } from 'zod';
import { Id } from './shell';

/** What the presses were read with. The stand-in proves no handheld, so nothing of it is kept. */
export const PRESSED_WITH = ['browser', 'event log'] as const;
export type PressedWith = (typeof PRESSED_WITH)[number];

/** An event code of a key: the kernel knows none above 0x2ff. */
export const KeyCode = z.number().int().min(1).max(0x2ff);
const Codes = z
  .array(KeyCode)
  .max(60, { error: 'A board of 60 keys tells at most 60 codes.' })
  .refine((all) => new Set(all).size === all.length, { error: 'A code is listed twice.' });

/** With no key touched. */
export const AtRest = z.strictObject({
  /** Codes that read as pressed; nothing where it cannot be told (a log has no beginning). */
  on: Codes.optional(),
  /** Codes that come and go by themselves. */
  noisy: Codes,
});
export type AtRest = z.infer<typeof AtRest>;

/** One key, pressed once and let go. */
export const Answer = z.strictObject({
  input: Id,
  /** Codes that went on with the press, and codes that went off with it. */
  on: Codes,
  off: Codes,
  /** How often the busiest of them changed for one press and one letting go: 1 is clean. */
  times: z.number().int().min(0).max(10_000),
});
export type Answer = z.infer<typeof Answer>;

export const PressRecord = z.strictObject({
  at: z.iso.datetime({ error: 'The time of a press test is written as 2026-01-31T12:00:00Z.' }),
  with: z.enum(PRESSED_WITH),
  rest: AtRest,
  answers: z.array(Answer).max(60, { error: 'A build holds at most 60 inputs.' }),
  /** The line and the code each key was planned with while it was pressed, by input. */
  planned: z.record(Id, z.strictObject({ line: z.string().min(1).max(40), code: KeyCode })),
});
export type PressRecord = z.infer<typeof PressRecord>;

/** A film of thumb and screen: frames counted from the press to the light. */
export const Film = z.strictObject({
  fps: z.number().min(24, { error: 'A film has at least 24 frames a second.' }).max(5000),
  frames: z
    .array(z.number().int().min(0).max(5000))
    .min(1, { error: 'A film has at least one count.' })
    .max(60, { error: 'Sixty counts of a film are plenty.' }),
});
export type Film = z.infer<typeof Film>;
