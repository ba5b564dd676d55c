/** The lines across the book whose sections stand below. */
import type { PointerEvent } from 'react';
import { stepFromPage } from '@deft/core/geometry';
import { onScreen, type Spread } from './spread';

export interface CutAt {
  axis: 'x' | 'y';
  at: number;
}
export const CUT_NAMES = ['A', 'B', 'C', 'D', 'E', 'F'] as const;

export interface CutLinesProps {
  spread: Spread;
  cuts: readonly CutAt[];
  active: number;
  onCut: (i: number, c: CutAt) => void;
}

export const CutLines = ({ spread, cuts, active, onCut }: CutLinesProps) => (
  <>
    {cuts.map((cut, i) => (
      <CutLine
        key={CUT_NAMES[i]}
        spread={spread}
        cut={cut}
        name={CUT_NAMES[i]!}
        active={i === active}
        onCut={(c) => onCut(i, c)}
      />
    ))}
  </>
);

/** One line: drag it, or use the arrows on its grip. */
function CutLine({
  spread: s,
  cut,
  name,
  active,
  onCut,
}: {
  spread: Spread;
  cut: CutAt;
  name: string;
  active: boolean;
  onCut: (c: CutAt) => void;
}) {
  const pages = cut.axis === 'x' ? s.pages.slice(0, 1) : s.pages;
  const start = (e: PointerEvent<SVGElement>, page: Spread['pages'][number]) => {
    e.preventDefault();
    onCut(cut);
    const [x0, y0] = [e.clientX, e.clientY];
    const most = cut.axis === 'x' ? page.view.h : page.view.w;
    const move = (ev: globalThis.PointerEvent) => {
      const [dx, dy] = stepFromPage(
        page.view,
        (ev.clientX - x0) / s.scale,
        -(ev.clientY - y0) / s.scale,
      );
      onCut({
        ...cut,
        at:
          Math.round(
            Math.max(0.5, Math.min(most - 0.5, cut.at + (cut.axis === 'x' ? dy : dx))) * 2,
          ) / 2,
      });
    };
    const up = () => {
      window.removeEventListener('pointermove', move);
      window.removeEventListener('pointerup', up);
    };
    window.addEventListener('pointermove', move);
    window.addEventListener('pointerup', up);
  };
  const nudge = (key: string, page: Spread['pages'][number]): boolean => {
    const arrow = (
      { ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowUp: [0, 1], ArrowDown: [0, -1] } as Record<
        string,
        [number, number]
      >
    )[key];
    if (!arrow) return false;
    const [dx, dy] = stepFromPage(page.view, arrow[0], arrow[1]);
    onCut({
      ...cut,
      at: Math.max(
        0.5,
        Math.min(
          (cut.axis === 'x' ? page.view.h : page.view.w) - 0.5,
          cut.at + (cut.axis === 'x' ? dy : dx),
        ),
      ),
    });
    return true;
  };
  return (
    <>
      {pages.map((page) => {
        const ends =
          cut.axis === 'x'
            ? [
                [s.pages[0]!.ox - 8, onScreen(s, page, 0, cut.at)[1]],
                [
                  Math.max(...s.pages.map((p) => p.ox)) + page.view.w * s.scale + 8,
                  onScreen(s, page, 0, cut.at)[1],
                ],
              ]
            : [
                [onScreen(s, page, cut.at, 0)[0], page.oy - 8],
                [onScreen(s, page, cut.at, 0)[0], page.oy + page.view.h * s.scale + 8],
              ];
        const [[x1, y1], [x2, y2]] = ends as [[number, number], [number, number]];
        return (
          <g
            key={page.piece.id}
            role="slider"
            tabIndex={0}
            aria-label={`Profile line${name === 'A' ? '' : ` ${name}`} at ${cut.at} mm`}
            opacity={active ? 1 : 0.6}
            aria-valuenow={cut.at}
            aria-valuemin={0}
            aria-valuemax={cut.axis === 'x' ? page.view.h : page.view.w}
            aria-orientation={cut.axis === 'x' ? 'vertical' : 'horizontal'}
            onPointerDown={(e) => start(e, page)}
            onKeyDown={(e) => {
              if (nudge(e.key, page)) {
                e.preventDefault();
                e.stopPropagation();
              }
            }}
          >
            <line
              className={`cutline ${cut.axis === 'y' ? 'y' : ''}`}
              x1={x1}
              y1={y1}
              x2={x2}
              y2={y2}
              strokeWidth="1.3"
            />
            <line
              x1={x1}
              y1={y1}
              x2={x2}
              y2={y2}
              stroke="transparent"
              strokeWidth="9"
              className={`cutline ${cut.axis === 'y' ? 'y' : ''}`}
              style={{ stroke: 'transparent' }}
            />
            {[
              [x1, y1],
              [x2, y2],
            ].map(([x, y]) => (
              <g key={`${x},${y}`}>
                <circle
                  className={`cutline-grip ${cut.axis === 'y' ? 'y' : ''}`}
                  cx={x}
                  cy={y}
                  r="8"
                />
                <text
                  x={x}
                  y={y! + 4}
                  textAnchor="middle"
                  fontSize="11"
                  fontWeight="700"
                  fill="#3b3115"
                  pointerEvents="none"
                >
                  {name}
                </text>
              </g>
            ))}
          </g>
        );
      })}
    </>
  );
}
