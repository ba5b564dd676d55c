/** Where a made part may stand: frames of its own on a floor, and what is in the way there. */
import { blockBox, boxPrism, planGap } from '../geometry';
import type { Block, Placement } from '../model';
import { type PlacedItem, pointOf, type Scene } from '../fit';
import type { Pt, Rect } from './shapes';

/** A frame on the inner floor of a piece: x, y along it, z into the shell. */
export interface Site {
  scene: Scene;
  piece: string;
  sign: 1 | -1;
  x: number;
  y: number;
  /** z of the floor in the build's frame, mm. */
  floor: number;
  place: Omit<Placement, 'item'>;
}

/** A frame about a point of the build's plan, mm. */
export function siteOn(scene: Scene, piece: string, x: number, y: number): Site {
  const shell = scene.shell!;
  return {
    scene,
    piece,
    sign: shell.sign(piece),
    x,
    y,
    floor: shell.floorAt(piece, x, y),
    place: { on: { piece }, x, y, turn: 0, up: 'in', stand: 'flat', lift: 0, held: 'jig' },
  };
}

/** A point of the build's plan in a site's frame: a part of the front is turned over with it. */
const inSite = (s: Site, x: number, y: number): Pt => [s.sign > 0 ? s.x - x : x - s.x, y - s.y];
export const rectInSite = (s: Site, r: Rect): Rect => {
  const [a, b] = [inSite(s, r.x0, r.y0), inSite(s, r.x1, r.y1)];
  return {
    x0: Math.min(a[0], b[0]),
    y0: Math.min(a[1], b[1]),
    x1: Math.max(a[0], b[0]),
    y1: Math.max(a[1], b[1]),
  };
};
/** How far above its floor a height of the build lies, mm. */
export const above = (s: Site, z: number): number => s.sign * (s.floor - z);

/** Where an item stands, for a part drawn in its frame. */
export const placeAs = ({
  on,
  x,
  y,
  turn,
  up,
  stand,
  lift,
}: Placement): Omit<Placement, 'item'> => ({
  on,
  x,
  y,
  turn,
  up,
  stand,
  lift,
  held: 'jig',
});

type Box = readonly [low: readonly number[], high: readonly number[]];

/** Whether anything but what is left out reaches into a box of the build. */
function isEmpty(scene: Scene, [low, high]: Box, except: (owner: string) => boolean): boolean {
  const others = [
    ...[...scene.items.values()].flatMap((q) => q.solids),
    ...scene.shell!.features.map((f) => f.solid),
    ...scene.shell!.all.filter((q) => q.kind === 'wall'),
  ].filter((q) => !except(q.owner));
  const [x0, y0, z0] = low as [number, number, number];
  const [x1, y1, z1] = high as [number, number, number];
  const box = boxPrism(x0, y0, x1 - x0, y1 - y0, z0, z1);
  return !others.some(
    (q) =>
      q.x0 < x1 &&
      q.x1 > x0 &&
      q.y0 < y1 &&
      q.y1 > y0 &&
      q.prisms.some((r) => r.z0 < z1 && r.z1 > z0 && planGap(r, box) < 0),
  );
}

const boxOf = (points: ReadonlyArray<readonly number[]>): Box => [
  [0, 1, 2].map((i) => Math.min(...points.map((q) => q[i]!))),
  [0, 1, 2].map((i) => Math.max(...points.map((q) => q[i]!))),
];

/**
 * Nothing of another part, no post and no wall stands where this prism of a part's own frame would.
 *
 * @param own  the part it would belong to, which is there already when it is made again
 */
export function isFree(
  scene: Scene,
  at: PlacedItem,
  ring: readonly Pt[],
  from: number,
  to: number,
  own: string,
): boolean {
  const points = ring.flatMap(([x, y]) => [pointOf(at, [x, y, from]), pointOf(at, [x, y, to])]);
  return isEmpty(scene, boxOf(points), (owner) => owner === at.item.id || owner === own);
}

/** The same for a prism of a site, with everything counted but what is left out. */
export function isFreeAt(
  s: Site,
  ring: readonly Pt[],
  from: number,
  to: number,
  except: readonly string[],
): boolean {
  const points = ring.flatMap(([x, y]) =>
    [from, to].map((z) => [s.sign > 0 ? s.x - x : x + s.x, y + s.y, s.floor - s.sign * z]),
  );
  return isEmpty(s.scene, boxOf(points), (owner) => except.includes(owner));
}

/** Nothing of the part's own hangs where this prism of its frame would stand. */
export function clearOfOwn(
  blocks: readonly Block[],
  ring: readonly Pt[],
  from: number,
  to: number,
): boolean {
  const [low, high] = boxOf(
    ring.flatMap(([x, y]) => [
      [x, y, from],
      [x, y, to],
    ]),
  );
  return !blocks.some((b) => {
    const [a, z] = blockBox(b);
    return [0, 1, 2].every((i) => a[i]! < high[i]! - 1e-6 && z[i]! > low[i]! + 1e-6);
  });
}

/** No opening of the floor lies under a plan, so that what stands there stands on something. */
export const onWhole = (s: Site, r: Rect): boolean =>
  !s.scene.shell!.openings.face.some((o) => {
    if (o.piece !== s.piece) return false;
    const hole = rectInSite(s, {
      x0: o.x - o.w / 2,
      y0: o.y - o.h / 2,
      x1: o.x + o.w / 2,
      y1: o.y + o.h / 2,
    });
    return hole.x0 < r.x1 && r.x0 < hole.x1 && hole.y0 < r.y1 && r.y0 < hole.y1;
  });
