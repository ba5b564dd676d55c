/** A part on the bench: in plan from the side one solders on with pads, holes and ribbons, and on end with every height. */
import { blockBox, drawn, standing } from '@deft/core/geometry';
import { remaining, stripOf, thickness } from '@deft/core/kit';
import { type Block, formatMm, type Part, type Sawn } from '@deft/core/model';
import { hatchOf, Hatches } from '../../book/Mat';
import { type OnMove, type Spot, useMoving } from './useMoving';

export interface PartDrawingProps {
  part: Part;
  struck: readonly string[];
  /** Edges that are sawn off: drawn as gone. */
  sawn?: readonly Sawn[];
  width: number;
  height: number;
  side: 'top' | 'bottom';
  lit?: string | undefined;
  onBlock?: (id: string) => void;
  /** Of a part of one's own: what is chosen, and what is moved on the drawing. */
  spot?: Spot | undefined;
  onSpot?: (spot: Spot) => void;
  onMove?: OnMove;
}

export function PartDrawing({
  part,
  struck,
  sawn = [],
  width,
  height,
  side,
  lit,
  onBlock,
  spot,
  onSpot,
  onMove,
}: PartDrawingProps) {
  const blocks = remaining(part, struck);
  const boxes = part.blocks.map(blockBox);
  const low = (i: 0 | 1 | 2) => Math.min(...boxes.map((b) => b[0][i]));
  const high = (i: 0 | 1 | 2) => Math.max(...boxes.map((b) => b[1][i]));
  const [x0, x1, y0, y1, z0, z1] = [low(0), high(0), low(1), high(1), low(2), high(2)];
  const s = Math.min((width - 150) / (x1 - x0), (height - 96) / (y1 - y0 + (z1 - z0)), 9);
  const mirror = side === 'bottom';
  const ox = (width - (x1 - x0) * s) / 2;
  const oy = 40;
  const X = (x: number) => ox + (mirror ? x1 - x : x - x0) * s;
  const Y = (y: number) => oy + (y1 - y) * s;
  const endY = oy + (y1 - y0) * s + 40;
  const Z = (z: number) => endY + (z1 - z) * s;
  const t = thickness(part, struck);
  const order = [...blocks].sort((a, b) =>
    mirror ? blockBox(b)[0][2] - blockBox(a)[0][2] : blockBox(a)[1][2] - blockBox(b)[1][2],
  );
  const hatch = hatchOf(part.family);
  const movable = useMoving(s, mirror, onMove, (at) => onSpot?.(at));
  const isSpot = (list: Spot['list'], index: number): boolean =>
    spot?.list === list && spot.index === index;
  const isLit = (b: Block): boolean => lit === b.id || isSpot('blocks', part.blocks.indexOf(b));
  return (
    <svg
      width={width}
      height={height}
      role={onMove ? 'group' : 'img'}
      aria-label={`${part.name} in plan and on end, ${t.value.toFixed(1)} mm thick`}
    >
      <Hatches />
      <text
        className="hint"
        x={ox}
        y={22}
        style={{ fontWeight: 600 }}
      >{`Plan, seen from the ${side}${mirror ? ' (mirrored)' : ''}`}</text>
      <text
        className="hint"
        x={Math.max(ox + (x1 - x0) * s, ox + 250)}
        y={22}
        textAnchor="end"
      >{`${formatMm(x1 - x0, 1)} × ${formatMm(y1 - y0, 1)} mm`}</text>
      {order.map((b) =>
        standing(b, 'flat')
          .prisms.flatMap((p) => drawn(p))
          .map((r, k) => {
            const pts: string[] = [];
            for (let i = 0; i < r.length; i += 2) {
              pts.push(`${X(r[i]!).toFixed(1)},${Y(r[i + 1]!).toFixed(1)}`);
            }
            const base = b === part.blocks[0];
            return (
              <g
                key={b.id + k}
                className="part"
                onClick={() => onBlock?.(b.id)}
                {...(k === 0
                  ? movable({ list: 'blocks', index: part.blocks.indexOf(b) }, b.name)
                  : {})}
              >
                <polygon
                  points={pts.join(' ')}
                  className={base ? 'card' : `block ${isLit(b) ? 'hitblock' : ''}`}
                />
                {base && hatch && (
                  <polygon points={pts.join(' ')} fill={hatch} pointerEvents="none" />
                )}
                <title>{`${b.name}: top at ${formatMm(blockBox(b)[1][2])} mm`}</title>
              </g>
            );
          }),
      )}
      {sawn.map((cut) => {
        const strip = stripOf(part, cut);
        if (!strip) return null;
        const [from, to] = [
          Math.max(strip.from, [x0, y0][strip.axis]!),
          Math.min(strip.to, [x1, y1][strip.axis]!),
        ];
        const ends: readonly [number, number, number, number] =
          strip.axis === 0 ? [from, to, y0, y1] : [x0, x1, from, to];
        return (
          <rect
            key={cut.edge}
            x={Math.min(X(ends[0]), X(ends[1]))}
            y={Y(ends[3])}
            width={(ends[1] - ends[0]) * s}
            height={(ends[3] - ends[2]) * s}
            fill="var(--mat)"
            fillOpacity={0.78}
            stroke="var(--hit)"
            strokeDasharray="5 3"
          >
            <title>{`sawn off: ${formatMm(cut.mm, 1)} mm of the ${cut.edge} edge`}</title>
          </rect>
        );
      })}
      {(part.ribbons ?? []).map((r, i) => {
        const shown = Math.min(r.lengthMm, 14);
        const [ux, uy] = [r.dir[0], r.dir[1]];
        const half = r.widthMm / 2;
        const corner = (along: number, across: number) =>
          `${X(r.at[0] + ux * along - uy * across).toFixed(1)},${Y(r.at[1] + uy * along + ux * across).toFixed(1)}`;
        return (
          <g key={r.id} {...movable({ list: 'ribbons', index: i }, r.name)}>
            <polygon
              points={[
                corner(0, -half),
                corner(shown, -half),
                corner(shown, half),
                corner(0, half),
              ].join(' ')}
              fill="#c9893f"
              stroke="var(--stock-edge)"
            />
            <text
              className="hint"
              x={X(r.at[0] + ux * (shown + 3))}
              y={Y(r.at[1] + uy * (shown + 3)) + 4}
              textAnchor="middle"
            >{`${r.name}, ${formatMm(r.lengthMm, 0)} mm, contacts ${r.contacts}`}</text>
          </g>
        );
      })}
      {(part.holes ?? []).map((h, i) => (
        <circle
          key={i}
          {...movable({ list: 'holes', index: i }, `hole ${i + 1}`)}
          cx={X(h.x)}
          cy={Y(h.y)}
          r={(h.d / 2) * s}
          fill="var(--mat)"
          stroke={isSpot('holes', i) ? 'var(--hit)' : 'var(--stock-edge)'}
          strokeWidth={isSpot('holes', i) ? 2.5 : 1}
        />
      ))}
      {part.pads.map((p, i) => (
        <circle
          key={p.id}
          {...movable({ list: 'pads', index: i }, `pad ${p.name}`)}
          cx={X(p.x)}
          cy={Y(p.y)}
          r={Math.max(1.6, 0.5 * s)}
          fill={p.gpio === undefined ? '#8a7a4c' : '#0c7b70'}
          stroke={isSpot('pads', i) ? 'var(--hit)' : '#fff'}
          strokeWidth={isSpot('pads', i) ? 2.5 : 0.6}
        >
          <title>{`${p.id}: ${p.name}${p.also?.length ? ` (${p.also.join(', ')})` : ''}`}</title>
        </circle>
      ))}
      {part.connectors
        .filter((c) => c.block === undefined || !struck.includes(c.block))
        .map((c) => {
          let anchor: 'start' | 'end' | 'middle';
          if ((mirror ? -1 : 1) * c.dir[0] > 0.5) anchor = 'start';
          else if ((mirror ? -1 : 1) * c.dir[0] < -0.5) anchor = 'end';
          else anchor = 'middle';
          return (
            <g
              key={c.id}
              {...movable({ list: 'connectors', index: part.connectors.indexOf(c) }, c.name)}
            >
              {onMove && (
                <circle
                  cx={X(c.at[0])}
                  cy={Y(c.at[1])}
                  r="5"
                  fill={isSpot('connectors', part.connectors.indexOf(c)) ? 'var(--hit)' : '#e9d9b6'}
                  stroke="var(--stock-edge)"
                />
              )}
              <line
                x1={X(c.at[0])}
                y1={Y(c.at[1])}
                x2={X(c.at[0] + c.dir[0] * 4)}
                y2={Y(c.at[1] + c.dir[1] * 4)}
                stroke="#e9d9b6"
                strokeWidth="2"
              />
              <text
                className="hint"
                x={X(c.at[0] + c.dir[0] * 5.5)}
                y={Y(c.at[1] + c.dir[1] * 5.5) + 4}
                textAnchor={anchor}
              >
                {c.name}
              </text>
            </g>
          );
        })}
      <text className="hint" x={ox - 14} y={Z(z0)} textAnchor="end" style={{ fontWeight: 600 }}>
        On end
      </text>
      {[...part.blocks].map((b) => {
        const [l, h] = blockBox(b);
        const gone = struck.includes(b.id);
        let fill: string;
        if (gone) fill = 'none';
        else if (b === part.blocks[0]) fill = 'var(--stock)';
        else if (lit === b.id) fill = 'var(--hit-wash)';
        else fill = '#cdb98a';
        return (
          <rect
            key={b.id}
            x={Math.min(X(l[0]), X(h[0]))}
            y={Z(h[2])}
            width={(h[0] - l[0]) * s}
            height={Math.max(1, (h[2] - l[2]) * s)}
            fill={fill}
            stroke={gone ? '#f0b7a4' : 'var(--stock-edge)'}
            strokeDasharray={gone ? '4 3' : undefined}
            onClick={() => onBlock?.(b.id)}
          >
            <title>{`${b.name}${gone ? ', taken off' : ''}`}</title>
          </rect>
        );
      })}
      <Extent x={ox + (x1 - x0) * s + 18} blocks={blocks} Z={Z} value={t.value} />
    </svg>
  );
}

function Extent({
  x,
  blocks,
  Z,
  value,
}: {
  x: number;
  blocks: Part['blocks'];
  Z: (z: number) => number;
  value: number;
}) {
  const b = blocks.map(blockBox);
  const [low, high] = [Math.min(...b.map((q) => q[0][2])), Math.max(...b.map((q) => q[1][2]))];
  return (
    <g>
      <path
        d={`M${x} ${Z(low)}V${Z(high)}M${x - 4} ${Z(low)}h8M${x - 4} ${Z(high)}h8`}
        stroke="var(--mat-ink)"
      />
      <text
        className="hint"
        x={x + 8}
        y={(Z(low) + Z(high)) / 2 + 4}
        style={{ fontWeight: 700 }}
      >{`${value.toFixed(1)} mm`}</text>
    </g>
  );
}
