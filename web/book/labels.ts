/** Names on the book: near what they name, none on another. */

/** A label by its middle and size, px. */
export interface Box {
  x: number;
  y: number;
  w: number;
  h: number;
}

/** Labels keep so much air, px. */
const AIR = 1;
/** Further from where it belongs a name names nothing, px. */
const FURTHEST = { x: 120, y: 64 } as const;
const STEP = { x: 12, y: 8 } as const;

/** Steps away from where a label belongs, the nearest first; up and down before sideways. */
const STEPS: ReadonlyArray<readonly [number, number]> = steps();
function steps(): Array<readonly [number, number]> {
  const out: Array<readonly [number, number]> = [];
  for (let dy = -FURTHEST.y; dy <= FURTHEST.y; dy += STEP.y) {
    for (let dx = -FURTHEST.x; dx <= FURTHEST.x; dx += STEP.x) out.push([dx, dy]);
  }
  return out.sort((a, b) => Math.hypot(...a) - Math.hypot(...b));
}

const isOn = (a: Box, b: Box): boolean =>
  Math.abs(a.x - b.x) < (a.w + b.w) / 2 + AIR && Math.abs(a.y - b.y) < (a.h + b.h) / 2 + AIR;

/**
 * Labels moved apart, the earlier ones least.
 *
 * @param list   where each belongs
 * @param width  of the picture, px: none goes over its edge
 * @returns      in the same order; one for which there is no room near it stays where it belongs
 */
export function apart(list: readonly Box[], width: number): Box[] {
  const placed: Box[] = [];
  for (const label of list) {
    const inside = (x: number): number => Math.max(label.w / 2, Math.min(width - label.w / 2, x));
    const at = (dx: number, dy: number): Box => ({
      ...label,
      x: inside(label.x + dx),
      y: label.y + dy,
    });
    const free = STEPS.map(([dx, dy]) => at(dx, dy)).find((box) =>
      placed.every((other) => !isOn(box, other)),
    );
    placed.push(free ?? at(0, 0));
  }
  return placed;
}
