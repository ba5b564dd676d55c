/** What lies over the parts: the tide, finding flags with leaders, headroom as a heat picture, the cut line. */
import { useMemo } from 'react';
import { interpolateRgbBasis } from 'd3-interpolate';
import { scaleSequential } from 'd3-scale';
import { drawn, pointsOf } from '@deft/core/geometry';
import { headroom, type PlacedItem, type Scene } from '@deft/core/fit';
import type { Finding } from '@deft/core/model';
import { middleOf } from './PartCard';
import { onScreen, type Page, pageOf, pathOf, type Spread } from './spread';

interface RisesOver {
  at: PlacedItem;
  over: PlacedItem['blocks'];
  facing: Page;
  /** So far past the parting line, mm. */
  rise: number;
  /** Over its shadow, px. */
  x: number;
  y: number;
}

/** Its words stand so far over the shadow, px. */
const OVER_PX = 16;

/** Everything that comes past the parting line, and where that is on the facing page. */
export function tidesOf(scene: Scene, s: Spread): RisesOver[] {
  return [...scene.items.values()].flatMap((at): RisesOver[] => {
    const facing = s.pages.find((p) => p.piece.id !== at.piece);
    if (!facing) return [];
    const sign = scene.shell!.sign(at.piece);
    const over = at.blocks.filter((b) => (sign < 0 ? b.solid.z1 > 0.05 : b.solid.z0 < -0.05));
    const [top] = [...over].sort((a, b) => b.solid.y1 - a.solid.y1);
    if (!top) return [];
    const rise = Math.max(...over.map((b) => (sign < 0 ? b.solid.z1 : -b.solid.z0)));
    const [x, y] = onScreen(s, facing, (top.solid.x0 + top.solid.x1) / 2, top.solid.y1);
    return [{ at, over, facing, rise, x, y: y - OVER_PX }];
  });
}

/** What rises past the parting line shows as a shadow on the facing page; its words are a label. */
export const Tide = ({ scene, spread: s }: { scene: Scene; spread: Spread }) =>
  tidesOf(scene, s).map(({ at, over, facing }) => (
    <g key={at.item.id}>
      {over.flatMap((b) =>
        b.solid.prisms
          .flatMap((p) => drawn(p))
          .map((r, k) => (
            <path key={`${b.block.id}${k}`} className="tide" d={pathOf(s, facing, pointsOf(r))} />
          )),
      )}
    </g>
  ));

const COLOUR = {
  hit: ['#c23f21', '#fff', '#c23f21'],
  tight: ['#f0b44c', '#1d2b2a', '#7a5306'],
  clear: ['#bfe3d0', '#1d2b2a', '#24754f'],
} as const;

/** Finding numbers on the drawing; the chosen one is joined to its place by a leader. */
export function Flags({
  list,
  scene,
  spread: s,
  chosen,
  onChoose,
}: {
  list: ReadonlyArray<{ no: number; finding: Finding }>;
  scene: Scene;
  spread: Spread;
  chosen: string | undefined;
  onChoose: (id: string) => void;
}) {
  const taken: Array<[number, number]> = [];
  return (
    <g>
      {list.map(({ no, finding: f }) => {
        const item = f.about.map((id) => scene.items.get(id)).find((x) => x !== undefined);
        const page: Page | undefined = item && pageOf(s, item.piece);
        if (!item || !page || !f.at) return null;
        const [x, y] = onScreen(s, page, f.at.x, f.at.y);
        const mid = middleOf(s, page, item);
        const fx = Math.max(
          12,
          Math.min(s.width - 12, x >= mid.x ? mid.x + mid.w / 2 + 13 : mid.x - mid.w / 2 - 13),
        );
        let fy = Math.max(mid.y - mid.h / 2 + 4, Math.min(mid.y + mid.h / 2 - 4, y));
        while (taken.some(([a, b]) => Math.abs(a - fx) < 24 && Math.abs(b - fy) < 22)) fy += 23;
        taken.push([fx, fy]);
        const [fill, ink, edge] = COLOUR[f.verdict];
        const on = chosen === f.id;
        return (
          <g
            key={f.id}
            className="flag"
            role="button"
            tabIndex={0}
            aria-label={`Finding ${no}: ${f.title}`}
            style={{ cursor: 'pointer' }}
            onClick={() => onChoose(f.id)}
            onKeyDown={(e) => {
              if (e.key === 'Enter') onChoose(f.id);
            }}
          >
            {on && <circle cx={x} cy={y} r="11" fill="none" stroke="#f07a5c" strokeWidth="2.2" />}
            <line x1={x} y1={y} x2={fx} y2={fy} stroke={edge} strokeWidth={on ? 1.8 : 0.8} />
            <rect
              x={fx - 10}
              y={fy - 10}
              width="20"
              height="20"
              rx="4"
              fill={on ? fill : '#fff'}
              stroke={edge}
            />
            <text x={fx} y={fy + 4.5} textAnchor="middle" fill={on ? ink : edge}>
              {no}
            </text>
          </g>
        );
      })}
    </g>
  );
}

const HEAT = interpolateRgbBasis(['#8c2d19', '#d97a4a', '#f0d9a0', '#a9d3c0', '#2c7f74']);

/** Free depth at every spot, drawn on each page as seen there. */
export function HeadroomPicture({ scene, spread: s }: { scene: Scene; spread: Spread }) {
  const picture = useMemo(() => {
    const h = headroom(scene, 2);
    if (!h.columns) return undefined;
    const most = Math.max(1, ...h.free);
    const colour = scaleSequential(HEAT).domain([0, most]);
    const canvas = document.createElement('canvas');
    [canvas.width, canvas.height] = [h.columns, h.rows];
    const ctx = canvas.getContext('2d')!;
    h.free.forEach((mm, i) => {
      if (mm < 0) return;
      ctx.fillStyle = colour(mm);
      ctx.fillRect(i % h.columns, h.rows - 1 - Math.floor(i / h.columns), 1, 1);
    });
    return { url: canvas.toDataURL(), most, w: h.columns * 2, h: h.rows * 2, working: h.working };
  }, [scene]);
  if (!picture) return null;
  // Left of the buttons for looking closer.
  const [lx, ly] = [40, s.height - 15];
  return (
    <g aria-label={`Headroom, 0 to ${picture.most.toFixed(1)} mm. ${picture.working}`}>
      {s.pages.map((page) => {
        const a = onScreen(s, page, 0, picture.h);
        const b = onScreen(s, page, picture.w, 0);
        const flip = b[0] < a[0];
        const w = Math.abs(b[0] - a[0]);
        const h = Math.abs(b[1] - a[1]);
        const [x, y] = [Math.min(a[0], b[0]), Math.min(a[1], b[1])];
        return (
          <image
            key={page.piece.id}
            href={picture.url}
            x={0}
            y={0}
            width={w}
            height={h}
            opacity="0.82"
            preserveAspectRatio="none"
            style={{ imageRendering: 'pixelated' }}
            transform={flip ? `translate(${x + w} ${y}) scale(-1 1)` : `translate(${x} ${y})`}
            pointerEvents="none"
          />
        );
      })}
      <g>
        {Array.from({ length: 36 }, (_, i) => (
          <rect key={i} x={lx + i * 5} y={ly} width="5.2" height="8" fill={HEAT(i / 35)} />
        ))}
        <text className="hint" x={lx - 6} y={ly + 8} textAnchor="end">
          0
        </text>
        <text className="hint" x={lx + 186} y={ly + 8}>
          {picture.most.toFixed(1)} mm free
        </text>
      </g>
    </g>
  );
}
