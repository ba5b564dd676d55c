/**
 * Documents of older formats, carried forward one format at a time. A document is never changed in
 * place; what a step cannot decide is left for a finding to ask.
 */
import { FORMAT } from './project';

type Json = Readonly<Record<string, unknown>>;

/** From each older format to the next. */
const STEPS: Readonly<Record<string, (old: Json) => Json>> = {
  // 2: an item may say that it is outside the shell or left out. Nothing was said before.
  'deft-shell/1': (old) => ({ ...old, format: 'deft-shell/2' }),
};

/** @returns the document in the present format, or nothing when its format is not known here */
export function migrated(document: Json, format: string): Json | undefined {
  if (format === FORMAT) return document;
  const step = STEPS[format];
  if (!step) return undefined;
  const next = step(document);
  return migrated(next, next['format'] as string);
}
