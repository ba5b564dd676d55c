/** The picture on the mat with the marks on it: zoomed, moved, pointed at by mouse or by keys. */
import { type KeyboardEvent, type PointerEvent, useRef, useState, type WheelEvent } from 'react';
import { useSize } from '../../../ui/useSize';
import { useChanged } from '../../../ui/useChanged';

export interface PlateMark {
  points: ReadonlyArray<readonly [number, number]>;
  closed?: boolean;
  kind: 'mark' | 'edge' | 'trace' | 'done';
  circle?: { x: number; y: number; r: number } | undefined;
  label?: string;
}
export interface PlateProps {
  url: string;
  w: number;
  h: number;
  marks: readonly PlateMark[];
  /** A place was pointed at, px of the picture. */ onPoint: (x: number, y: number) => void;
  onFinish: () => void;
  onBack: () => void;
  hint: string;
}

export function Plate({ url, w, h, marks, onPoint, onFinish, onBack, hint }: PlateProps) {
  const [ref, size] = useSize<HTMLDivElement>();
  const [eye, setEye] = useState<{ k: number; x: number; y: number }>();
  const [cross, setCross] = useState({ x: w / 2, y: h / 2 });
  const drag = useRef<{ x: number; y: number; moved: boolean }>(undefined);
  const fit = size.w > 0 ? Math.min((size.w - 40) / w, (size.h - 40) / h) : 1;
  const at = eye ?? { k: fit, x: (size.w - w * fit) / 2, y: (size.h - h * fit) / 2 };
  useChanged(`${url} ${w} ${h}`, () => {
    setEye(undefined);
    setCross({ x: w / 2, y: h / 2 });
  });
  const zoom = (by: number, sx: number, sy: number) => {
    const k = Math.max(fit * 0.8, Math.min(12, at.k * by));
    setEye({ k, x: sx - ((sx - at.x) * k) / at.k, y: sy - ((sy - at.y) * k) / at.k });
  };
  const local = (e: {
    clientX: number;
    clientY: number;
    currentTarget: Element;
  }): [number, number] => {
    const b = e.currentTarget.getBoundingClientRect();
    return [e.clientX - b.left, e.clientY - b.top];
  };
  const move = (e: PointerEvent<SVGSVGElement>) => {
    if (!drag.current) return;
    const [dx, dy] = [e.clientX - drag.current.x, e.clientY - drag.current.y];
    if (!drag.current.moved && Math.hypot(dx, dy) < 4) return;
    drag.current = { x: e.clientX, y: e.clientY, moved: true };
    setEye({ ...at, x: at.x + dx, y: at.y + dy });
  };
  const up = (e: PointerEvent<SVGSVGElement>) => {
    const was = drag.current;
    drag.current = undefined;
    if (!was || was.moved) return;
    const [sx, sy] = local(e);
    const p = { x: (sx - at.x) / at.k, y: (sy - at.y) / at.k };
    setCross(p);
    if (p.x >= 0 && p.y >= 0 && p.x <= w && p.y <= h) onPoint(p.x, p.y);
  };
  const keys = (e: KeyboardEvent) => {
    let px: 1 | 5 | 20;
    if (e.shiftKey) px = 20;
    else if (e.altKey) px = 1;
    else px = 5;
    const step = px / Math.max(1, at.k);
    const by: Record<string, [number, number]> = {
      ArrowLeft: [-step, 0],
      ArrowRight: [step, 0],
      ArrowUp: [0, -step],
      ArrowDown: [0, step],
    };
    const go = by[e.key];
    if (go) {
      e.preventDefault();
      setCross((c) => ({
        x: Math.max(0, Math.min(w, c.x + go[0])),
        y: Math.max(0, Math.min(h, c.y + go[1])),
      }));
      return;
    }
    if (e.key === ' ') {
      e.preventDefault();
      onPoint(cross.x, cross.y);
    } else if (e.key === 'Enter') onFinish();
    else if (e.key === 'Backspace') onBack();
    else if (e.key === '+') zoom(1.4, cross.x * at.k + at.x, cross.y * at.k + at.y);
    else if (e.key === '-') zoom(1 / 1.4, cross.x * at.k + at.x, cross.y * at.k + at.y);
  };
  const s = (x: number, y: number): [number, number] => [at.x + x * at.k, at.y + y * at.k];
  const [cx, cy] = s(cross.x, cross.y);
  return (
    <div ref={ref} style={{ position: 'absolute', inset: 0 }}>
      {size.w > 0 && (
        <svg
          width={size.w}
          height={size.h}
          tabIndex={0}
          role="application"
          aria-label={`Picture of the half. ${hint} Arrows move the cross, Space marks, Enter finishes, Backspace takes the last back, + and - zoom.`}
          style={{ cursor: 'crosshair', touchAction: 'none' }}
          onWheel={(e: WheelEvent<SVGSVGElement>) => {
            const [x, y] = local(e);
            zoom(e.deltaY < 0 ? 1.2 : 1 / 1.2, x, y);
          }}
          onPointerDown={(e) => {
            e.currentTarget.setPointerCapture(e.pointerId);
            drag.current = { x: e.clientX, y: e.clientY, moved: false };
          }}
          onPointerMove={move}
          onPointerUp={up}
          onKeyDown={keys}
        >
          <image
            href={url}
            x={at.x}
            y={at.y}
            width={w * at.k}
            height={h * at.k}
            preserveAspectRatio="none"
            style={{ imageRendering: at.k > 2.5 ? 'pixelated' : 'auto' }}
          />
          {marks.map((m, i) => (
            <g key={i} className={`traced ${m.kind}`}>
              {m.circle && (
                <circle
                  cx={s(m.circle.x, m.circle.y)[0]}
                  cy={s(m.circle.x, m.circle.y)[1]}
                  r={m.circle.r * at.k}
                />
              )}
              {!m.circle && m.points.length > 1 && (
                <path
                  d={
                    m.points
                      .map(([x, y], k) => {
                        const [a, b] = s(x, y);
                        return `${k ? 'L' : 'M'}${a.toFixed(1)} ${b.toFixed(1)}`;
                      })
                      .join('') + (m.closed ? 'Z' : '')
                  }
                />
              )}
              {m.kind !== 'done' &&
                m.points.map(([x, y], k) => {
                  const [a, b] = s(x, y);
                  return <rect key={k} x={a - 3} y={b - 3} width="6" height="6" />;
                })}
              {m.label && m.points[0] && (
                <text x={s(...m.points[0])[0] + 8} y={s(...m.points[0])[1] - 7}>
                  {m.label}
                </text>
              )}
            </g>
          ))}
          <g className="cross" aria-hidden="true">
            <line x1={cx - 11} x2={cx + 11} y1={cy} y2={cy} />
            <line x1={cx} x2={cx} y1={cy - 11} y2={cy + 11} />
          </g>
        </svg>
      )}
      <div className="plate-hint">{hint}</div>
    </div>
  );
}
