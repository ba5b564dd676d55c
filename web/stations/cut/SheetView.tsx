/** A sheet on the screen, as it will be printed. */
import type { Ink, Mark, Sheet } from '@deft/core/cuts';

const STYLE: Record<Ink, { stroke: string; strokeWidth: number; strokeDasharray?: string }> = {
  outline: { stroke: '#555', strokeWidth: 0.35 },
  cut: { stroke: '#c23f21', strokeWidth: 0.5 },
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
  const style = { ...STYLE[m.ink], fill: 'none' };
  if (m.kind === 'circle') return <circle cx={m.x} cy={m.y} r={m.r} {...style} />;
  if (m.kind === 'line') return <line x1={m.x0} y1={m.y0} x2={m.x1} y2={m.y1} {...style} />;
  return <polygon points={m.points.map((p) => p.join(',')).join(' ')} {...style} />;
}

export const SheetView = ({ sheet }: { sheet: Sheet }) => (
  <figure style={{ margin: 0 }}>
    <figcaption style={{ marginBottom: 4 }}>
      <b style={{ fontWeight: 600 }}>{sheet.title}</b> <span className="note">{sheet.note}</span>
    </figcaption>
    <div className="paper">
      <svg viewBox={`0 0 ${sheet.w} ${sheet.h}`} role="img" aria-label={sheet.title}>
        {sheet.marks.map((m, i) => (
          <One key={i} m={m} small={1} />
        ))}
      </svg>
    </div>
  </figure>
);
