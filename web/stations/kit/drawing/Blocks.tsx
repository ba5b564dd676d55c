/** The blocks of a part in plan, the lower ones first, each to be chosen or moved. */
import { blockBox, drawn, standing } from '@deft/core/geometry';
import { type Block, formatMm, type Part } from '@deft/core/model';
import { hatchOf } from '../../../book/Mat';
import type { Layout } from './layout';
import type { Spot, useMoving } from './useMoving';

export interface DrawnProps {
  part: Part;
  layout: Layout;
  movable: ReturnType<typeof useMoving>;
  isSpot: (list: Spot['list'], index: number) => boolean;
}

/** The side that is looked at lies on top. */
const fromBelow = (blocks: readonly Block[], isMirror: boolean): Block[] =>
  [...blocks].sort((a, b) =>
    isMirror ? blockBox(b)[0][2] - blockBox(a)[0][2] : blockBox(a)[1][2] - blockBox(b)[1][2],
  );

export function Blocks({
  part,
  layout,
  movable,
  isSpot,
  blocks,
  lit,
  onBlock,
}: DrawnProps & {
  blocks: readonly Block[];
  lit: string | undefined;
  onBlock: ((id: string) => void) | undefined;
}) {
  const { x, y, isMirror } = layout;
  const hatch = hatchOf(part.family);
  return fromBelow(blocks, isMirror).map((b) => {
    const index = part.blocks.indexOf(b);
    const isBase = index === 0;
    const isLit = lit === b.id || isSpot('blocks', index);
    const rings = standing(b, 'flat').prisms.flatMap((p) => drawn(p));
    return rings.map((ring, k) => {
      const points = pointsOf(ring, x, y);
      return (
        <g
          key={b.id + k}
          className="part"
          onClick={() => onBlock?.(b.id)}
          {...(k === 0 ? movable({ list: 'blocks', index }, b.name) : {})}
        >
          <polygon
            points={points}
            className={isBase ? 'card' : `block ${isLit ? 'hitblock' : ''}`}
          />
          {isBase && hatch && <polygon points={points} fill={hatch} pointerEvents="none" />}
          <title>{`${b.name}: top at ${formatMm(blockBox(b)[1][2])} mm`}</title>
        </g>
      );
    });
  });
}

/** @param ring  x, y, x, y ... in mm */
function pointsOf(ring: ArrayLike<number>, x: Layout['x'], y: Layout['y']): string {
  const points: string[] = [];
  for (let i = 0; i < ring.length; i += 2) {
    points.push(`${x(ring[i]!).toFixed(1)},${y(ring[i + 1]!).toFixed(1)}`);
  }
  return points.join(' ');
}
