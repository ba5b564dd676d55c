/**
 * The one place where the build's frame meets a page.
 *
 * The build's frame is seen from the front: x right, y up, z toward the viewer. A page runs x right
 * and y down. The front half lies open with its inside up, so its page is mirrored; the back half is
 * looked into from the front and is not.
 */
export type Side = 'front inside' | 'front outside' | 'back inside' | 'back outside';

/** Whether x is mirrored on the page of this side (with the spine left or right). */
export const mirrored = (side: Side): boolean => side === 'front inside' || side === 'back outside';

export interface PageView {
  side: Side;
  w: number;
  h: number;
  spine: 'left' | 'right' | 'bottom' | 'top';
}

/** From the build's x, y (mm) to a page point whose origin is the page's top left, mm. */
export function toPage(v: PageView, x: number, y: number): [number, number] {
  const upDown = mirrored(v.side) && (v.spine === 'top' || v.spine === 'bottom');
  const leftRight = mirrored(v.side) && !upDown;
  return [leftRight ? v.w - x : x, upDown ? y : v.h - y];
}

/** Back from a page point to the build's x, y. */
export function fromPage(v: PageView, px: number, py: number): [number, number] {
  const upDown = mirrored(v.side) && (v.spine === 'top' || v.spine === 'bottom');
  const leftRight = mirrored(v.side) && !upDown;
  return [leftRight ? v.w - px : px, upDown ? py : v.h - py];
}

/** A step as seen on the page (right, up) as a step of the build. */
export function stepFromPage(v: PageView, right: number, up: number): [number, number] {
  const [x0, y0] = fromPage(v, 0, 0);
  const [x1, y1] = fromPage(v, right, -up);
  return [x1 - x0, y1 - y0];
}

/** A quarter turn that looks counter-clockwise on the page, in the build's sense. */
export const turnFromPage = (v: PageView, deg: number): number => (mirrored(v.side) ? -deg : deg);

/** The build's edge that lies at this edge of the page. */
export function edgeFromPage(
  v: PageView,
  seen: 'left' | 'right' | 'bottom' | 'top',
): 'left' | 'right' | 'bottom' | 'top' {
  const upDown = mirrored(v.side) && (v.spine === 'top' || v.spine === 'bottom');
  const leftRight = mirrored(v.side) && !upDown;
  if (leftRight && (seen === 'left' || seen === 'right')) return seen === 'left' ? 'right' : 'left';
  if (upDown && (seen === 'top' || seen === 'bottom')) return seen === 'top' ? 'bottom' : 'top';
  return seen;
}
