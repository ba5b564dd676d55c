/** The swap table and the cheapest change of a goal, asked of the engine, forgotten when the document changes. */
import { useEffect, useRef, useState } from 'react';
import type { Mend } from '@deft/core/brief';
import type { GoalKey } from '@deft/core/model';
import { useBuild } from '../state/build';
import type { Swaps } from './protocol';

/** Once a visit, away from the screen: the first comparison is then as quick as the others. */
export function useWarmSwaps(): void {
  const { engine, judgedAt } = useBuild('engine', 'judgedAt');
  const done = useRef(false);
  useEffect(() => {
    if (done.current || !engine || judgedAt < 0) return;
    done.current = true;
    void engine.ask((api) => api.warm(judgedAt));
  }, [engine, judgedAt]);
}

export function useSwaps(item: string | undefined): Swaps | undefined {
  const { engine, judged, judgedAt, library } = useBuild('engine', 'judged', 'judgedAt', 'library');
  const [found, set] = useState<{ of: unknown; item: string; swaps: Swaps }>();
  useEffect(() => {
    if (!engine || !item) return;
    let live = true;
    let rows: Swaps['rows'] = [];
    void engine.swaps(judgedAt, item, (some) => {
      if (!live) return false;
      rows = [...rows, ...some.rows];
      set({ of: judged, item, swaps: { ...some, rows } });
      return true;
    });
    return () => {
      live = false;
    };
  }, [engine, judged, judgedAt, item, library]);
  return found?.of === judged && found.item === item ? found.swaps : undefined;
}

/** `null`: no single change meets it. Missing: still being looked for. */
export function useMend(goal: GoalKey | undefined): Mend | null | undefined {
  const { engine, judged, judgedAt, library } = useBuild('engine', 'judged', 'judgedAt', 'library');
  const [known, set] = useState<{ of: unknown; goal: GoalKey; mend: Mend | null }>();
  useEffect(() => {
    if (!engine || !goal) return;
    let live = true;
    void engine
      .ask((api) => api.mend(judgedAt, goal))
      .then((answer) => {
        if (live && answer) set({ of: judged, goal, mend: answer.found ?? null });
      });
    return () => {
      live = false;
    };
  }, [engine, judged, judgedAt, goal, library]);
  return known?.of === judged && known.goal === goal ? known.mend : undefined;
}
