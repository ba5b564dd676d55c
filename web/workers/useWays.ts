/** Ways out for the findings on show, one at a time, forgotten as soon as the document changes. */
import { useEffect, useRef, useState } from 'react';
import { proxy, type Remote, wrap } from 'comlink';
import type { Improvement } from '@deft/core/fit';
import type { Finding, Part, Project } from '@deft/core/model';
import type { Kind, Largest, Ways } from '@deft/core/verdict';
import { versionOf } from './version';
import type { WaysApi } from './ways.worker';

let worker: Remote<WaysApi> | undefined;
const engine = (): Remote<WaysApi> =>
  (worker ??= wrap<WaysApi>(
    new Worker(new URL('./ways.worker.ts', import.meta.url), { type: 'module' }),
  ));

/** Ways by finding id; a finding that is still being searched is missing. */
export function useWays(
  doc: Project,
  findings: readonly Finding[],
  library: readonly Part[],
): ReadonlyMap<string, Ways> {
  const [known, setKnown] = useState<{ version: string; ways: Map<string, Ways> }>({
    version: '',
    ways: new Map(),
  });
  const version = versionOf(doc);
  const ids = findings.map((f) => f.id).join('|');
  useEffect(() => {
    let stale = false;
    const ways = new Map<string, Ways>();
    void (async () => {
      for (const f of findings) {
        const found = await engine()
          .ways(doc, version, f, library)
          .catch(() => ({ ways: [], rejected: 0 }));
        if (stale) return;
        ways.set(f.id, found);
        setKnown({ version, ways: new Map(ways) });
      }
    })();
    return () => {
      stale = true;
    };
    // The list is the same as long as its ids and the document are.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [version, ids, library]);
  return known.version === version ? known.ways : new Map();
}

/** Readings worth taking again, from the worker; empty until they are known. */
export function useImprovements(findings: readonly Finding[]): readonly Improvement[] {
  const [known, setKnown] = useState<{ of: readonly Finding[]; list: Improvement[] }>();
  useEffect(() => {
    let stale = false;
    void engine()
      .improve(findings.filter((f) => f.station === 'fit' && f.measure))
      .then((list) => {
        if (!stale) setKnown({ of: findings, list });
      })
      .catch(() => undefined);
    return () => {
      stale = true;
    };
  }, [findings]);
  return known && known.of === findings ? known.list : [];
}

export interface Asked {
  trying?: string;
  answer?: Largest | undefined;
  none?: boolean;
  version: string;
}

/** "Largest screen or cell that fits", asked when somebody wants to know; an older answer is forgotten with its document. */
export function useLargest(
  doc: Project,
  library: readonly Part[],
): { asked: Asked | undefined; ask: (kind: Kind) => void } {
  const [asked, setAsked] = useState<Asked>();
  const version = versionOf(doc);
  const current = useRef(version);
  useEffect(() => {
    current.current = version;
    return () => {
      current.current = '';
    };
  }, [version]);
  const ask = (kind: Kind) => {
    setAsked({ version, trying: '' });
    // A build that has changed, or a view that was left, ends the search.
    void engine()
      .largest(
        doc,
        version,
        kind,
        library,
        proxy(async (trying: string) => {
          if (current.current !== version) return Promise.resolve(false);
          setAsked({ version, trying });
          return Promise.resolve(true);
        }),
      )
      .then(
        (answer) => setAsked({ version, answer, none: !answer }),
        () => setAsked(undefined),
      );
  };
  return { asked: asked?.version === version ? asked : undefined, ask };
}
