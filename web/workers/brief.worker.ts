/** Swaps and cheapest changes are computed away from the screen's thread. */
import { expose } from 'comlink';
import { alternatives, type Alternative, cheapestMend, compare, type Mend, outcomeOf, type Outcome } from '@deft/core/brief';
import type { GoalKey, Part, Project } from '@deft/core/model';
import { check } from '@deft/core/verdict';

const api = {
  mend: (project: Project, goal: GoalKey, library: readonly Part[]): Mend | undefined => cheapestMend(project, goal, library),
  /** Tells each alternative as soon as it is known; a screen that has gone on to another says no and ends it. */
  async swaps(project: Project, item: string, library: readonly Part[], tell: (now: Outcome, of: number, one?: Alternative) => Promise<boolean>): Promise<void> {
    const now = check(project), list = alternatives(project, item, library), mine = outcomeOf(project, now);
    if (!await tell(mine, list.length)) return;
    for (const one of compare(project, item, list, now)) if (!await tell(mine, list.length, one)) return;
  },
};
export type BriefApi = typeof api;
expose(api);
