/** The least cutting is sought here; the solver is loaded when it is asked for. */
import { expose } from 'comlink';
import wasmUrl from 'highs/runtime?url';
import { type Keep, type Least, seekLeast, solverOf } from '@deft/core/least';
import type { Part, Project } from '@deft/core/model';

const TELL_MS = 150;
let solver: ReturnType<typeof solverOf> | undefined;

const api = {
  /** @param tell  hears how many trials were made, and says whether to go on */
  async seek(
    document: Project,
    library: readonly Part[],
    kept: readonly Keep[],
    tell: (trials: number) => Promise<boolean>,
  ): Promise<Least | undefined> {
    const solve = await (solver ??= solverOf(wasmUrl));
    const search = seekLeast(document, library, { solve, kept });
    let told = performance.now();
    for (let trials = 0; ; trials++) {
      const step = search.next();
      if (step.done) return step.value;
      if (performance.now() - told < TELL_MS) continue;
      told = performance.now();
      if (!(await tell(trials))) return undefined;
    }
  },
};
export type LeastApi = typeof api;
expose(api);
