/** Setting a part on another, or back on the half that one stands in: in plan it stays where it lies. */
import type { Placement } from '../model';
import { type PlacedItem, type Scene, standItem } from './scene';

const tenth = (mm: number): number => Math.round(mm * 10) / 10;

/** Whether a part rides on another, through whatever lies between. */
function ridesOn(scene: Scene, item: string, other: string): boolean {
  let at = scene.items.get(item);
  while (at && 'item' in at.placement.on) {
    if (at.placement.on.item === other) return true;
    at = scene.items.get(at.placement.on.item);
  }
  return false;
}

/** Parts on the same side of the same half that this one may ride on: all but itself and what rides on it. */
export function mayRideOn(scene: Scene, item: string): PlacedItem[] {
  const at = scene.items.get(item);
  if (!at) return [];
  return [...scene.items.values()].filter(
    (o) =>
      o !== at &&
      o.piece === at.piece &&
      o.isOutside === at.isOutside &&
      !ridesOn(scene, o.item.id, item),
  );
}

/** The part that this one's middle lies over, of several the highest in the half; nothing over bare floor. */
export function lyingOver(scene: Scene, item: string): PlacedItem | undefined {
  const at = scene.items.get(item);
  if (!at) return undefined;
  const [x, y] = middleOf(at);
  return mayRideOn(scene, item)
    .filter((o) => {
      const [x0, x1, y0, y1] = boxOf(o);
      return x0 <= x && x <= x1 && y0 <= y && y <= y1;
    })
    .sort((a, b) => heightOf(scene, b) - heightOf(scene, a))[0];
}

/**
 * A placement on something else.
 *
 * @param onto  an item of the same half, or nothing: the half itself
 * @returns     turned, faced and lying in plan as now, straight on what it is set on; nothing where it
 *              cannot ride: on itself, on what rides on it, in another half
 */
export function setOn(scene: Scene, item: string, onto: string | undefined): Placement | undefined {
  const at = scene.items.get(item);
  if (!at) return undefined;
  const parent = onto === undefined ? undefined : scene.items.get(onto);
  if (onto !== undefined && !mayRideOn(scene, item).some((o) => o.item.id === onto)) {
    return undefined;
  }
  const { turn, over } = at.pose;
  const facing = parent ? parent.pose.over : scene.shell!.sign(at.piece) > 0;
  const relative = parent ? (parent.pose.over ? -1 : 1) * (turn - parent.pose.turn) : turn;
  const half = at.isOutside ? { piece: at.piece, side: 'outside' as const } : { piece: at.piece };
  const start: Placement = {
    ...at.placement,
    on: parent ? { item: parent.item.id } : half,
    x: 0,
    y: 0,
    turn: ((relative % 360) + 360) % 360,
    up: over === facing ? 'in' : 'out',
    lift: 0,
  };
  // Its frame may be turned and mirrored: where it comes to lie tells how.
  const trial: Scene = { ...scene, items: new Map(scene.items) };
  const lies = (x: number, y: number) => middleOf(standItem(trial, { ...start, x, y }, at.index)!);
  const [o, ex, ey] = [lies(0, 0), lies(1, 0), lies(0, 1)];
  const goal = middleOf(at);
  const [a, b, c, d] = [ex[0] - o[0], ey[0] - o[0], ex[1] - o[1], ey[1] - o[1]];
  const [dx, dy] = [goal[0] - o[0], goal[1] - o[1]];
  const det = a * d - b * c;
  return { ...start, x: tenth((d * dx - b * dy) / det), y: tenth((a * dy - c * dx) / det) };
}

const boxOf = (at: PlacedItem): [x0: number, x1: number, y0: number, y1: number] => {
  const own = at.blocks.map((b) => b.solid);
  return [
    Math.min(...own.map((s) => s.x0)),
    Math.max(...own.map((s) => s.x1)),
    Math.min(...own.map((s) => s.y0)),
    Math.max(...own.map((s) => s.y1)),
  ];
};
const middleOf = (at: PlacedItem): [number, number] => {
  const [x0, x1, y0, y1] = boxOf(at);
  return [(x0 + x1) / 2, (y0 + y1) / 2];
};
/** How far into the cavity it stands. */
const heightOf = (scene: Scene, at: PlacedItem): number => {
  const sign = scene.shell!.sign(at.piece);
  return Math.max(...at.blocks.map((b) => (sign > 0 ? -b.solid.z0 : b.solid.z1)));
};
