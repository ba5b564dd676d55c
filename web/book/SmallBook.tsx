/** A whole build at a glance: both halves lying open, every part as it is seen, nothing to click. */
import { useMemo } from 'react';
import { drawn, pointsOf } from '@deft/core/geometry';
import { type PlacedItem, type Scene } from '@deft/core/fit';
import { innerRing, outerRing } from '@deft/core/shell';
import { onScreen, type Page, pageOf, pathOf, smallSpread, type Spread } from './spread';
import style from './SmallBook.module.css';

/** Smaller parts carry no name, px. */
const NAMED = { w: 34, h: 10 };
/** Mean width of a letter of the small names, and a line of them, px. */
const LETTER = { w: 4.6, h: 10 };

export function SmallBook({
  scene,
  width,
  most,
  name,
  named = false,
}: {
  scene: Scene;
  width: number;
  /** The most height it may take, px; it takes what the book needs. */
  most: number;
  /** What it is a picture of, for who cannot see it. */
  name: string;
  /** With the names of parts that are large enough. */
  named?: boolean;
}) {
  const body = scene.shell?.body;
  const spread = useMemo(
    () => (body ? smallSpread(body, width, most) : undefined),
    [body, width, most],
  );
  if (!body || !spread) {
    return <div className={style.empty} style={{ width, height: most }} aria-hidden="true" />;
  }
  const parts = [...scene.items.values()].sort((a, b) => a.pose.z - b.pose.z);
  const placed = parts.flatMap((part) => {
    const page = pageOf(spread, part.piece);
    return page ? [{ part, page, box: boxOf(spread, page, part) }] : [];
  });
  return (
    <svg className={style.book} width={width} height={spread.height} role="img" aria-label={name}>
      {spread.pages.map((page) => (
        <g key={page.piece.id}>
          <path className={style.wall} d={pathOf(spread, page, pointsOf(outerRing(body)))} />
          <path className={style.floor} d={pathOf(spread, page, pointsOf(innerRing(body)))} />
          {scene
            .shell!.openings.face.filter((o) => o.piece === page.piece.id)
            .map((o) => (
              <path
                key={`${o.id}${o.copy}`}
                className={style.hole}
                d={pathOf(spread, page, o.points)}
              />
            ))}
        </g>
      ))}
      {placed.map(({ part, page }) => (
        <g key={part.item.id} className={kindOf(part)}>
          {part.blocks
            .flatMap((b) => b.solid.prisms.flatMap((p) => drawn(p)))
            .map((ring, i) => (
              <path key={i} d={pathOf(spread, page, pointsOf(ring))} />
            ))}
          <title>{part.item.name}</title>
        </g>
      ))}
      {named &&
        labels(placed).map(({ id, text, x, y }) => (
          <text key={id} className={style.name} x={x} y={y + 3} textAnchor="middle">
            {text}
          </text>
        ))}
    </svg>
  );
}

interface Box {
  x: number;
  y: number;
  w: number;
  h: number;
}
/** Where a part lies on its page: its middle and size, px. */
function boxOf(s: Spread, page: Page, { blocks }: PlacedItem): Box {
  const solids = blocks.map((b) => b.solid);
  const x = solids.flatMap((q) => [q.x0, q.x1]);
  const y = solids.flatMap((q) => [q.y0, q.y1]);
  const [ax, ay] = onScreen(s, page, Math.min(...x), Math.min(...y));
  const [bx, by] = onScreen(s, page, Math.max(...x), Math.max(...y));
  return { x: (ax + bx) / 2, y: (ay + by) / 2, w: Math.abs(ax - bx), h: Math.abs(ay - by) };
}

interface Label extends Box {
  id: string;
  text: string;
}
/** Names of the larger parts first; one that would lie over another is left out. */
function labels(placed: ReadonlyArray<{ part: PlacedItem; box: Box }>): Label[] {
  const shown: Label[] = [];
  const bySize = placed
    .filter(({ box }) => box.w >= NAMED.w && box.h >= NAMED.h)
    .sort((a, b) => b.box.w * b.box.h - a.box.w * a.box.h);
  for (const { part, box } of bySize) {
    const text = shortened(part.item.name, box.w);
    const label = { ...box, w: text.length * LETTER.w, h: LETTER.h, id: part.item.id, text };
    const free = shown.every(
      (o) =>
        Math.abs(o.x - label.x) * 2 > o.w + label.w || Math.abs(o.y - label.y) * 2 > o.h + label.h,
    );
    if (free) shown.push(label);
  }
  return shown;
}

function kindOf({ part }: PlacedItem): string {
  if (part.cell) return style['cell']!;
  return part.screen ? style['screen']! : style['board']!;
}

function shortened(name: string, room: number): string {
  const most = Math.floor(room / LETTER.w);
  return name.length <= most ? name : `${name.slice(0, Math.max(1, most - 1))}…`;
}
