/** The swap table and the cheapest change of a goal, from their worker, forgotten when the document changes. */
import { useEffect, useRef, useState } from 'react';
import { proxy, type Remote, wrap } from 'comlink';
import type { Alternative, Mend, Outcome } from '@deft/core/brief';
import type { GoalKey, Part, Project } from '@deft/core/model';
import type { BriefApi } from './brief.worker';
import { versionOf } from './version';

let worker: Remote<BriefApi> | undefined;
const engine = (): Remote<BriefApi> =>
  (worker ??= wrap<BriefApi>(
    new Worker(new URL('./brief.worker.ts', import.meta.url), { type: 'module' }),
  ));

/** Once a visit, away from the screen: the first comparison is then as quick as the others. */
export function useWarmSwaps(doc: Project, library: readonly Part[]): void {
  const done = useRef(false);
  useEffect(() => {
    if (done.current || !doc.kit.items.length) return;
    done.current = true;
    void engine()
      .warm(doc, versionOf(doc), library)
      .catch(() => undefined);
  }, [doc, library]);
}

export interface Swaps {
  now: Outcome;
  of: number;
  rows: Alternative[];
}

export function useSwaps(
  doc: Project,
  item: string | undefined,
  library: readonly Part[],
): Swaps | undefined {
  const [found, set] = useState<{ doc: Project; item: string; swaps: Swaps }>();
  useEffect(() => {
    if (!item) return;
    let live = true;
    let rows: Alternative[] = [];
    void engine()
      .swaps(
        doc,
        versionOf(doc),
        item,
        library,
        proxy(async (now: Outcome, of: number, some: Alternative[]) => {
          if (!live) return false;
          rows = [...rows, ...some];
          set({ doc, item, swaps: { now, of, rows } });
          return true;
        }),
      )
      .catch(() => undefined);
    return () => {
      live = false;
    };
  }, [doc, item, library]);
  return found && found.doc === doc && found.item === item ? found.swaps : undefined;
}

/** `null`: no single change meets it. Missing: still being looked for. */
export function useMend(
  doc: Project,
  goal: GoalKey | undefined,
  library: readonly Part[],
): Mend | null | undefined {
  const [found, set] = useState<{ doc: Project; goal: GoalKey; mend: Mend | null }>();
  useEffect(() => {
    if (!goal) return;
    let live = true;
    void engine()
      .mend(doc, versionOf(doc), goal, library)
      .then((mend) => {
        if (live) set({ doc, goal, mend: mend ?? null });
      })
      .catch(() => undefined);
    return () => {
      live = false;
    };
  }, [doc, goal, library]);
  return found && found.doc === doc && found.goal === goal ? found.mend : undefined;
}
