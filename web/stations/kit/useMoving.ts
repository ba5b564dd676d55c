/** Moving things of a part on its drawing: dragged by the pointer, or nudged by arrows while they have the focus. */
import { type PointerEvent, useRef, useState } from 'react';
import type { List } from '@deft/core/kit';
import { keysHere } from '../../keys/useKeys';

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

const ARROWS: Readonly<Record<string, readonly [number, number]>> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, 1],
  ArrowDown: [0, -1],
};
/** How far an arrow moves it, mm. */
function stepOf({ shiftKey, altKey }: KeyboardEvent): number {
  if (shiftKey) return 5;
  return altKey ? 0.1 : 0.5;
}

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
      'data-spot': `${spot.list} ${spot.index}`,
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
          const [dx, dy] = ARROWS[e.key]!;
          const step = stepOf(e);
          onMove(spot, sideways * dx * step, dy * step);
        },
      }),
    };
  };
  return { movable, isMoving: live !== undefined };
}
