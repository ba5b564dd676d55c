/** The spot that is pointed at in any view, as this view draws it. */
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
