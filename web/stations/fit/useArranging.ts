/**
 * Moving parts by hand and keys: a drag re-checks only what it touches, an edit is made once at the
 * end, and arrows follow what is seen on the page.
 */
import { useCallback, useEffect, useMemo, useRef, useState } from 'react';
import { stepFromPage, turnFromPage } from '@deft/core/geometry';
import { Checker, handled, type Scene, snapped } from '@deft/core/fit';
import { applied, type Finding, type Placement, worstFirst } from '@deft/core/model';
import { pageOf, type Spread } from '../../book/spread';
import { useBuild, useCheckerNow, useScene, useSettled } from '../../state/build';

const SETTLING: readonly Finding['check'][] = ['closing', 'wire', 'ribbon', 'cap'];

export interface Live {
  scene: Scene;
  findings: Finding[];
}

export function useArranging(spread: Spread | undefined) {
  const { doc, check, edit } = useBuild('doc', 'check', 'edit');
  const settled = useSettled();
  const sceneNow = useScene();
  const checkerNow = useCheckerNow();
  const [live, setLive] = useState<Live>();
  const engine = useRef<Checker>(undefined);
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
    engine.current = new Checker(doc, checkerNow());
  }, [doc, checkerNow]);
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
    (item: string) => {
      const c = engine.current;
      engine.current = undefined;
      const now = c?.scene.project.layout.placements.find((p) => p.item === item);
      if (now) place(now);
    },
    [place],
  );

  /** A key on a part. Returns whether it meant something. */
  const key = useCallback(
    (
      item: string,
      e: { key: string; shiftKey: boolean; altKey: boolean; ctrlKey: boolean; metaKey: boolean },
    ): boolean => {
      const now = placementOf(item);
      const at = sceneNow.items.get(item);
      const page = spread && at && pageOf(spread, at.piece);
      if (!now || !page) return false;
      const arrow = (
        { ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowUp: [0, 1], ArrowDown: [0, -1] } as Record<
          string,
          [number, number]
        >
      )[e.key];
      if (arrow) {
        const [dx, dy] = stepFromPage(page.view, arrow[0], arrow[1]);
        if (e.ctrlKey || e.metaKey) {
          place(snapped(checkerNow(), now, dx, dy));
          return true;
        }
        let step: 5 | 0.5 | 0.1;
        if (e.shiftKey) step = 5;
        else if (e.altKey) step = 0.1;
        else step = 0.5;
        const round = (mm: number) => Math.round(mm * 100) / 100;
        place(
          { ...now, x: round(now.x + dx * step), y: round(now.y + dy * step) },
          `nudge ${item}`,
        );
        return true;
      }
      if (e.ctrlKey || e.metaKey || e.altKey) return false;
      const letter = e.key.toLowerCase();
      const turn = (change: Partial<Placement>) => {
        place(handled(sceneNow, now, change));
        return true;
      };
      if (letter === 'r') {
        return turn({ turn: now.turn + turnFromPage(page.view, e.shiftKey ? -90 : 90) });
      }
      if (letter === 'v') return turn({ up: now.up === 'in' ? 'out' : 'in' });
      if (letter === 'x' && 'piece' in now.on) {
        const other = spread.pages.find((p) => p.piece.id !== (now.on as { piece: string }).piece);
        return other ? turn({ on: { piece: other.piece.id } }) : false;
      }
      return false;
    },
    [sceneNow, checkerNow, place, placementOf, spread],
  );

  return { scene, live, begin, drag, drop, key, place, placementOf };
}
