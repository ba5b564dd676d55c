/** A worker of one view: begun when it is first asked, ended with the view. */
import { useEffect, useRef } from 'react';
import { type Remote, wrap } from 'comlink';

/**
 * @param begin  makes the worker: its address must stand where it is made, so that it is bundled
 * @returns      the same worker each time
 */
export function useWorker<Api>(begin: () => Worker): () => Remote<Api> {
  const held = useRef<{ worker: Worker; api: Remote<Api> }>(undefined);
  useEffect(
    () => () => {
      held.current?.worker.terminate();
      held.current = undefined;
    },
    [],
  );
  return () => {
    if (!held.current) {
      const worker = begin();
      held.current = { worker, api: wrap<Api>(worker) };
    }
    return held.current.api;
  };
}
