/** Verdicts for builds that are not open: one engine for the whole list, ended when the list goes. */
import { type Remote, wrap } from 'comlink';
import { useEffect, useState } from 'react';
import type { Project } from '@deft/core/model';
import type { EngineApi, Glance } from './protocol';

interface Lookout {
  worker: Worker;
  api: Remote<EngineApi>;
  users: number;
}
let shared: Lookout | undefined;

function taken(): Lookout {
  if (!shared) {
    const worker = new Worker(new URL('./engine.worker.ts', import.meta.url), {
      type: 'module',
      name: 'glance',
    });
    shared = { worker, api: wrap<EngineApi>(worker), users: 0 };
  }
  shared.users++;
  return shared;
}

function released(lookout: Lookout): void {
  lookout.users--;
  if (lookout.users > 0) return;
  lookout.worker.terminate();
  if (shared === lookout) shared = undefined;
}

/** What a document comes to; nothing until it is known. */
export function useGlance(document: Project | undefined): Glance | undefined {
  const [known, set] = useState<{ of: Project; glance: Glance }>();
  useEffect(() => {
    if (!document) return;
    const lookout = taken();
    let live = true;
    void lookout.api
      .glance(document)
      .then((glance) => {
        if (live) set({ of: document, glance });
      })
      .catch(() => undefined);
    return () => {
      live = false;
      released(lookout);
    };
  }, [document]);
  return known?.of === document ? known?.glance : undefined;
}
