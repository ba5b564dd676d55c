/** A serial pad as it is set and captured: the builder's own, kept in the document, or the stand-in's, kept nowhere. */
import { useMemo, useState } from 'react';
import { type BusCapture, type PadBus, USUAL_PAD_BUS } from '@deft/core/model';
import { asCaptured, busKeys, type Decoded, type Learnt, learnt, padBus } from '@deft/core/padbus';
import { useBuild } from '../../../state/build';
import type { BusCaptureApi } from '../../../workers/busCapture.worker';
import { useWorker } from '../../../workers/useWorker';

export interface BusNow {
  keys: string[];
  bus: PadBus;
  found: Learnt;
  /** What is captured next: the pad at rest first, then key by key; nothing once all are. */
  next: { held?: string } | undefined;
  set: (change: Partial<PadBus>) => string | undefined;
  /** Captures as they were read in, each with what was held. @returns why one cannot be taken */
  read: (
    ...captures: Array<{ text: string; held: string | undefined }>
  ) => Promise<string | undefined>;
  takeBack: (n: number) => void;
  /** What the stand-in told, when another one lies there. */
  forget: () => void;
}

/** With one capture more: the first one of a pad says how it is read, every one which bit is which key. */
function withCapture(
  bus: PadBus,
  keys: readonly string[],
  { word, doubtful, frames, bits, loads, shiftsOn }: Decoded,
  held: string | undefined,
): PadBus {
  const capture: BusCapture = {
    word,
    doubtful,
    frames,
    loads,
    ...(shiftsOn ? { shiftsOn } : {}),
    ...(held === undefined ? {} : { held }),
  };
  const own = bus.captures.length ? {} : { bits, loads };
  // Data that never moved tells no edge: the first capture in which it does says it.
  const isNew = !bus.captures.some((c) => c.shiftsOn);
  const edge = shiftsOn && isNew ? { shiftsOn } : {};
  const next = { ...bus, ...own, ...edge, captures: [...bus.captures, capture] };
  return { ...next, ...asCaptured(next, keys) };
}

function nextOf(bus: PadBus, keys: readonly string[]): BusNow['next'] {
  const captured = new Set(bus.captures.map((c) => c.held));
  if (!captured.has(undefined)) return {};
  const held = keys.find((key) => !captured.has(key));
  return held === undefined ? undefined : { held };
}

/** What may be left unsaid. */
const SAID = ['worksFromV', 'clockHz', 'leadMm', 'hasDivider', 'hasBuffer'] as const;

export function useBus(isStandIn: boolean): BusNow {
  const { doc, edit } = useBuild('doc', 'edit');
  const [tried, setTried] = useState<PadBus>(USUAL_PAD_BUS);
  const keys = useMemo(() => busKeys(doc), [doc]);
  const bus = isStandIn ? tried : padBus(doc);
  const found = useMemo(() => learnt(bus.captures), [bus.captures]);
  const worker = useWorker<BusCaptureApi>(
    () =>
      new Worker(new URL('../../../workers/busCapture.worker.ts', import.meta.url), {
        type: 'module',
      }),
  );
  /** What it becomes of what it is by then: a capture takes its time to be read. */
  const put = (change: (bus: PadBus) => PadBus): string | undefined => {
    if (isStandIn) {
      setTried(change);
      return undefined;
    }
    return (
      edit((p) => ({ ...p, controls: { ...p.controls, bus: change(padBus(p)) } })) ?? undefined
    );
  };
  return {
    keys,
    bus,
    found,
    next: nextOf(bus, keys),
    set: (change) =>
      put((was) => {
        const next = { ...was, ...change };
        for (const key of SAID) if (next[key] === undefined) delete next[key];
        return next;
      }),
    read: async (...captures) => {
      const told: Array<{ held: string | undefined; value: Decoded }> = [];
      for (const { text, held } of captures) {
        const read = await worker().read(text);
        if (!read.ok) return read.sentence;
        told.push({ held, value: read.value });
      }
      return put((was) => told.reduce((b, t) => withCapture(b, keys, t.value, t.held), was));
    },
    takeBack: (n) =>
      void put((was) => ({ ...was, captures: was.captures.filter((_, i) => i !== n) })),
    forget: () => setTried(USUAL_PAD_BUS),
  };
}
