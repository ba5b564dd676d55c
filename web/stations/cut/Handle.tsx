/** The middle of a pattern on its sheet: a ring that is dragged, or nudged by arrows. */
import { type PointerEvent, useRef, useState } from 'react';
import { stepOf, wayOf } from '../../keys/nudge';
import { keysHere } from '../../keys/useKeys';

interface Live {
  dx: number;
  dy: number;
}

export function Handle({
  x,
  y,
  name,
  isMirrored,
  onMove,
}: {
  /** Where it is on the sheet, mm. */
  x: number;
  y: number;
  name: string;
  isMirrored: boolean;
  /** By so much on the shell: to the right as seen from the front, and up, mm. */
  onMove: (dx: number, dy: number) => void;
}) {
  const from = useRef<{ x: number; y: number; mm: number }>(undefined);
  const [live, setLive] = useState<Live>();
  const sideways = isMirrored ? -1 : 1;
  const start = (e: PointerEvent<SVGGElement>): void => {
    if (e.button !== 0) return;
    const svg = e.currentTarget.ownerSVGElement!;
    e.currentTarget.setPointerCapture(e.pointerId);
    const mm = svg.viewBox.baseVal.width / svg.getBoundingClientRect().width;
    from.current = { x: e.clientX, y: e.clientY, mm };
  };
  const move = (e: PointerEvent<SVGGElement>): void => {
    const at = from.current;
    if (!at) return;
    setLive({ dx: (e.clientX - at.x) * at.mm, dy: (e.clientY - at.y) * at.mm });
  };
  const end = (): void => {
    from.current = undefined;
    if (live && Math.hypot(live.dx, live.dy) > 0.1) onMove(sideways * live.dx, -live.dy);
    setLive(undefined);
  };
  return (
    <g
      role="button"
      tabIndex={0}
      aria-label={`Move the ${name}`}
      className="handle"
      transform={`translate(${x + (live?.dx ?? 0)} ${y + (live?.dy ?? 0)})`}
      onPointerDown={start}
      onPointerMove={move}
      onPointerUp={end}
      onPointerCancel={() => {
        from.current = undefined;
        setLive(undefined);
      }}
      onKeyDown={keysHere({
        nudge: (e) => {
          const [dx, dy] = wayOf(e);
          onMove(sideways * dx * stepOf(e), dy * stepOf(e));
        },
      })}
    >
      <circle r={4} />
      <path d="M -6 0 H -2.5 M 2.5 0 H 6 M 0 -6 V -2.5 M 0 2.5 V 6" />
    </g>
  );
}
