/** Puts parts of the tray where they fit, what is laid out staying as it is. */
import { useEffect, useRef, useState } from 'react';
import { proxy } from 'comlink';
import { applied, type Change, type Project } from '@deft/core/model';
import { useBuild, useLayout } from '../../state/build';
import type { ArrangeApi, Told } from '../../workers/arrange.worker';
import { useWorker } from '../../workers/useWorker';

/** A search for one part ends with the first place; without one it ends after so long. */
const SECONDS_EACH = 4;

interface Putting {
  /** Names of what is being put, while it is. */
  trying: string | undefined;
  /** Why the last one found no place. */
  trouble: string | undefined;
  put: (items: readonly string[]) => Promise<boolean>;
}

/** The build as if the parts on the tray were these alone. */
const withOnly = (p: Project, wanted: ReadonlySet<string>, tray: readonly string[]): Project =>
  tray
    .filter((id) => !wanted.has(id))
    .reduce((q, item) => applied(q, { do: 'where', item, where: 'left out' }), p);

export function usePutting(tray: readonly string[]): Putting {
  const { doc, engine, at, apply } = useBuild('doc', 'engine', 'at', 'apply');
  const layout = useLayout();
  const worker = useWorker<ArrangeApi>(
    () =>
      new Worker(new URL('../../workers/arrange.worker.ts', import.meta.url), { type: 'module' }),
  );
  const searches = useRef(0);
  // A place is found for the build as it was; in another it may be no place.
  const latest = useRef(doc);
  useEffect(() => {
    latest.current = doc;
  }, [doc]);
  const [trying, setTrying] = useState<string>();
  const [trouble, setTrouble] = useState<string>();

  /** @param fixed  what stays where it is */
  const searched = async (
    items: readonly string[],
    fixed: readonly string[],
  ): Promise<readonly Change[] | undefined> => {
    let best: readonly Change[] | undefined;
    await worker().run(
      withOnly(layout, new Set(items), tray),
      `put ${++searches.current}`,
      1,
      fixed,
      SECONDS_EACH * items.length,
      proxy(async (told: Told) => {
        best = told.best[0]?.layout.changes;
        return best === undefined;
      }),
    );
    return best;
  };

  /** In a build with hits of its own no layout is without one: then it may make none worse. */
  const beside = async (item: string): Promise<readonly Change[] | string | undefined> => {
    const found = await engine?.ask((api) => api.ways(at, `place:${item}`));
    const way = found?.ways.find((w) => w.changes.some((c) => c.do === 'stand'));
    return way?.changes ?? found?.blocked;
  };

  const put = async (items: readonly string[]): Promise<boolean> => {
    const names = items.map((id) => doc.kit.items.find((i) => i.id === id)?.name ?? id);
    setTrying(names.join(', '));
    setTrouble(undefined);
    try {
      const laid = layout.layout.placements.map((q) => q.item);
      let found: readonly Change[] | string | undefined = await searched(items, laid);
      if (!found && items.length === 1) found = await beside(items[0]!);
      // Several parts that do not go in beside the others may go in when those make room.
      if (!found && items.length > 1) found = await searched(items, []);
      if (latest.current !== doc) {
        setTrouble('The build was edited meanwhile. Try again.');
        return false;
      }
      if (found && typeof found !== 'string') {
        apply(found);
        return true;
      }
      const why = found ?? 'no place is left where it touches nothing';
      setTrouble(
        items.length === 1
          ? `${names[0]}: ${why}. Arrange may move the others, or another half or a thinner part may do.`
          : 'No layout was found for all of them. Put them one by one, or let Arrange look longer and say why not.',
      );
      return false;
    } catch (e) {
      reportError(e);
      setTrouble('The search broke off. Try again, or let Arrange look.');
      return false;
    } finally {
      setTrying(undefined);
    }
  };
  return { trying, trouble, put };
}
