/** How the open book lies on the screen: two pages, insides up, about the spine. */
import { type Body, type Piece } from '@deft/core/model';
import { type PageView, toPage } from '@deft/core/geometry';
import { straightWalls } from '@deft/core/shell';

export interface Page { piece: Piece; view: PageView; ox: number; oy: number }
export interface Spread {
  pages: Page[];
  /** px per mm. */
  scale: number;
  width: number; height: number;
  /** Where the book opens, px. */
  fold: { x0: number; y0: number; x1: number; y1: number };
}

const GAP_MM = 9, EDGE_PX = 26, TOP_PX = 34;

export function spreadOf(body: Body, width: number, height: number): Spread {
  const corners = straightWalls(body);
  const w = Math.max(...corners.map((c) => c.x0)), h = Math.max(...corners.map((c) => c.y0));
  const side = body.spine === 'left' || body.spine === 'right';
  const [totalW, totalH] = side ? [2 * w + GAP_MM, h] : [w, 2 * h + GAP_MM];
  const scale = Math.max(0.2, Math.min((width - 2 * EDGE_PX) / totalW, (height - TOP_PX - EDGE_PX) / totalH));
  const x0 = (width - totalW * scale) / 2, y0 = TOP_PX + (height - TOP_PX - EDGE_PX - totalH * scale) / 2;
  const front = body.pieces.find((p) => p.role === 'front' || p.role === 'plate'), back = body.pieces.find((p) => p.role === 'back');
  // With the spine at the left the front's page lies left of the back's; at the right, right of it.
  const frontFirst = body.spine === 'left' || body.spine === 'top';
  const place = (first: boolean): { ox: number; oy: number } => (first ? { ox: x0, oy: y0 } : side ? { ox: x0 + (w + GAP_MM) * scale, oy: y0 } : { ox: x0, oy: y0 + (h + GAP_MM) * scale });
  const pages: Page[] = [];
  if (front) pages.push({ piece: front, view: { side: 'front inside', w, h, spine: body.spine }, ...place(frontFirst) });
  if (back) pages.push({ piece: back, view: { side: 'back inside', w, h, spine: body.spine }, ...place(!frontFirst) });
  const mid = side ? x0 + (w + GAP_MM / 2) * scale : y0 + (h + GAP_MM / 2) * scale;
  return {
    pages, scale, width, height,
    fold: side ? { x0: mid, y0: y0 - 14, x1: mid, y1: y0 + h * scale + 14 } : { x0: x0 - 14, y0: mid, x1: x0 + w * scale + 14, y1: mid },
  };
}

export const onScreen = (s: Spread, page: Page, x: number, y: number): [number, number] => {
  const [px, py] = toPage(page.view, x, y);
  return [page.ox + px * s.scale, page.oy + py * s.scale];
};

export const pathOf = (s: Spread, page: Page, points: ReadonlyArray<readonly [number, number]>): string =>
  `${points.map(([x, y], i) => { const [px, py] = onScreen(s, page, x, y); return `${i ? 'L' : 'M'}${px.toFixed(2)} ${py.toFixed(2)}`; }).join('')}Z`;

export const pageOf = (s: Spread, piece: string): Page | undefined => s.pages.find((p) => p.piece.id === piece);
