import { STARTER_PARTS } from '@deft/core/catalogue';
import type { Part } from '@deft/core/model';

/** The whole library: a part of one's own stands for the starter part of the same id. */
export function withOwn(own: readonly Part[]): readonly Part[] {
  const ids = new Set(own.map((part) => part.id));
  return [...own, ...STARTER_PARTS.filter((part) => !ids.has(part.id))];
}
