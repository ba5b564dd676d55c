/** A measured distance on the pages of what is measured. */
import type { Distance } from '@deft/core/fit';
import { onScreen, type Spread } from '../../../book/spread';
import style from './Book.module.css';

export function Measured({ spread: s, d }: { spread: Spread; d: Distance }) {
  return (
    <g pointerEvents="none">
      {s.pages
        .filter((page) => d.pieces.includes(page.piece.id))
        .map((page) => {
          const [x1, y1] = onScreen(s, page, ...d.from);
          const [x2, y2] = onScreen(s, page, ...d.to);
          const words = `${Math.abs(d.gap.gap).toFixed(1)} mm${d.gap.gap < -1e-6 ? ' overlap' : ''}`;
          return (
            <g key={page.piece.id}>
              <line x1={x1} y1={y1} x2={x2} y2={y2} className={style.distance} />
              <circle cx={x1} cy={y1} r="4.5" className={style.end} />
              <circle cx={x2} cy={y2} r="4.5" className={style.end} />
              <rect
                x={(x1 + x2) / 2 - 42}
                y={Math.min(y1, y2) - 27}
                width="84"
                height="18"
                rx="4"
                className={style.tag}
              />
              <text
                x={(x1 + x2) / 2}
                y={Math.min(y1, y2) - 14}
                textAnchor="middle"
                className={style.words}
              >
                {words}
              </text>
            </g>
          );
        })}
    </g>
  );
}
