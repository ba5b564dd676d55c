/** A part on the bench: in plan from the side one solders on with pads, holes and ribbons, and on end with every height. */
import { remaining, thickness } from '@deft/core/kit';
import { formatMm, type Part, type Sawn } from '@deft/core/model';
import { Hatches } from '../../../book/Mat';
import { Blocks } from './Blocks';
import { Joints } from './Joints';
import { layoutOf } from './layout';
import { OnEnd } from './OnEnd';
import { Strips } from './Strips';
import { type OnMove, type Spot, useMoving } from './useMoving';
import style from './PartDrawing.module.css';

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

/** Words of the size stay clear of those of the side, px. */
const SIZE_FROM = 250;

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
  const layout = layoutOf(part, width, height, side === 'bottom');
  const { low, high, left, right, scale, isMirror } = layout;
  const thick = thickness(part, struck).value;
  const there = remaining(part, struck);
  const movable = useMoving(scale, isMirror, onMove, (at) => onSpot?.(at));
  const isSpot = (list: Spot['list'], index: number): boolean =>
    spot?.list === list && spot.index === index;
  const drawn = { part, layout, movable, isSpot };
  return (
    <svg
      width={width}
      height={height}
      role={onMove ? 'group' : 'img'}
      aria-label={`${part.name} in plan and on end, ${thick.toFixed(1)} mm thick`}
    >
      <Hatches />
      <text className={`hint ${style.title}`} x={left} y={22}>
        {`Plan, seen from the ${side}${isMirror ? ' (mirrored)' : ''}`}
      </text>
      <text className="hint" x={Math.max(right, left + SIZE_FROM)} y={22} textAnchor="end">
        {`${formatMm(high[0] - low[0], 1)} × ${formatMm(high[1] - low[1], 1)} mm`}
      </text>
      <Blocks {...drawn} blocks={there} lit={lit} onBlock={onBlock} />
      <Strips part={part} sawn={sawn} layout={layout} />
      <Joints {...drawn} struck={struck} canMove={onMove !== undefined} />
      <OnEnd {...{ part, struck, there, layout, lit, onBlock, thick }} />
    </svg>
  );
}
