/** The empty open book: what is there, which edge is the datum, and what to measure next. */
import type { MouseEvent, ReactNode } from 'react';
import { edgeFromPage, fromPage } from '@deft/core/geometry';
import type { ShellSolids } from '@deft/core/shell';
import type { Edge } from '@deft/core/model';
import { Ticks } from '../../book/Mat';
import { Fold, ShellPage } from '../../book/ShellPage';
import { onScreen, type Page, type Spread } from '../../book/spread';

export interface ShellBookProps {
  shell: ShellSolids;
  spread: Spread;
  chosen: string | undefined;
  onChoose: (id: string) => void;
  /** Placing something new: a click gives its place. */
  placing: boolean;
  onPlace: (piece: string, x: number, y: number) => void;
  /** Edges that are the chosen thing's datums, as seen from the front. */
  datums: ReadonlyArray<Edge>;
  datumPiece: string | undefined;
  onDatum: (edge: Edge) => void;
  /** The dimension being asked for. */
  underlay?: ((page: Page) => ReactNode) | undefined;
  dimension?:
    { piece: string; x0: number; y0: number; x1: number; y1: number; text: string } | undefined;
}

export function ShellBook({
  shell,
  spread: s,
  chosen,
  onChoose,
  placing,
  onPlace,
  datums,
  datumPiece,
  onDatum,
  dimension,
  underlay,
}: ShellBookProps) {
  const click = (page: Page) => (e: MouseEvent<SVGGElement>) => {
    if (!placing) return;
    const box = (
      e.currentTarget.ownerSVGElement ?? (e.currentTarget as unknown as SVGSVGElement)
    ).getBoundingClientRect();
    const [x, y] = fromPage(
      page.view,
      (e.clientX - box.left - page.ox) / s.scale,
      (e.clientY - box.top - page.oy) / s.scale,
    );
    e.stopPropagation();
    onPlace(page.piece.id, x, y);
  };
  return (
    <svg width={s.width} height={s.height} role="group" aria-label="The open shell, insides up">
      <Ticks w={s.width} h={s.height} scale={s.scale} />
      {s.pages.map((page) => (
        <g
          key={page.piece.id}
          onClickCapture={click(page)}
          style={placing ? { cursor: 'crosshair' } : {}}
        >
          <ShellPage
            shell={shell}
            spread={s}
            page={page}
            chosen={chosen}
            onPick={placing ? undefined : onChoose}
          />
          {underlay?.(page)}
          {(['left', 'right', 'bottom', 'top'] as const).map((seen) => (
            <DatumEdge
              key={seen}
              seen={seen}
              page={page}
              spread={s}
              on={page.piece.id === datumPiece && datums.includes(edgeFromPage(page.view, seen))}
              active={chosen !== undefined && page.piece.id === datumPiece}
              onPick={onDatum}
            />
          ))}
        </g>
      ))}
      <Fold spread={s} />
      {dimension && <Dimension spread={s} d={dimension} />}
    </svg>
  );
}

/** The length that is asked for, drawn where it is read. */
function Dimension({
  spread: s,
  d,
}: {
  spread: Spread;
  d: NonNullable<ShellBookProps['dimension']>;
}) {
  const page = s.pages.find((p) => p.piece.id === d.piece);
  if (!page) return null;
  const [a, b] = [onScreen(s, page, d.x0, d.y0), onScreen(s, page, d.x1, d.y1)];
  const len = Math.hypot(b[0] - a[0], b[1] - a[1]) || 1;
  const [nx, ny] = [(-(b[1] - a[1]) / len) * 7, ((b[0] - a[0]) / len) * 7];
  const [tx, ty] = [
    Math.max(90, Math.min(s.width - 90, (a[0] + b[0]) / 2)),
    Math.max(24, (a[1] + b[1]) / 2 - 14),
  ];
  const wide = d.text.length * 6.4 + 16;
  return (
    <g className="dimension" aria-hidden="true">
      <line x1={a[0]} y1={a[1]} x2={b[0]} y2={b[1]} />
      {[a, b].map((p, i) => (
        <line key={i} x1={p[0] - nx} y1={p[1] - ny} x2={p[0] + nx} y2={p[1] + ny} />
      ))}
      <rect x={tx - wide / 2} y={ty - 14} width={wide} height="20" rx="5" />
      <text x={tx} y={ty} textAnchor="middle">
        {d.text}
      </text>
    </g>
  );
}

/** An edge as seen on the page; the datum is kept as it is seen from the front. */
function DatumEdge({
  seen,
  page,
  spread: s,
  on,
  active,
  onPick,
}: {
  seen: Edge;
  page: Page;
  spread: Spread;
  on: boolean;
  active: boolean;
  onPick: (edge: Edge) => void;
}) {
  const edge = edgeFromPage(page.view, seen);
  const { w, h } = page.view;
  const ends: Record<Edge, [[number, number], [number, number]]> = {
    left: [
      [0, 0],
      [0, h],
    ],
    right: [
      [w, 0],
      [w, h],
    ],
    bottom: [
      [0, 0],
      [w, 0],
    ],
    top: [
      [0, h],
      [w, h],
    ],
  };
  const [a, b] = ends[edge].map(([x, y]) => onScreen(s, page, x, y)) as [
    [number, number],
    [number, number],
  ];
  return (
    <g>
      {on && <line className="datum" x1={a[0]} y1={a[1]} x2={b[0]} y2={b[1]} />}
      {active && (
        <rect
          className="datum-pick"
          role="button"
          tabIndex={0}
          aria-label={`Measure from the ${seen} edge as seen here`}
          x={Math.min(a[0], b[0]) - 7}
          y={Math.min(a[1], b[1]) - 7}
          width={Math.abs(a[0] - b[0]) + 14}
          height={Math.abs(a[1] - b[1]) + 14}
          onClick={() => onPick(edge)}
          onKeyDown={(e) => {
            if (e.key === 'Enter') onPick(edge);
          }}
        />
      )}
    </g>
  );
}

const SPOTS: Record<
  string,
  (
    x: number,
    y: number,
    w: number,
    h: number,
    two: number,
  ) => { line: [number, number, number, number]; text: [number, number] }
> = {
  w: (x, y, w) => ({ line: [x, y - 16, x + w, y - 16], text: [x + w / 2, y - 22] }),
  h: (x, y, _, h) => ({ line: [x - 16, y, x - 16, y + h], text: [x - 24, y + h / 2] }),
  r: (x, y) => ({ line: [x, y + 26, x + 26, y], text: [x + 40, y + 34] }),
  wall: (x, y, _, h) => ({ line: [x, y + h / 2, x + 9, y + h / 2], text: [x + 60, y + h / 2 + 4] }),
  front: (x, y, w, h) => ({
    line: [x + w / 2 - 26, y + h / 2 + 26, x + w / 2 + 26, y + h / 2 - 26],
    text: [x + w / 2, y + h / 2 + 44],
  }),
  back: (_, y, w, h, two) => ({
    line: [two + w / 2 - 26, y + h / 2 + 26, two + w / 2 + 26, y + h / 2 - 26],
    text: [two + w / 2, y + h / 2 + 44],
  }),
  inset: (_, y, __, h, two) => ({
    line: [two, y + h - 30, two + 30, y + h - 30],
    text: [two + 64, y + h - 40],
  }),
  post: (_, y, __, h, two) => ({
    line: [two + 20, y + h - 30, two + 40, y + h - 30],
    text: [two + 74, y + h - 44],
  }),
};

/** A stand-in shell before anything is measured: the next value is drawn on it. */
export function NextValue({
  width,
  height,
  field,
  label,
  n,
  isPlate = false,
}: {
  width: number;
  height: number;
  field: string;
  label: string;
  n: number;
  /** One flat plate, not two halves. */
  isPlate?: boolean;
}) {
  const w = Math.min((width - 130) / 2, 380);
  const h = Math.min(w * 0.56, height - 130);
  const x = isPlate ? (width - w) / 2 : (width - 2 * w - 18) / 2;
  const y = (height - h) / 2 + 6;
  const two = x + w + 18;
  const spot = SPOTS[field]?.(x, y, w, h, two);
  return (
    <svg width={width} height={height} role="img" aria-label={`Next to measure: ${label}`}>
      <Ticks w={width} h={height} scale={2} />
      {(isPlate
        ? [[x, 'PLATE']]
        : [
            [x, 'FRONT HALF, inside up'],
            [two, 'BACK HALF, inside up'],
          ]
      ).map(([px, t]) => (
        <g key={t}>
          <text className="cap" x={Number(px) + w / 2} y={y - 44} textAnchor="middle">
            {t}
          </text>
          <rect
            x={px}
            y={y}
            width={w}
            height={h}
            rx="22"
            fill="none"
            stroke="#bfe3d0"
            strokeOpacity="0.55"
            strokeDasharray="6 5"
          />
          {!isPlate && (
            <rect
              x={Number(px) + 9}
              y={y + 9}
              width={w - 18}
              height={h - 18}
              rx="15"
              fill="none"
              stroke="#bfe3d0"
              strokeOpacity="0.35"
              strokeDasharray="6 5"
            />
          )}
          {(isPlate
            ? []
            : [
                [30, 30],
                [w - 30, 30],
                [30, h - 30],
                [w - 30, h - 30],
              ]
          ).map(([dx, dy]) => (
            <circle
              key={`${dx},${dy}`}
              cx={Number(px) + dx!}
              cy={y + dy!}
              r="10"
              fill="none"
              stroke="#bfe3d0"
              strokeOpacity="0.35"
              strokeDasharray="4 4"
            />
          ))}
        </g>
      ))}
      {spot && (
        <>
          <line
            x1={spot.line[0]}
            y1={spot.line[1]}
            x2={spot.line[2]}
            y2={spot.line[3]}
            stroke="#f0d27e"
            strokeWidth="3"
          />
          <rect
            x={spot.text[0] - 13}
            y={spot.text[1] - 12}
            width="26"
            height="17"
            rx="4"
            fill="#f0d27e"
          />
          <text
            x={spot.text[0]}
            y={spot.text[1] + 1}
            textAnchor="middle"
            fontSize="12"
            fontWeight="700"
            fill="#3b3115"
          >
            {n}
          </text>
        </>
      )}
      <text
        className="hint"
        x={width / 2}
        y={height - 26}
        textAnchor="middle"
        style={{ fontSize: 15 }}
      >{`Next: ${label}`}</text>
    </svg>
  );
}
