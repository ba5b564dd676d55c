/** Moving things of a part on its drawing: dragged by the pointer, or nudged by arrows while they have the focus. */
import { type PointerEvent, useRef, useState } from 'react';
import type { List } from '@deft/core/kit';
import { stepOf, wayOf } from '../../../keys/nudge';
import { keysHere } from '../../../keys/useKeys';

/** What lies in a list of the part, by its number. */
export interface Spot {
  list: List;
  index: number;
}
export type OnMove = (spot: Spot, dx: number, dy: number) => void;

/** A drag shorter than this is a click, px. */
const CLICK_PX = 3;
const tenth = (mm: number): number => Math.round(mm * 10) / 10;
const isSame = (a: Spot | undefined, b: Spot): boolean => a?.list === b.list && a.index === b.index;

/**
 * @param scale     px for one mm of the drawing
 * @param isMirror  seen from below: left is right
 * @param onMove    nothing where the part is not one's own
 */
export function useMoving(
  scale: number,
  isMirror: boolean,
  onMove: OnMove | undefined,
  onChoose: (spot: Spot) => void,
) {
  const [live, setLive] = useState<{ spot: Spot; px: number; py: number }>();
  const from = useRef<{ x: number; y: number }>(undefined);
  const sideways = isMirror ? -1 : 1;

  /** What an element needs so that it can be moved; nothing where it cannot. */
  const movable = (spot: Spot, name: string) => {
    if (!onMove) return {};
    return {
      role: 'button',
      tabIndex: 0,
      'aria-label': `Move ${name}`,
      style: { cursor: 'grab', touchAction: 'none' as const },
      ...(isSame(live?.spot, spot) ? { transform: `translate(${live!.px} ${live!.py})` } : {}),
      onPointerDown: (e: PointerEvent<SVGElement>) => {
        if (e.button !== 0) return;
        e.currentTarget.setPointerCapture(e.pointerId);
        from.current = { x: e.clientX, y: e.clientY };
      },
      onPointerMove: (e: PointerEvent<SVGElement>) => {
        if (!from.current) return;
        setLive({ spot, px: e.clientX - from.current.x, py: e.clientY - from.current.y });
      },
      onPointerUp: () => {
        from.current = undefined;
        setLive(undefined);
        if (!live || Math.hypot(live.px, live.py) < CLICK_PX) onChoose(spot);
        else onMove(spot, tenth((sideways * live.px) / scale), tenth(-live.py / scale));
      },
      onPointerCancel: () => {
        from.current = undefined;
        setLive(undefined);
      },
      onFocus: () => onChoose(spot),
      onKeyDown: keysHere({
        nudge: (e) => {
          const [dx, dy] = wayOf(e);
          const step = stepOf(e);
          onMove(spot, sideways * dx * step, dy * step);
        },
      }),
    };
  };
  return movable;
}
