/**
 * Where a screwed board has nothing to be screwed to: no post carries its hole, no leg made
 * for it and no other board with a hole. Its screw goes through the floor, and the floor wants a hole.
 */
import { areJoined } from '../kit';
import type { ItemHole } from '../model';
import { mountsOf } from './mounts';
import { type PlacedItem, pointOf, type Scene } from './scene';

export interface ScrewHole {
  at: PlacedItem;
  /** Which hole of the board, from 1; and of how many. */
  nr: number;
  of: number;
  through: ItemHole;
  x: number;
  y: number;
  d: number;
}

/** Holes of two joined boards so near each other are meant for one screw; that they do not lie right is said elsewhere, mm. */
const SAME_MM = 5;
/** A hole of the shell for a screw, so near, is the one that is wanted, mm. */
const THERE_MM = 0.5;

/** Every hole to drill through a floor for the boards of a body. */
export function screwHoles(scene: Scene): ScrewHole[] {
  if (!scene.shell) return [];
  const joined = areJoined(scene.project);
  const carried = new Set(mountsOf(scene).map((m) => `${m.at.item.id} ${m.nr}`));
  return [...scene.items.values()].filter(isScrewedDown).flatMap((at) => {
    const holes = at.part.holes ?? [];
    return holes.flatMap((hole, i): ScrewHole[] => {
      const nr = i + 1;
      const [x, y] = pointOf(at, [hole.x, hole.y, 0]);
      if (carried.has(`${at.item.id} ${nr}`)) return [];
      if (isOnOther(scene, joined, at, x, y) || isThere(scene, at, x, y)) return [];
      if (isOnLeg(scene, at, x, y)) return [];
      const through: ItemHole = { item: at.item.id, hole: nr };
      return [{ at, nr, of: holes.length, through, x, y, d: hole.d }];
    });
  });
}

/** What rides on a part is screwed to that. */
const isScrewedDown = ({ placement, pose, item }: PlacedItem): boolean =>
  placement.fixed === 'screws' && pose.stand === 'flat' && 'piece' in placement.on && !item.made;

/** Screwed to a board it is joined to: one screw and a sleeve hold both. */
function isOnOther(
  scene: Scene,
  joined: ReturnType<typeof areJoined>,
  at: PlacedItem,
  x: number,
  y: number,
): boolean {
  return [...scene.items.values()].some(
    (o) =>
      o !== at &&
      o.placement.fixed === 'screws' &&
      joined(o.item.id, at.item.id) &&
      (o.part.holes ?? []).some((h) => {
        const [hx, hy] = pointOf(o, [h.x, h.y, 0]);
        return Math.hypot(hx - x, hy - y) <= SAME_MM;
      }),
  );
}

/** A part made to hold the board has a leg there, and the leg takes the screw. */
const isOnLeg = (scene: Scene, at: PlacedItem, x: number, y: number): boolean =>
  [...scene.items.values()]
    .filter((o) => holds(o, at))
    .flatMap((o) => o.solids)
    .some((s) => x > s.x0 && x < s.x1 && y > s.y0 && y < s.y1);

export const holds = (o: PlacedItem, at: PlacedItem): boolean =>
  o.item.made?.holds.includes(at.item.id) ?? false;

function isThere({ shell }: Scene, { piece }: PlacedItem, x: number, y: number): boolean {
  return shell!.openings.face.some((o) => {
    if (o.piece !== piece || o.use !== 'screw') return false;
    const [cx, cy] = middleOf(o.points);
    return Math.hypot(cx - x, cy - y) <= THERE_MM;
  });
}

function middleOf(points: ReadonlyArray<readonly [number, number]>): [number, number] {
  const xs = points.map(([px]) => px);
  const ys = points.map(([, py]) => py);
  return [(Math.min(...xs) + Math.max(...xs)) / 2, (Math.min(...ys) + Math.max(...ys)) / 2];
}
