/** Ways out, readings worth taking again and the largest that fits, asked of the engine. */
import { useEffect, useRef, useState } from 'react';
import { proxy } from 'comlink';
import type { Improvement } from '@deft/core/fit';
import type { Finding } from '@deft/core/model';
import type { Kind, Largest, Ways } from '@deft/core/verdict';
import { useBuild } from '../state/build';

const NO_WAYS: ReadonlyMap<string, Ways> = new Map();
const NONE: readonly Improvement[] = [];

/** Ways by finding id, one finding after another; one that is still being searched is missing. */
export function useWays(findings: readonly Finding[]): ReadonlyMap<string, Ways> {
  const { engine, judged, judgedAt } = useBuild('engine', 'judged', 'judgedAt');
  const [known, setKnown] = useState<{ of: unknown; ways: ReadonlyMap<string, Ways> }>();
  const ids = findings.map((f) => f.id).join('|');
  useEffect(() => {
    if (!engine) return;
    let stale = false;
    const ways = new Map<string, Ways>();
    void (async () => {
      for (const { id } of findings) {
        const found = await engine.ask((api) => api.ways(judgedAt, id));
        if (stale) return;
        ways.set(id, found ?? { ways: [], rejected: 0 });
        setKnown({ of: judged, ways: new Map(ways) });
      }
    })();
    return () => {
      stale = true;
    };
    // The list is the same as long as its ids and the document are.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [engine, judged, judgedAt, ids]);
  return known?.of === judged ? known.ways : NO_WAYS;
}

/** Readings worth taking again; empty until they are known. */
export function useImprovements(): readonly Improvement[] {
  const { engine, check, judgedAt } = useBuild('engine', 'check', 'judgedAt');
  const [known, setKnown] = useState<{ of: unknown; list: readonly Improvement[] }>();
  useEffect(() => {
    let stale = false;
    void engine
      ?.ask((api) => api.improvements(judgedAt))
      .then((list) => {
        if (!stale) setKnown({ of: check, list: list ?? NONE });
      });
    return () => {
      stale = true;
    };
  }, [engine, check, judgedAt]);
  return known?.of === check ? known.list : NONE;
}

export interface Asked {
  trying?: string;
  answer?: Largest | undefined;
  none?: boolean;
  at: number;
}

/** "Largest screen or cell that fits", asked when somebody wants to know; an older answer is forgotten with its document. */
export function useLargest(): { asked: Asked | undefined; ask: (kind: Kind) => void } {
  const { engine, at } = useBuild('engine', 'at');
  const [asked, setAsked] = useState<Asked>();
  const here = useRef(true);
  useEffect(() => {
    here.current = true;
    return () => {
      here.current = false;
    };
  }, []);
  const ask = (kind: Kind) => {
    setAsked({ at, trying: '' });
    const tell = proxy((trying: string) => {
      if (here.current) setAsked({ at, trying });
    });
    void engine
      ?.ask((api) => api.largest(at, kind, tell))
      .then((answer) => {
        if (!here.current) return;
        setAsked(answer && { at, answer: answer.found, none: !answer.found });
      });
  };
  return { asked: asked?.at === at ? asked : undefined, ask };
}
