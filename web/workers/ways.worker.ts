/** Ways out are searched away from the screen's thread. */
import { expose } from 'comlink';
import { type Improvement, improvements } from '@deft/core/fit';
import type { Finding, Part, Project } from '@deft/core/model';
import {
  check,
  type Check,
  type Kind,
  type Largest,
  largestThatFits,
  waysOut,
  type Ways,
} from '@deft/core/verdict';

let last: { doc: string; check: Check; project: Project } | undefined;

const api = {
  ways(project: Project, version: string, finding: Finding, library: readonly Part[]): Ways {
    if (last?.doc !== version) {
      last = { doc: version, project, check: check(project, last?.check.checker) };
    }
    return waysOut(last.project, finding, library, last.check);
  },
  /** The largest of its kind, with what is being tried told on the way. */
  async largest(
    project: Project,
    version: string,
    kind: Kind,
    library: readonly Part[],
    tell: (trying: string) => Promise<boolean>,
  ): Promise<Largest | undefined> {
    if (last?.doc !== version) {
      last = { doc: version, project, check: check(project, last?.check.checker) };
    }
    const g = largestThatFits(last.project, kind, library, last.check);
    for (let r = g.next(); ; r = g.next()) {
      if (r.done) return r.value;
      if (!(await tell(r.value))) return undefined;
    }
  },
  improve: (findings: readonly Finding[]): Improvement[] => improvements(findings),
};
export type WaysApi = typeof api;
expose(api);
