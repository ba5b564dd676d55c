/** What every goal is judged by, and how a judgement is said. */
import type { Brief, Project } from '../../model';
import type { Check } from '../../verdict';
import type { Score, Standing } from '../score';

interface Facts {
  p: Project;
  c: Check;
  b: Brief;
}
type Judged = Omit<Score, 'goal' | 'name' | 'weight'>;

/** Says nothing when the goal is not set. */
export type Judge = (f: Facts) => Judged | undefined;

/**
 * @param target   what was asked: "3 h"
 * @param figure   what it comes to: "3.6 h ± 0.9"
 * @param decides  the thing that decides it
 */
export const judged = (
  target: string,
  standing: Standing,
  figure: string,
  decides: string,
  why: string[] = [],
): Judged => ({ target, standing, figure, decides, why });

/** Met, or at risk, or else missed. */
export function metIf(isMet: boolean, isAtRisk: boolean): Standing {
  if (isMet) return 'met';
  return isAtRisk ? 'at risk' : 'missed';
}

/** Missed, or at risk, or else met. */
export function missedIf(isMissed: boolean, isAtRisk: boolean): Standing {
  if (isMissed) return 'missed';
  return isAtRisk ? 'at risk' : 'met';
}
