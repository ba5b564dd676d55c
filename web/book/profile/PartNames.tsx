/** Names of the parts in a profile, each once and in its largest block, where there is room. */
import type { Scene, Slice } from '@deft/core/fit';
import type { Layout } from './layout';

/** Room a name needs, and a name with its thickness, px. */
const NAME = { w: 36, h: 11 };
const WITH_DEPTH_PX = 110;

export function PartNames({
  scene,
  blocks,
  layout: { x, z, sx, sz },
}: {
  scene: Scene;
  blocks: readonly Slice[];
  layout: Layout;
}) {
  const wide = (s: Slice): number => (s.a1 - s.a0) * sx;
  const high = (s: Slice): number => (s.z1 - s.z0) * sz;
  const fitting = blocks
    .filter((s) => wide(s) >= NAME.w && high(s) >= NAME.h)
    .sort((p, q) => wide(q) * high(q) - wide(p) * high(p));
  const largest = new Map([...fitting].reverse().map((s) => [s.owner, s]));
  return [...largest.values()].map((s) => (
    <text
      key={s.owner}
      className="name"
      x={x((s.a0 + s.a1) / 2)}
      y={z((s.z0 + s.z1) / 2) + 4}
      textAnchor="middle"
    >
      {scene.items.get(s.owner)?.item.name}
      {wide(s) > WITH_DEPTH_PX ? `, ${(s.z1 - s.z0).toFixed(1)} mm` : ''}
    </text>
  ));
}
