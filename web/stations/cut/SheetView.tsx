/** A sheet on the screen, as it will be printed. */
import type { PointerEvent } from 'react';
import type { Ink, Mark, Sheet } from '@deft/core/cuts';
import { PointedMark } from '../../book/PointedMark';
import { pointAt } from '../../state/pointed';
import style from './CutStation.module.css';
import { Handle } from './Handle';

/** A sheet is drawn about so large, mm for one px. */
const PX_MM = 0.4;

const INKS: Record<Ink, { stroke: string; strokeWidth: number; strokeDasharray?: string }> = {
  outline: { stroke: '#555', strokeWidth: 0.35 },
  cut: { stroke: '#c23f21', strokeWidth: 0.5 },
  'by hand': { stroke: '#c23f21', strokeWidth: 0.5 },
  start: { stroke: '#c23f21', strokeWidth: 0.25, strokeDasharray: '1.5 1' },
  there: { stroke: '#8a8471', strokeWidth: 0.3, strokeDasharray: '3 1.5' },
  datum: { stroke: '#1d2b2a', strokeWidth: 1 },
  thin: { stroke: '#6d6651', strokeWidth: 0.15 },
};

function One({ m, small }: { m: Mark; small: number }) {
  if (m.kind === 'text') {
    return (
      <text x={m.x} y={m.y} fontSize={m.mm * small} textAnchor={m.anchor ?? 'start'} fill="#1d2b2a">
        {m.text}
      </text>
    );
  }
  const style = { ...INKS[m.ink], fill: 'none' };
  if (m.kind === 'circle') return <circle cx={m.x} cy={m.y} r={m.r} {...style} />;
  if (m.kind === 'line') return <line x1={m.x0} y1={m.y0} x2={m.x1} y2={m.y1} {...style} />;
  return <polygon points={m.points.map((p) => p.join(',')).join(' ')} {...style} />;
}

/** On a sheet of a face the pointer tells the spot of the shell that lies there. */
function told({ face, w }: Sheet, e: PointerEvent<SVGSVGElement>): void {
  if (!face) return;
  const box = e.currentTarget.getBoundingClientRect();
  const mm = w / box.width;
  const [x, y] = [(e.clientX - box.left) * mm, (e.clientY - box.top) * mm];
  pointAt({
    body: face.body,
    x: face.isMirrored ? face.x0 - x : x - face.x0,
    y: face.y0 - y,
  });
}

/** Patterns that can be moved on a sheet, by their keys. */
export interface Movable {
  names: ReadonlyMap<string, string>;
  /** By so much on the shell, mm. */
  onMove: (key: string, dx: number, dy: number) => void;
}

export const SheetView = ({ sheet, movable }: { sheet: Sheet; movable?: Movable }) => (
  <figure className={style.sheet}>
    <figcaption>
      <b>{sheet.title}</b> <span className="note">{sheet.note}</span>
    </figcaption>
    <div className="paper">
      <svg
        viewBox={`0 0 ${sheet.w} ${sheet.h}`}
        role="img"
        aria-label={sheet.title}
        onPointerMove={(e) => told(sheet, e)}
      >
        {sheet.marks.map((m, i) => (
          <One key={i} m={m} small={1} />
        ))}
        {sheet.face && (
          <PointedMark
            body={sheet.face.body}
            unit={PX_MM}
            to={(x, y) => [sheet.face!.x0 + (sheet.face!.isMirrored ? -x : x), sheet.face!.y0 - y]}
          />
        )}
        {movable &&
          sheet.handles
            ?.filter((h) => movable.names.has(h.key))
            .map((h) => (
              <Handle
                key={h.key}
                x={h.x}
                y={h.y}
                name={movable.names.get(h.key)!}
                isMirrored={sheet.face?.isMirrored ?? false}
                onMove={(dx, dy) => movable.onMove(h.key, dx, dy)}
              />
            ))}
      </svg>
    </div>
  </figure>
);
