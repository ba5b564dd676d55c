/** A part lying in its half as cut card, each block drawn, tallest on top, hatched by family. */
import type { KeyboardEvent, PointerEvent } from 'react';
import { drawn, pointsOf } from '@deft/core/geometry';
import { activeArea, type PlacedItem, type Scene } from '@deft/core/fit';
import { formatMm } from '@deft/core/model';
import { hatchOf } from './Mat';
import style from './PartCard.module.css';
import { onScreen, type Page, pathOf, type Spread } from './spread';

export interface PartCardProps {
  scene: Scene;
  at: PlacedItem;
  spread: Spread;
  page: Page;
  selected: boolean;
  /** Solid ids that touch something they should not. */
  hit: ReadonlySet<string>;
  onFocus: () => void;
  onKeyDown?: (e: KeyboardEvent<SVGGElement>) => void;
  onPointerDown?: (e: PointerEvent<SVGGElement>) => void;
}

/** Middle of a part on the page, px. */
export function middleOf(
  spread: Spread,
  page: Page,
  at: PlacedItem,
): { x: number; y: number; w: number; h: number } {
  const xs = at.blocks.flatMap((b) => [b.solid.x0, b.solid.x1]);
  const ys = at.blocks.flatMap((b) => [b.solid.y0, b.solid.y1]);
  const a = onScreen(spread, page, Math.min(...xs), Math.min(...ys));
  const b = onScreen(spread, page, Math.max(...xs), Math.max(...ys));
  return {
    x: (a[0] + b[0]) / 2,
    y: (a[1] + b[1]) / 2,
    w: Math.abs(a[0] - b[0]),
    h: Math.abs(a[1] - b[1]),
  };
}

export function PartCard({
  scene,
  at,
  spread: s,
  page,
  selected,
  hit,
  onFocus,
  onKeyDown,
  onPointerDown,
}: PartCardProps) {
  const sign = scene.shell!.sign(at.piece);
  // The viewer looks into the half: what rises furthest from its floor is nearest.
  const order = [...at.blocks].sort((a, b) =>
    sign > 0 ? b.solid.z0 - a.solid.z0 : a.solid.z1 - b.solid.z1,
  );
  const base = at.blocks[0]!;
  const hatch = hatchOf(at.part.family);
  const area = activeArea(scene, at);
  const words = `${at.item.name}, ${at.isOutside ? 'outer face' : `${page.piece.role} half`}, ${at.placement.x.toFixed(1)} mm from left, ${at.placement.y.toFixed(1)} mm up, turned ${at.placement.turn}°`;
  return (
    <g
      className={`part ${selected ? 'sel' : ''} ${at.isOutside ? style.outer : ''}`}
      role="button"
      tabIndex={0}
      aria-label={words}
      aria-pressed={selected}
      onFocus={onFocus}
      onKeyDown={onKeyDown}
      onPointerDown={onPointerDown}
      data-item={at.item.id}
    >
      {order.map((b) =>
        b.solid.prisms
          .flatMap((p) => drawn(p))
          .map((r, k) => {
            const d = pathOf(s, page, pointsOf(r));
            return b === base ? (
              <g key={`${b.block.id}${k}`}>
                <path className="card" d={d} />
                {hatch && <path className="hatch" d={d} fill={hatch} />}
                {hit.has(b.solid.id) && <path d={d} className="block hitblock" fillOpacity={0.5} />}
              </g>
            ) : (
              <path
                key={`${b.block.id}${k}`}
                className={`block ${hit.has(b.solid.id) ? 'hitblock' : ''}`}
                d={d}
              >
                <title>{`${b.block.name}, ${formatMm(b.block.height.mm)} mm`}</title>
              </path>
            );
          }),
      )}
      {area && (
        <path
          className="active"
          d={pathOf(s, page, [
            [area.x0, area.y0],
            [area.x1, area.y0],
            [area.x1, area.y1],
            [area.x0, area.y1],
          ])}
        />
      )}
      {at.mouths
        .filter((m) => m.outside)
        .map((m) => {
          const [x, y] = onScreen(s, page, m.x, m.y);
          const [tx, ty] = onScreen(s, page, m.x + m.dx * 5, m.y + m.dy * 5);
          return (
            <line
              key={m.id}
              className="reach"
              x1={x}
              y1={y}
              x2={tx}
              y2={ty}
              markerEnd="url(#arrow)"
            />
          );
        })}
    </g>
  );
}
