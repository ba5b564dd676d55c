/** One search for the least cutting; what was found belongs to the document it was sought for. */
import { useEffect, useRef, useState } from 'react';
import { proxy } from 'comlink';
import type { Keep, Least } from '@deft/core/least';
import { useBuild } from '../../state/build';
import { useChanged } from '../../ui/useChanged';
import type { LeastApi } from '../../workers/least.worker';
import { useWorker } from '../../workers/useWorker';

export type Sought = { is: 'found'; least: Least } | { is: 'broken' };

export function useLeast() {
  const { doc, library } = useBuild('doc', 'library');
  const worker = useWorker<LeastApi>(
    () => new Worker(new URL('../../workers/least.worker.ts', import.meta.url), { type: 'module' }),
  );
  const stop = useRef(false);
  const [trials, setTrials] = useState<number>();
  const [sought, setSought] = useState<Sought>();
  useEffect(
    () => () => {
      stop.current = true;
    },
    [],
  );
  // Plans are for the build as it was.
  useChanged(doc, () => setSought(undefined));
  const latest = useRef(doc);
  useEffect(() => {
    latest.current = doc;
  }, [doc]);

  const seek = async (kept: readonly Keep[]) => {
    stop.current = false;
    setTrials(0);
    setSought(undefined);
    try {
      const least = await worker().seek(
        doc,
        library,
        kept,
        proxy(async (n: number) => {
          setTrials(n);
          return !stop.current && latest.current === doc;
        }),
      );
      if (least && latest.current === doc) setSought({ is: 'found', least });
    } catch (e) {
      reportError(e);
      setSought({ is: 'broken' });
    } finally {
      setTrials(undefined);
    }
  };
  return { trials, sought, seek, cancel: () => (stop.current = true) };
}
