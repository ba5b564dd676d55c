/** Ways out are searched away from the screen's thread. */
import { expose } from 'comlink';
import { type Improvement, improvements } from '@deft/core/fit';
import type { Finding, Part, Project } from '@deft/core/model';
import { check, type Check, waysOut, type Ways } from '@deft/core/verdict';

let last: { doc: string; check: Check; project: Project } | undefined;

const api = {
  ways(project: Project, version: string, finding: Finding, library: readonly Part[]): Ways {
    if (last?.doc !== version) last = { doc: version, project, check: check(project, last?.check.checker) };
    return waysOut(last.project, finding, library, last.check);
  },
  improve: (findings: readonly Finding[]): Improvement[] => improvements(findings),
};
export type WaysApi = typeof api;
expose(api);
