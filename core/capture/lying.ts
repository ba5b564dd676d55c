/**
 * How a half lies in a picture: two places on its lower edge and one on its left, as seen, make the
 * page's own axes. Everything traced is read in them.
 */
import type { Pt } from '../geometry';
import { BadInput } from '../model';
import { inverseOf, placeOf, project, type View } from './camera';

export interface Lying {
  /** A pixel, `z` mm over the calibration plane, as a place on the page: from the left and up, with its u. */
  place: (
    px: number,
    py: number,
    z: { mm: number; u: number },
  ) => { x: number; y: number; u: number };
  /** The pixel that shows a place of the page at a height. */
  pixel: (x: number, y: number, z: number) => Pt;
}

/**
 * @param lies  two pixels on the lower edge and one on the left edge of the half as seen
 * @param rim   height of those edges over the calibration plane, mm
 * @throws      BadInput when the lower edge has no length or the left one lies on it
 */
export function lyingBy(
  view: View,
  lies: readonly (readonly [number, number])[],
  rim: { mm: number; u: number },
): Lying {
  const [a, b, c] = lies.map(([px, py]) => placeOf(view, px, py, rim)) as [
    ReturnType<typeof placeOf>,
    ReturnType<typeof placeOf>,
    ReturnType<typeof placeOf>,
  ];
  const len = Math.hypot(b.x - a.x, b.y - a.y);
  if (!(len > 5)) {
    throw new BadInput('', 'The two places on the lower edge are less than 5 mm apart.');
  }
  let [ux, uy] = [(b.x - a.x) / len, (b.y - a.y) / len];
  // Whichever was marked first: up is where the left edge is.
  let up = (c.y - a.y) * ux - (c.x - a.x) * uy;
  if (Math.abs(up) < 3) {
    throw new BadInput('', 'The place on the left edge lies on the lower edge. Mark it higher up.');
  }
  if (up < 0) {
    [ux, uy] = [-ux, -uy];
    up = -up;
  }
  const [ox, oy] = [c.x + uy * up, c.y - ux * up];
  // The lower edge is known to its marks' u over its length; further along it counts more.
  const tilt = Math.hypot(a.u, b.u) / len;
  return {
    place(px, py, z) {
      const p = placeOf(view, px, py, z);
      const dx = p.x - ox;
      const dy = p.y - oy;
      const x = dx * ux + dy * uy;
      const y = dy * ux - dx * uy;
      return {
        x,
        y,
        u: Math.hypot(p.u, Math.min(a.u, b.u, c.u), tilt * Math.max(0, Math.hypot(x, y) - len)),
      };
    },
    pixel(x, y, z) {
      let [X, Y] = [ox + x * ux - y * uy, oy + x * uy + y * ux];
      if (view.camera && z) {
        const k = 1 - z / view.camera.z;
        [X, Y] = [view.camera.x + (X - view.camera.x) / k, view.camera.y + (Y - view.camera.y) / k];
      }
      return project(inverseOf(view.map), X, Y);
    },
  };
}
