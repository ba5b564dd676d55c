/**
 * The measuring round: every length of the shell in the order one really measures, what to touch with
 * which jaw, and what is still missing for which verdict.
 *
 * A step is done when its length was read; an estimate or a typical figure still waits to be.
 */
import type { Body, Length } from '../../model';
import { featureSteps } from './features';
import { baySteps, capSteps, openingSteps } from './openings';
import { curveSteps, depthSteps, lipSteps, outerSteps, wallSteps } from './outer';
import { measured, type Purpose, PURPOSES, type RoundStep } from './step';

export { isRead, type Purpose, type RoundStep, type Stage, STAGES } from './step';

/** All steps of a body in order; of no body, the six that make one. */
export function roundOf(
  body: Body | undefined,
  first: Partial<Record<string, Length>> = {},
): RoundStep[] {
  const begun = [
    ...outerSteps(body, first),
    ...wallSteps(body, first),
    ...lipSteps(body),
    ...depthSteps(body, first),
  ];
  if (!body) return begun;
  const of = measured(body);
  return [
    ...begun,
    ...curveSteps(of),
    ...featureSteps(of),
    ...baySteps(of),
    ...openingSteps(of),
    ...capSteps(body),
  ];
}

/** How many lengths each verdict still waits for. */
export function verdictsOpen(
  steps: readonly RoundStep[],
): Array<{ purpose: Purpose; open: number; of: number }> {
  return PURPOSES.map((purpose) => {
    const own = steps.filter((s) => s.purpose === purpose);
    return { purpose, of: own.length, open: own.filter((s) => !s.done).length };
  }).filter((v) => v.of > 0);
}
