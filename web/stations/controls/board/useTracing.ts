/** Readings of a kept board: the builder's own, kept in the document, or those of the stand-in, kept nowhere. */
import { useMemo, useState } from 'react';
import type { PadReading, Tracing } from '@deft/core/model';
import { traced, type Traced, tracedBoard, tracedKeys } from '@deft/core/trace';
import { useBuild } from '../../../state/build';

export interface TracingNow {
  keys: string[];
  tracing: Tracing;
  found: Traced;
  /** Pads, setting or pull-up. */
  set: (change: Partial<Tracing>) => void;
  read: (...readings: PadReading[]) => void;
  takeBack: (n: number) => void;
  /** What the stand-in told, when another one lies there. */
  forget: () => void;
}

const NONE: Tracing = { pads: [], readings: [] };

/** The stand-in has pads of the same names; what a sheet says of the builder's board is not about it. */
function triedOn(own: Tracing, readings: readonly PadReading[]): Tracing {
  const tried = { ...own, readings: [...readings] };
  delete tried.sheet;
  return tried;
}

export function useTracing(isStandIn: boolean): TracingNow {
  const { doc, edit } = useBuild('doc', 'edit');
  const [tried, setTried] = useState<readonly PadReading[]>([]);
  const keys = useMemo(() => tracedKeys(doc), [doc]);
  const own = doc.controls.tracing ?? NONE;
  const tracing = useMemo(() => (isStandIn ? triedOn(own, tried) : own), [isStandIn, own, tried]);
  const found = useMemo(
    () => (isStandIn ? traced(tracing, keys) : (tracedBoard(doc) ?? traced(tracing, keys))),
    [isStandIn, doc, tracing, keys],
  );
  const set = (change: Partial<Tracing>): void => {
    edit((p) => {
      const tracing = { ...(p.controls.tracing ?? NONE), ...change };
      if (tracing.sealed === undefined) delete tracing.sealed;
      return { ...p, controls: { ...p.controls, tracing } };
    });
  };
  const change = (to: (readings: readonly PadReading[]) => PadReading[]): void => {
    if (isStandIn) setTried(to);
    else set({ readings: to(own.readings) });
  };
  return {
    keys,
    tracing,
    found,
    set,
    read: (...readings) => change((all) => [...all, ...readings]),
    forget: () => setTried([]),
    takeBack: (n) => change((all) => all.filter((_, i) => i !== n)),
  };
}
