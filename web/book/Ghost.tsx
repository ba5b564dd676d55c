/** Where parts stood before, or would stand: dashed outlines, and an arrow from the earlier place to the later. */
import { drawn, pointsOf } from '@deft/core/geometry';
import type { PlacedItem, Scene } from '@deft/core/fit';
import { onScreen, pageOf, pathOf, type Spread } from './spread';

const middle = (at: PlacedItem): [number, number] => {
  const s = at.blocks.map((b) => b.solid);
  return [
    (Math.min(...s.map((q) => q.x0)) + Math.max(...s.map((q) => q.x1))) / 2,
    (Math.min(...s.map((q) => q.y0)) + Math.max(...s.map((q) => q.y1))) / 2,
  ];
};

export function Ghost({
  before,
  scene,
  spread: s,
  later = false,
}: {
  before: Scene;
  scene: Scene;
  spread: Spread;
  /** The outlines are where the parts would go. */
  later?: boolean;
}) {
  return (
    <g pointerEvents="none">
      {[...before.items.values()].map((old) => {
        const now = scene.items.get(old.item.id);
        const page = pageOf(s, old.piece);
        if (!page || (now && JSON.stringify(now.placement) === JSON.stringify(old.placement))) {
          return null;
        }
        const here = now && pageOf(s, now.piece);
        const [x1, y1] = onScreen(s, page, ...middle(old));
        const to = now && here ? onScreen(s, here, ...middle(now)) : undefined;
        const [from, end] = later && to ? [to, [x1, y1] as const] : [[x1, y1] as const, to];
        return (
          <g key={old.item.id}>
            {old.blocks[0]!.solid.prisms.flatMap((p) => drawn(p)).map((r, k) => (
              <path key={k} className="ghost" d={pathOf(s, page, pointsOf(r))} />
            ))}
            {end && Math.hypot(end[0] - from[0], end[1] - from[1]) > 3 && (
              <line
                x1={from[0]}
                y1={from[1]}
                x2={end[0]}
                y2={end[1]}
                stroke="#f0d27e"
                strokeWidth="2.4"
                markerEnd="url(#moved)"
              />
            )}
            {!now && (
              <text
                className="tide-text"
                x={x1}
                y={y1}
                textAnchor="middle"
                style={{ fill: '#3b3115', paintOrder: 'stroke', stroke: '#f0d27e', strokeWidth: 4 }}
              >{`${old.item.name}${later ? '' : ', gone'}`}</text>
            )}
          </g>
        );
      })}
      <defs>
        <marker
          id="moved"
          viewBox="0 0 8 8"
          refX="6"
          refY="4"
          markerWidth="5"
          markerHeight="5"
          orient="auto"
        >
          <path d="M0 0.5 L7.5 4 L0 7.5 Z" fill="#f0d27e" stroke="#5d4d2c" strokeWidth="0.6" />
        </marker>
      </defs>
    </g>
  );
}
