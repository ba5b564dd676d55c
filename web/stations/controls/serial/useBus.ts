/** A serial pad as it is set and captured: the builder's own, kept in the document, or the stand-in's, kept nowhere. */
import { useMemo, useState } from 'react';
import { BadInput, type BusCapture, type PadBus, USUAL_PAD_BUS } from '@deft/core/model';
import {
  asCaptured,
  busKeys,
  decoded,
  type Learnt,
  learnt,
  padBus,
  readBusCapture,
} from '@deft/core/padbus';
import { useBuild } from '../../../state/build';

export interface BusNow {
  keys: string[];
  bus: PadBus;
  found: Learnt;
  /** What is captured next: the pad at rest first, then key by key; nothing once all are. */
  next: { held?: string } | undefined;
  set: (change: Partial<PadBus>) => string | undefined;
  /** Captures as they were read in, each with what was held. @returns why one cannot be taken */
  read: (...captures: Array<{ text: string; held: string | undefined }>) => string | undefined;
  takeBack: (n: number) => void;
  /** What the stand-in told, when another one lies there. */
  forget: () => void;
}

/** With one capture more: the first one of a pad says how it is read, every one which bit is which key. */
function withCapture(
  bus: PadBus,
  keys: readonly string[],
  text: string,
  held: string | undefined,
): PadBus {
  const { word, doubtful, frames, bits, loads, shiftsOn } = decoded(readBusCapture(text));
  const capture: BusCapture = {
    word,
    doubtful,
    frames,
    ...(held === undefined ? {} : { held }),
  };
  const own = bus.captures.length ? {} : { bits, loads };
  const edge = shiftsOn ? { shiftsOn } : {};
  const next = { ...bus, ...own, ...edge, captures: [...bus.captures, capture] };
  return { ...next, ...asCaptured(next, keys) };
}

function nextOf(bus: PadBus, keys: readonly string[]): BusNow['next'] {
  const captured = new Set(bus.captures.map((c) => c.held));
  if (!captured.has(undefined)) return {};
  const held = keys.find((key) => !captured.has(key));
  return held === undefined ? undefined : { held };
}

export function useBus(isStandIn: boolean): BusNow {
  const { doc, edit } = useBuild('doc', 'edit');
  const [tried, setTried] = useState<PadBus>(USUAL_PAD_BUS);
  const keys = useMemo(() => busKeys(doc), [doc]);
  const bus = isStandIn ? tried : padBus(doc);
  const found = useMemo(() => learnt(bus.captures), [bus.captures]);
  const put = (next: PadBus): string | undefined => {
    if (isStandIn) {
      setTried(next);
      return undefined;
    }
    return edit((p) => ({ ...p, controls: { ...p.controls, bus: next } })) ?? undefined;
  };
  return {
    keys,
    bus,
    found,
    next: nextOf(bus, keys),
    set: (change) => {
      const next = { ...bus, ...change };
      for (const key of ['worksFromV', 'clockHz', 'leadMm', 'hasDivider', 'hasBuffer'] as const) {
        if (next[key] === undefined) delete next[key];
      }
      return put(next);
    },
    read: (...captures) => {
      try {
        return put(captures.reduce((b, { text, held }) => withCapture(b, keys, text, held), bus));
      } catch (e) {
        if (e instanceof BadInput) return e.message;
        throw e;
      }
    },
    takeBack: (n) => void put({ ...bus, captures: bus.captures.filter((_, i) => i !== n) }),
    forget: () => setTried(USUAL_PAD_BUS),
  };
}
