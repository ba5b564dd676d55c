/** How the open book lies on the screen: two pages, insides up, about the spine. */
import { type Body, type Piece } from '@deft/core/model';
import { fromPage, type PageView, toPage } from '@deft/core/geometry';
import { straightWalls } from '@deft/core/shell';

export interface Page {
  piece: Piece;
  view: PageView;
  ox: number;
  oy: number;
}
export interface Spread {
  pages: Page[];
  /** px per mm. */
  scale: number;
  width: number;
  height: number;
  /** Where the book opens, px; a plate does not. */
  fold?: { x0: number; y0: number; x1: number; y1: number };
}

const GAP_MM = 9;
/** Room round the book, px: for page titles and flags, and none for a small picture of it. */
const ROOMY = { edge: 26, top: 34 };
/** From the upper page down to the fold, where the title of the lower one stands under that, px. */
const FOLD_PX = 8;
const SMALL = { edge: 3, top: 3 };

export function spreadOf(body: Body, width: number, height: number, { edge, top } = ROOMY): Spread {
  const corners = straightWalls(body);
  const w = Math.max(...corners.map((c) => c.x0));
  const h = Math.max(...corners.map((c) => c.y0));
  const side = body.spine === 'left' || body.spine === 'right';
  const isOnePage = body.pieces.every((p) => p.role === 'plate');
  let [totalW, totalH] = side ? [2 * w + GAP_MM, h] : [w, 2 * h + GAP_MM];
  if (isOnePage) [totalW, totalH] = [w, h];
  const fitting = Math.min((width - 2 * edge) / totalW, (height - top - edge) / totalH);
  // One above the other, the lower page wants the room of its title between them.
  const isTitled = !side && !isOnePage && GAP_MM * fitting < top;
  const titled = Math.min((width - 2 * edge) / w, (height - 2 * top - edge) / (2 * h));
  const scale = Math.max(0.2, isTitled ? titled : fitting);
  const gap = isTitled ? top : GAP_MM * scale;
  const [wide, high] = isTitled
    ? [w * scale, 2 * h * scale + gap]
    : [totalW * scale, totalH * scale];
  const x0 = (width - wide) / 2;
  const y0 = top + (height - top - edge - high) / 2;
  const front = body.pieces.find((p) => p.role === 'front' || p.role === 'plate');
  const back = body.pieces.find((p) => p.role === 'back');
  // With the spine at the left the front's page lies left of the back's; at the right, right of it.
  const frontFirst = body.spine === 'left' || body.spine === 'top';
  const place = (first: boolean): { ox: number; oy: number } => {
    if (first || isOnePage) return { ox: x0, oy: y0 };
    if (side) return { ox: x0 + w * scale + gap, oy: y0 };
    return { ox: x0, oy: y0 + h * scale + gap };
  };
  const pages: Page[] = [];
  if (front) {
    pages.push({
      piece: front,
      view: { side: 'front inside', w, h, spine: body.spine },
      ...place(frontFirst),
    });
  }
  if (back) {
    pages.push({
      piece: back,
      view: { side: 'back inside', w, h, spine: body.spine },
      ...place(!frontFirst),
    });
  }
  if (isOnePage) return { pages, scale, width, height };
  const above = isTitled ? FOLD_PX : gap / 2;
  const mid = side ? x0 + w * scale + gap / 2 : y0 + h * scale + above;
  return {
    pages,
    scale,
    width,
    height,
    fold: side
      ? { x0: mid, y0: y0 - 14, x1: mid, y1: y0 + h * scale + 14 }
      : { x0: x0 - 14, y0: mid, x1: x0 + w * scale + 14, y1: mid },
  };
}

/** The book as large as it goes into a width, in no more height than it needs. */
export function smallSpread(body: Body, width: number, most: number): Spread {
  const wide = spreadOf(body, width, most, SMALL);
  const needs = Math.max(...wide.pages.map((p) => p.oy + p.view.h * wide.scale));
  const above = Math.min(...wide.pages.map((p) => p.oy));
  return spreadOf(body, width, Math.ceil(needs - above + 2 * SMALL.edge), SMALL);
}

export const onScreen = (s: Spread, page: Page, x: number, y: number): [number, number] => {
  const [px, py] = toPage(page.view, x, y);
  return [page.ox + px * s.scale, page.oy + py * s.scale];
};

export const pathOf = (
  s: Spread,
  page: Page,
  points: ReadonlyArray<readonly [number, number]>,
): string =>
  `${points
    .map(([x, y], i) => {
      const [px, py] = onScreen(s, page, x, y);
      return `${i ? 'L' : 'M'}${px.toFixed(2)} ${py.toFixed(2)}`;
    })
    .join('')}Z`;

export const pageOf = (s: Spread, piece: string): Page | undefined =>
  s.pages.find((p) => p.piece.id === piece);

/** Back from the screen to the build's x, y, on whichever page lies there. */
export function fromScreen(
  s: Spread,
  sx: number,
  sy: number,
): { x: number; y: number; page: Page } | undefined {
  for (const page of s.pages) {
    const [px, py] = [(sx - page.ox) / s.scale, (sy - page.oy) / s.scale];
    if (px < 0 || py < 0 || px > page.view.w || py > page.view.h) continue;
    const [x, y] = fromPage(page.view, px, py);
    return { x, y, page };
  }
  return undefined;
}

/** What of the spread is looked at: so many times as large, this point of the whole in the middle, px. */
export interface Look {
  k: number;
  x: number;
  y: number;
}
const MOST = 8;

export function zoomed(s: Spread, look: Look | undefined): Spread {
  if (!look) return s;
  const X = (x: number) => (x - look.x) * look.k + s.width / 2;
  const Y = (y: number) => (y - look.y) * look.k + s.height / 2;
  const { fold } = s;
  return {
    ...s,
    scale: s.scale * look.k,
    pages: s.pages.map((p) => ({ ...p, ox: X(p.ox), oy: Y(p.oy) })),
    ...(fold ? { fold: { x0: X(fold.x0), y0: Y(fold.y0), x1: X(fold.x1), y1: Y(fold.y1) } } : {}),
  };
}

/** The look so many times closer, with what lies at a point of the screen staying there; nothing when the whole is seen again. */
export function closer(
  s: Spread,
  look: Look | undefined,
  times: number,
  [sx, sy]: readonly [number, number] = [s.width / 2, s.height / 2],
): Look | undefined {
  const now = look ?? { k: 1, x: s.width / 2, y: s.height / 2 };
  const k = Math.min(MOST, now.k * times);
  if (k <= 1.02) return undefined;
  const hold = (c: number, at: number, size: number) => c + (at - size / 2) * (1 / now.k - 1 / k);
  return { k, x: hold(now.x, sx, s.width), y: hold(now.y, sy, s.height) };
}
