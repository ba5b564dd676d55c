/** One arranging run: live best, time left, cancel, and going on from there. */
import { useEffect, useRef, useState } from 'react';
import { proxy } from 'comlink';
import type { WhyNot } from '@deft/core/arrange';
import type { Project } from '@deft/core/model';
import type { ArrangeApi, Told } from '../../workers/arrange.worker';
import { useChanged } from '../../ui/useChanged';
import { useWorker } from '../../workers/useWorker';

export const RUN_SECONDS = 10;
let versions = 0;

export type Arranging = ReturnType<typeof useArranger>;

export function useArranger(doc: Project) {
  const worker = useWorker<ArrangeApi>(
    () =>
      new Worker(new URL('../../workers/arrange.worker.ts', import.meta.url), { type: 'module' }),
  );
  const stop = useRef(false);
  const version = useRef<{ doc: Project; id: string }>(undefined);
  const [told, setTold] = useState<Told>();
  const [running, setRunning] = useState(false);
  const [trying, setTrying] = useState<string>();
  const [why, setWhy] = useState<WhyNot>();
  useEffect(
    () => () => {
      stop.current = true;
    },
    [],
  );
  const forget = () => {
    stop.current = true;
    setTold(undefined);
    setWhy(undefined);
  };
  // A layout is one of the build as it was: in another it may be none.
  useChanged(doc, forget);
  const run = async (seed: number, fixed: readonly string[]) => {
    if (version.current?.doc !== doc) version.current = { doc, id: String(++versions) };
    stop.current = false;
    setRunning(true);
    setWhy(undefined);
    let last: Told | undefined;
    try {
      await worker().run(
        doc,
        version.current.id,
        seed,
        fixed,
        RUN_SECONDS,
        proxy(async (t: Told) => {
          last = t;
          setTold(t);
          return !stop.current;
        }),
      );
      if (!stop.current && last && !last.best.length) {
        setTrying('why not');
        const found = await worker().why(
          doc,
          last.progress.stuck,
          fixed,
          proxy(async (t: string) => {
            setTrying(t);
            return !stop.current;
          }),
        );
        setWhy(found);
      }
    } finally {
      setTrying(undefined);
      setRunning(false);
    }
  };
  return {
    told,
    running,
    trying,
    why,
    run,
    cancel: () => {
      stop.current = true;
    },
    forget,
  };
}
