/**
 * Moving parts by hand and keys: a drag re-checks only what it touches, an edit is made once at the
 * end, and arrows follow what is seen on the page.
 */
import { useCallback, useEffect, useMemo, useRef, useState } from 'react';
import { stepFromPage, turnFromPage } from '@deft/core/geometry';
import { Checker, handled, lyingOver, type Scene, setOn, snapped } from '@deft/core/fit';
import { applied, type Finding, type Placement, worstFirst } from '@deft/core/model';
import { pageOf, type Spread } from '../../book/spread';
import { stepOf, wayOf } from '../../keys/nudge';
import type { Handlers } from '../../keys/useKeys';
import { useChanged } from '../../ui/useChanged';
import { useBuild, useCheckerNow, useShownScene, useSettled } from '../../state/build';

const SETTLING: readonly Finding['check'][] = ['closing', 'wire', 'ribbon', 'cap'];

const hundredth = (mm: number): number => Math.round(mm * 100) / 100;

export interface Live {
  scene: Scene;
  findings: Finding[];
}

export function useArranging(spread: Spread | undefined) {
  const { doc, check, edit } = useBuild('doc', 'check', 'edit');
  const settled = useSettled();
  const sceneNow = useShownScene();
  const checkerNow = useCheckerNow();
  const [live, setLive] = useState<Live>();
  const engine = useRef<Checker>(undefined);
  /** Why a key could not do what it does. */
  const [trouble, setTrouble] = useState<string>();
  useChanged(doc, () => setTrouble(undefined));
  // What was dragged stays on show until the whole verdict has caught up with it.
  useEffect(() => {
    if (settled && !engine.current) setLive(undefined);
  }, [settled, check]);

  const scene = live?.scene ?? sceneNow;
  const placementOf = useCallback(
    (item: string): Placement | undefined => doc.layout.placements.find((p) => p.item === item),
    [doc],
  );
  const place = useCallback(
    (placement: Placement, merge?: string) =>
      edit((p) => applied(p, { do: 'place', placement }), merge),
    [edit],
  );

  // Wires, ribbons and the way together are judged again when the part is let go.
  const settling = useMemo(() => check.findings.filter((f) => SETTLING.includes(f.check)), [check]);
  const begin = useCallback(() => {
    const now = checkerNow();
    engine.current = new Checker(now.scene.project, now);
  }, [checkerNow]);
  const drag = useCallback(
    (placement: Placement) => {
      const c = engine.current;
      if (!c) return;
      c.move(placement);
      setLive({ scene: { ...c.scene }, findings: [...c.findings(), ...settling].sort(worstFirst) });
    },
    [settling],
  );
  const drop = useCallback(
    (item: string, isOnto: boolean) => {
      const c = engine.current;
      engine.current = undefined;
      const now = c?.scene.project.layout.placements.find((p) => p.item === item);
      const under = c && isOnto ? lyingOver(c.scene, item) : undefined;
      const onto = c && under && setOn(c.scene, item, under.item.id);
      if (onto ?? now) place((onto ?? now)!);
    },
    [place],
  );

  /** What keys do to a part that has the focus. */
  const keysOf = (item: string): Handlers => {
    const now = placementOf(item);
    const at = sceneNow.items.get(item);
    const page = spread && at && pageOf(spread, at.piece);
    if (!now || !page) return {};
    const along = (e: KeyboardEvent) => stepFromPage(page.view, ...wayOf(e));
    const hold = (change: Partial<Placement>) => place(handled(sceneNow, now, change));
    const turn = (by: number) => () => hold({ turn: now.turn + turnFromPage(page.view, by) });
    const other =
      'piece' in now.on
        ? spread.pages.find((p) => p.piece.id !== (now.on as { piece: string }).piece)
        : undefined;
    return {
      nudge: (e) => {
        const [dx, dy] = along(e);
        const step = stepOf(e);
        place(
          { ...now, x: hundredth(now.x + dx * step), y: hundredth(now.y + dy * step) },
          `nudge ${item}`,
        );
      },
      slide: (e) => {
        const end = snapped(checkerNow(), now, ...along(e));
        if (end.ok) place(end.placement);
        setTrouble(
          end.ok ? undefined : `That way it is never clear: it meets ${end.meets} to the last.`,
        );
      },
      turn: turn(90),
      turnBack: turn(-90),
      turnOver: () => hold({ up: now.up === 'in' ? 'out' : 'in' }),
      ...(other ? { otherHalf: () => hold({ on: { piece: other.piece.id } }) } : {}),
    };
  };

  return { scene, live, trouble, begin, drag, drop, keysOf, place, placementOf };
}
