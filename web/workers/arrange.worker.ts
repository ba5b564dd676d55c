/** Arranging runs here, with the best so far told while it runs. */
import { expose } from 'comlink';
import {
  Arranger,
  type Progress,
  type Shown,
  tooThick,
  whyNot,
  type WhyNot,
} from '@deft/core/arrange';
import type { Project } from '@deft/core/model';

export interface Told {
  progress: Progress;
  best: Shown[];
  secondsLeft: number;
}
const TELL_MS = 200;
let arranger: { key: string; a: Arranger } | undefined;

const api = {
  /** Goes on from where the same build, seed and fixed parts were left. */
  async run(
    project: Project,
    version: string,
    seed: number,
    fixed: readonly string[],
    seconds: number,
    tell: (t: Told) => Promise<boolean>,
  ): Promise<void> {
    const key = `${version} ${seed} ${[...fixed].sort().join()}`;
    if (arranger?.key !== key) arranger = { key, a: new Arranger(project, seed, fixed) };
    // What no arranging can cure is said at once.
    if (tooThick(arranger.a.project).length) {
      await tell({ progress: { ...arranger.a.progress }, best: [], secondsLeft: 0 });
      return;
    }
    const { a } = arranger;
    const end = performance.now() + seconds * 1000;
    for (let last = 0; ;) {
      a.work(120);
      const now = performance.now();
      if (now - last < TELL_MS && now < end) continue;
      last = now;
      const going = await tell({
        progress: { ...a.progress },
        best: a.varied(),
        secondsLeft: Math.max(0, (end - now) / 1000),
      });
      if (!going || now >= end || !a.progress.of) return;
    }
  },
  /** Why there is none, with the change being tried told on the way. */
  async why(
    project: Project,
    stuck: string | undefined,
    fixed: readonly string[],
    tell: (trying: string) => Promise<boolean>,
  ): Promise<WhyNot | undefined> {
    const g = whyNot(project, stuck, 3000, 1, fixed);
    for (let r = g.next(); ; r = g.next()) {
      if (r.done) return r.value;
      if (!(await tell(r.value))) return undefined;
    }
  },
};
export type ArrangeApi = typeof api;
expose(api);
