/** Keys dragged along the face by a pointer, or nudged by arrows. */
import { type PointerEvent, useRef, useState } from 'react';
import {
  type ButtonMap,
  inputPlace,
  type MappedInput,
  movedKey,
  nearestKey,
  spotOf,
} from '@deft/core/controls';
import type { Scene } from '@deft/core/fit';
import type { Input } from '@deft/core/model';
import { stepOf, wayOf } from '../../../keys/nudge';
import { keysHere } from '../../../keys/useKeys';

/** A drag shorter than this is a click, px. */
const CLICK_PX = 3;

/** A key moved on the drawing: one in a wall goes along it, and never up or down. */
function movedOnDrawing(scene: Scene, input: Input, dx: number, dy: number): Input {
  const spot = spotOf(scene, input);
  return spot?.is === 'wall'
    ? movedKey(scene, input, dx * spot.wall.ux + dy * spot.wall.uy, 0)
    : movedKey(scene, input, dx, dy);
}

/**
 * @param pxAMm   scale of the drawing
 * @param onMove  a key was moved; without it none can be
 */
export function useKeyDrag(
  scene: Scene,
  map: ButtonMap,
  pxAMm: number,
  onMove: ((input: Input) => void) | undefined,
) {
  const [drag, setDrag] = useState<{ id: string; dx: number; dy: number }>();
  const from = useRef<{ x: number; y: number }>(undefined);
  /** The click that ends a drag chooses nothing. */
  const wasDragged = useRef(false);

  const whereDragged = (m: MappedInput): MappedInput => {
    if (!drag || drag.id !== m.input.id) return m;
    const input = movedOnDrawing(scene, m.input, drag.dx, drag.dy);
    const place = inputPlace(scene, input);
    return place ? { ...m, input, place } : m;
  };
  const inputs = map.inputs.map(whereDragged).filter((m) => m.place?.body === scene.shell?.body.id);
  const all = inputs.map((m) => m.input);
  const dragged = all.find((i) => i.id === drag?.id);

  const letGo = (): void => {
    from.current = undefined;
    setDrag(undefined);
  };
  const pointersOf = (input: Input) => ({
    onPointerDown: (e: PointerEvent<SVGGElement>) => {
      if (e.button !== 0) return;
      e.currentTarget.setPointerCapture(e.pointerId);
      from.current = { x: e.clientX, y: e.clientY };
    },
    onPointerMove: (e: PointerEvent<SVGGElement>) => {
      if (!from.current) return;
      const [dx, dy] = [e.clientX - from.current.x, e.clientY - from.current.y];
      if (!drag && Math.hypot(dx, dy) < CLICK_PX) return;
      setDrag({ id: input.id, dx: dx / pxAMm, dy: -dy / pxAMm });
    },
    onPointerUp: () => {
      letGo();
      wasDragged.current = dragged !== undefined;
      if (dragged) onMove?.(dragged);
    },
    onPointerCancel: letGo,
  });
  const nudgesOf = (input: Input) =>
    keysHere({
      nudge: (e) => {
        const [dx, dy] = wayOf(e);
        const step = stepOf(e);
        onMove?.(movedOnDrawing(scene, input, dx * step, dy * step));
      },
    });
  return {
    inputs,
    /** The key nearest to the one that is dragged. */
    near: dragged && nearestKey(scene, dragged, all),
    pointersOf: onMove ? pointersOf : undefined,
    nudgesOf,
    /** Whether a click was one, and not the end of a drag; asked once for each. */
    wasClick: (): boolean => {
      const wasOne = !wasDragged.current;
      wasDragged.current = false;
      return wasOne;
    },
  };
}
