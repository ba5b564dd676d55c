/**
 * Where a screwed board has nothing to be screwed to: no post carries its hole, no leg made
 * for it and no other board with a hole. Its screw goes through the floor, and the floor wants a hole.
 */
import { areJoined } from '../kit';
import type { ItemHole } from '../model';
import { mountsOf } from './mounts';
import { isMadeFor, type PlacedItem, pointOf, type Scene } from './scene';

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
  const boards = [...scene.items.values()].filter(isScrewedDown);
  const joined = areJoined(scene.project);
  const isWith = (a: PlacedItem, b: PlacedItem): boolean => joined(a.item.id, b.item.id);
  const open = withoutHold(scene, boards);
  const isShared = (hole: ScrewHole): boolean =>
    boards.some((o) => o !== hole.at && isWith(o, hole.at) && hasHoleAt(o, hole.x, hole.y));
  // Boards screwed to each other alone hang in the air: the first one's screws are the longer ones.
  const floats = ({ at }: ScrewHole): boolean =>
    boards.find((o) => o === at || isWith(o, at)) === at &&
    [...scene.items.values()]
      .filter((o) => o === at || isWith(o, at))
      .every((o) => isHeldByNone(o, open, isShared));
  return open.filter((hole) => !isShared(hole) || floats(hole));
}

/** What rides on a part is screwed to that. */
const isScrewedDown = ({ placement, pose, item }: PlacedItem): boolean =>
  placement.fixed === 'screws' && pose.stand === 'flat' && 'piece' in placement.on && !item.made;

/** Holes of the boards that no post carries, no leg stands under and no hole of the shell lies under. */
function withoutHold(scene: Scene, boards: readonly PlacedItem[]): ScrewHole[] {
  const carried = new Set(mountsOf(scene).map((m) => `${m.at.item.id} ${m.nr}`));
  return boards.flatMap((at) => {
    const holes = at.part.holes ?? [];
    return holes.flatMap((hole, i): ScrewHole[] => {
      const nr = i + 1;
      const [x, y] = pointOf(at, [hole.x, hole.y, 0]);
      const isHeld =
        carried.has(`${at.item.id} ${nr}`) || isThere(scene, at, x, y) || isOnLeg(scene, at, x, y);
      const through: ItemHole = { item: at.item.id, hole: nr };
      return isHeld ? [] : [{ at, nr, of: holes.length, through, x, y, d: hole.d }];
    });
  });
}

const hasHoleAt = (board: PlacedItem, x: number, y: number): boolean =>
  (board.part.holes ?? []).some((h) => {
    const [hx, hy] = pointOf(board, [h.x, h.y, 0]);
    return Math.hypot(hx - x, hy - y) <= SAME_MM;
  });

/** Neither on a bracket nor with one screw that holds it to more than another board; tape and glue let go. */
function isHeldByNone(
  at: PlacedItem,
  open: readonly ScrewHole[],
  isShared: (hole: ScrewHole) => boolean,
): boolean {
  if (!isScrewedDown(at)) return at.placement.fixed !== 'bracket';
  const mine = open.filter((hole) => hole.at === at);
  return mine.length === (at.part.holes?.length ?? 0) && mine.every(isShared);
}

/** A part made to hold the board has a leg there, and the leg takes the screw. */
const isOnLeg = (scene: Scene, at: PlacedItem, x: number, y: number): boolean =>
  [...scene.items.values()]
    .filter((o) => isMadeFor(o, at))
    .flatMap((o) => o.solids)
    .some((s) => x > s.x0 && x < s.x1 && y > s.y0 && y < s.y1);

const isThere = ({ shell }: Scene, { piece }: PlacedItem, x: number, y: number): boolean =>
  shell!.openings.face.some(
    (o) => o.piece === piece && o.use === 'screw' && Math.hypot(o.x - x, o.y - y) <= THERE_MM,
  );
