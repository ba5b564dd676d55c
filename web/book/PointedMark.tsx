/** The spot that is pointed at in any view, as this view draws it. */
import { type Wall, wallName } from '@deft/core/shell';
import { usePointed } from '../state/pointed';
import style from './PointedMark.module.css';

/** @param to  from the body's x, y in mm to this drawing; nothing where it does not lie on it */
export function PointedMark({
  body,
  to,
  unit = 1,
}: {
  body: string | undefined;
  to: (x: number, y: number) => readonly [number, number];
  /** Drawing units for one px. */
  unit?: number;
}) {
  const spot = usePointed(body);
  if (!spot) return null;
  const [x, y] = to(spot.x, spot.y);
  const arm = (from: number) =>
    `M${x - from} ${y}h${5 * unit}M${x + from} ${y}h${-5 * unit}M${x} ${y - from}v${5 * unit}M${x} ${y + from}v${-5 * unit}`;
  return (
    <g className={style.mark} aria-hidden="true" strokeWidth={2.2 * unit}>
      <circle cx={x} cy={y} r={4 * unit} />
      <path d={arm(12 * unit)} />
    </g>
  );
}

/** Where it lies along a section that is laid along x or y. */
export function PointedLine({
  body,
  axis,
  to,
  from,
  till,
}: {
  body: string | undefined;
  axis: 'x' | 'y';
  to: (along: number) => number;
  from: number;
  till: number;
}) {
  const spot = usePointed(body);
  if (!spot) return null;
  const x = to(spot[axis]);
  return <path className={style.line} aria-hidden="true" d={`M${x} ${from}V${till}`} />;
}

/** So near a wall the wall is meant, mm. */
const AT_WALL_MM = 4;

/** A side of the handheld, and not one of many of an outline of its own. */
const isSide = ({ nx, ny }: Wall): boolean => Math.max(Math.abs(nx), Math.abs(ny)) > 0.9;

/** The wall that is pointed at, named from the side of who will play. */
export function PointedWall({
  body,
  walls,
  to,
}: {
  body: string | undefined;
  walls: readonly Wall[];
  to: (x: number, y: number) => readonly [number, number];
}) {
  const spot = usePointed(body);
  if (!spot) return null;
  const near = walls
    .map((wall) => {
      const [dx, dy] = [spot.x - wall.x0, spot.y - wall.y0];
      return {
        wall,
        along: dx * wall.ux + dy * wall.uy,
        off: Math.abs(dx * wall.nx + dy * wall.ny),
      };
    })
    .filter(({ wall, along, off }) => off < AT_WALL_MM && along > 0 && along < wall.length)
    .sort((a, b) => a.off - b.off)[0];
  if (!near) return null;
  const { wall } = near;
  const at = (u: number, n = 0) =>
    to(wall.x0 + wall.ux * u + wall.nx * n, wall.y0 + wall.uy * u + wall.ny * n);
  const [[x0, y0], [x1, y1], [tx, ty]] = [at(0), at(wall.length), at(wall.length / 2, -6)];
  return (
    <g className={style.wall} aria-hidden="true">
      <path d={`M${x0} ${y0}L${x1} ${y1}`} />
      <text x={tx} y={ty} textAnchor="middle">
        {isSide(wall) ? 'your ' : ''}
        {wallName(wall)}
      </text>
    </g>
  );
}
