/** Where a part is joined to others: its ribbons, holes, pads and sockets. */
import { type Connector, formatMm, type Part } from '@deft/core/model';
import type { DrawnProps } from './Blocks';
import type { Layout } from './layout';
import style from './PartDrawing.module.css';

type Ribbon = NonNullable<Part['ribbons']>[number];

/** So much of a ribbon is drawn, mm. */
const RIBBON_MM = 14;
/** Least radius of a pad, px. */
const PAD_PX = 1.6;

export function Joints({
  part,
  layout,
  movable,
  isSpot,
  struck,
  canMove,
}: DrawnProps & { struck: readonly string[]; canMove: boolean }) {
  const { x, y, scale } = layout;
  const there = (c: Connector): boolean => c.block === undefined || !struck.includes(c.block);
  return (
    <>
      {(part.ribbons ?? []).map((r, index) => (
        <g key={r.id} {...movable({ list: 'ribbons', index }, r.name)}>
          <RibbonEnd ribbon={r} layout={layout} />
        </g>
      ))}
      {(part.holes ?? []).map((h, index) => (
        <circle
          key={index}
          {...movable({ list: 'holes', index }, `hole ${index + 1}`)}
          className={`${style.hole} ${isSpot('holes', index) ? style.spot : ''}`}
          cx={x(h.x)}
          cy={y(h.y)}
          r={(h.d / 2) * scale}
        />
      ))}
      {part.pads.map((p, index) => (
        <circle
          key={p.id}
          {...movable({ list: 'pads', index }, `pad ${p.name}`)}
          className={`${p.gpio === undefined ? style.pad : style.line} ${isSpot('pads', index) ? style.spot : ''}`}
          cx={x(p.x)}
          cy={y(p.y)}
          r={Math.max(PAD_PX, 0.5 * scale)}
        >
          <title>{`${p.id}: ${p.name}${p.also?.length ? ` (${p.also.join(', ')})` : ''}`}</title>
        </circle>
      ))}
      {part.connectors.filter(there).map((c) => {
        const index = part.connectors.indexOf(c);
        return (
          <g key={c.id} {...movable({ list: 'connectors', index }, c.name)}>
            {canMove && (
              <circle
                className={`${style.socket} ${isSpot('connectors', index) ? style.chosen : ''}`}
                cx={x(c.at[0])}
                cy={y(c.at[1])}
                r="5"
              />
            )}
            <SocketWay socket={c} layout={layout} />
          </g>
        );
      })}
    </>
  );
}

function RibbonEnd({ ribbon: r, layout: { x, y } }: { ribbon: Ribbon; layout: Layout }) {
  const shown = Math.min(r.lengthMm, RIBBON_MM);
  const [ux, uy] = r.dir;
  const half = r.widthMm / 2;
  const corner = (along: number, across: number): string =>
    `${x(r.at[0] + ux * along - uy * across).toFixed(1)},${y(r.at[1] + uy * along + ux * across).toFixed(1)}`;
  const corners = [corner(0, -half), corner(shown, -half), corner(shown, half), corner(0, half)];
  return (
    <>
      <polygon className={style.ribbon} points={corners.join(' ')} />
      <text
        className="hint"
        x={x(r.at[0] + ux * (shown + 3))}
        y={y(r.at[1] + uy * (shown + 3)) + 4}
        textAnchor="middle"
      >{`${r.name}, ${formatMm(r.lengthMm, 0)} mm, contacts ${r.contacts}`}</text>
    </>
  );
}

/** Which way a plug goes in, and the name of the socket at its end. */
function SocketWay({
  socket: c,
  layout: { x, y, isMirror },
}: {
  socket: Connector;
  layout: Layout;
}) {
  const along = (mm: number): [number, number] => [
    x(c.at[0] + c.dir[0] * mm),
    y(c.at[1] + c.dir[1] * mm),
  ];
  const [x1, y1] = along(0);
  const [x2, y2] = along(4);
  const [tx, ty] = along(5.5);
  return (
    <>
      <line className={style.way} x1={x1} y1={y1} x2={x2} y2={y2} />
      <text
        className="hint"
        x={tx}
        y={ty + 4}
        textAnchor={anchorOf(isMirror ? -c.dir[0] : c.dir[0])}
      >
        {c.name}
      </text>
    </>
  );
}

/** Words begin away from what they name. */
function anchorOf(toTheRight: number): 'start' | 'middle' | 'end' {
  if (toTheRight > 0.5) return 'start';
  return toTheRight < -0.5 ? 'end' : 'middle';
}
