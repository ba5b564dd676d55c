import { useEffect, useState } from 'react';
import type { Project } from '@deft/core/model';
import type { Judgement } from '@deft/core/verdict';
import { useBuild } from '../state/build';

/** The verdict on a document beside the open one. */
export function useJudgement(document: Project | undefined): Judgement | undefined {
  const { engine } = useBuild('engine');
  const [known, set] = useState<{ of: Project; judgement: Judgement }>();
  useEffect(() => {
    if (!engine || !document) return;
    let live = true;
    void engine
      .ask((api) => api.judge(document))
      .then((judgement) => {
        if (live && judgement) set({ of: document, judgement });
      });
    return () => {
      live = false;
    };
  }, [engine, document]);
  return known?.of === document ? known?.judgement : undefined;
}
