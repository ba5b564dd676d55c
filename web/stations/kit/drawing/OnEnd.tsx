/** A part seen on end: every block as high as it is, what is taken off dashed, and how thick it is now. */
import { blockBox } from '@deft/core/geometry';
import type { Block, Part } from '@deft/core/model';
import { extentOf, type Layout } from './layout';
import style from './PartDrawing.module.css';

export function OnEnd({
  part,
  struck,
  there,
  layout,
  lit,
  onBlock,
  thick,
}: {
  part: Part;
  struck: readonly string[];
  /** Blocks that are not taken off. */
  there: readonly Block[];
  layout: Layout;
  lit: string | undefined;
  onBlock: ((id: string) => void) | undefined;
  /** How thick it is now, mm. */
  thick: number;
}) {
  const { low, left, right, x, z, scale } = layout;
  const classOf = (b: Block): string | undefined => {
    if (struck.includes(b.id)) return style.gone;
    if (b === part.blocks[0]) return style.base;
    return lit === b.id ? style.lit : style.block;
  };
  return (
    <>
      <text className={`hint ${style.title}`} x={left - 14} y={z(low[2])} textAnchor="end">
        On end
      </text>
      {part.blocks.map((b) => {
        const [from, to] = blockBox(b);
        return (
          <rect
            key={b.id}
            className={classOf(b)}
            x={Math.min(x(from[0]), x(to[0]))}
            y={z(to[2])}
            width={(to[0] - from[0]) * scale}
            height={Math.max(1, (to[2] - from[2]) * scale)}
            onClick={() => onBlock?.(b.id)}
          >
            <title>{`${b.name}${struck.includes(b.id) ? ', taken off' : ''}`}</title>
          </rect>
        );
      })}
      <Thickness x={right + 18} blocks={there} z={z} thick={thick} />
    </>
  );
}

function Thickness({
  x,
  blocks,
  z,
  thick,
}: {
  x: number;
  blocks: readonly Block[];
  z: Layout['z'];
  thick: number;
}) {
  const { low, high } = extentOf([...blocks]);
  const [foot, top] = [z(low[2]), z(high[2])];
  return (
    <g>
      <path
        className={style.measure}
        d={`M${x} ${foot}V${top}M${x - 4} ${foot}h8M${x - 4} ${top}h8`}
      />
      <text className={`hint ${style.thick}`} x={x + 8} y={(foot + top) / 2 + 4}>
        {`${thick.toFixed(1)} mm`}
      </text>
    </g>
  );
}
