/** Where the measuring round stands: which length is asked, what follows, and where a reading goes. */
import { useMemo, useState } from 'react';
import { roundOf, type RoundStep, shellSolids, type Stage } from '@deft/core/shell';
import type { Length } from '@deft/core/model';
import { useBuild } from '../../../state/build';
import { type Eight, keepEight, keptEight, withEight } from '../firstEight';
import { useShell } from '../useShell';
import { withLength } from '../withLength';
import { MORE, type Role, withOneMore } from './more';

export function useRound() {
  const { doc, edit, key } = useBuild('doc', 'edit', 'key');
  const { body, at: which, setBody } = useShell();
  const [kept, setKept] = useState<Eight>(() => keptEight(key));
  const steps = useMemo(() => roundOf(body, kept), [body, kept]);
  const [here, setHere] = useState(() => steps.find((s) => !s.done)?.id ?? steps[0]?.id);
  /** A stage looked at that has no step yet. */
  const [empty, setEmpty] = useState<Stage>();
  const at = Math.max(
    0,
    steps.findIndex((s) => s.id === here),
  );
  const current = steps[at];
  const missing = steps.filter((s) => !s.done);

  const goTo = (id: string): void => {
    setHere(id);
    setEmpty(undefined);
  };
  const go = (to: RoundStep | undefined): void => {
    if (to) goTo(to.id);
  };
  /** To the first of these that is not read, or to the first. */
  const goAmong = (is: (s: RoundStep) => boolean): void => go(missing.find(is) ?? steps.find(is));

  const takeFirst = (id: string, value: Length): string | undefined => {
    const next: Eight = { ...kept, [id]: value };
    const bad = edit((p) => withEight(p, next, which));
    if (!bad) {
      setKept(next);
      keepEight(key, next);
    }
    return bad;
  };
  const take = (value: Length): string | undefined => {
    if (!current) return undefined;
    return body ? setBody(withLength(body, current.path, value)) : takeFirst(current.id, value);
  };
  const add = (stage: Stage, on: Role): void => {
    const more = MORE[stage];
    const added = more && body && withOneMore(doc, body, more.kind, on);
    if (added && !edit(() => added.build)) goTo(added.step);
  };

  const shell = useMemo(() => {
    try {
      return body && shellSolids(body, doc.cuts);
    } catch {
      return undefined;
    }
  }, [body, doc.cuts]);
  return {
    ...{ body, shell, steps, at, missing, go, goAmong, take, add },
    /** The length that is asked, unless an empty stage is looked at. */
    step: empty ? undefined : current,
    current,
    stage: empty ?? current?.stage ?? 'outer',
    lookAt: setEmpty,
    nextOpen: steps.slice(at + 1).find((s) => !s.done) ?? missing[0],
  };
}
export type Round = ReturnType<typeof useRound>;
