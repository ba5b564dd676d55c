/** Swaps and cheapest changes are computed away from the screen's thread. */
import { expose } from 'comlink';
import {
  alternatives,
  type Alternative,
  cheapestMend,
  compare,
  type Mend,
  outcomeOf,
  type Outcome,
} from '@deft/core/brief';
import type { GoalKey, Part, Project } from '@deft/core/model';
import { check, type Check } from '@deft/core/verdict';

const WARM_MS = 700;
const TELL_MS = 80;

/** The build as it was judged last: the same one is not judged again. */
let last: { version: string; project: Project; now: Check } | undefined;
function judged(project: Project, version: string): NonNullable<typeof last> {
  if (last?.version !== version) {
    last = { version, project, now: check(project, last?.now.checker) };
  }
  return last;
}

const api = {
  /** Runs the same code on a few alternatives, so that it is compiled by the time somebody asks. */
  warm(project: Project, version: string, library: readonly Part[]): void {
    const at = judged(project, version);
    const until = performance.now() + WARM_MS;
    for (const { id } of project.kit.items) {
      for (const one of compare(at.project, id, alternatives(at.project, id, library), at.now)) {
        void one;
        if (performance.now() > until) return;
      }
    }
  },
  mend: (
    project: Project,
    version: string,
    goal: GoalKey,
    library: readonly Part[],
  ): Mend | undefined => {
    const at = judged(project, version);
    return cheapestMend(at.project, goal, library, at.now);
  },
  /** Tells alternatives as they are known, a handful at a time; a screen that has gone on to another says no and ends it. */
  async swaps(
    project: Project,
    version: string,
    item: string,
    library: readonly Part[],
    tell: (now: Outcome, of: number, some: Alternative[]) => Promise<boolean>,
  ): Promise<void> {
    const at = judged(project, version);
    const list = alternatives(at.project, item, library);
    const mine = outcomeOf(at.project, at.now);
    let some: Alternative[] = [];
    let since = performance.now();
    for (const one of compare(at.project, item, list, at.now)) {
      some.push(one);
      if (performance.now() - since < TELL_MS) continue;
      if (!(await tell(mine, list.length, some))) return;
      [some, since] = [[], performance.now()];
    }
    await tell(mine, list.length, some);
  },
};
export type BriefApi = typeof api;
expose(api);
