/** Where each input's switch and each header pin is, so that wire lengths can be told. */
import { isHost, type Input } from '../model';
import { innerDepth, type Wall } from '../shell';
import { bodiesOf, bodyWith, everyItem, pointOf, type Scene } from '../fit';

/** A place in its body's own frame. */
export interface Place {
  x: number;
  y: number;
  z: number;
  body: string;
}

/** Place of an input in whichever body its opening is, or nothing when that is gone. */
export function placeAnywhere(scene: Scene, input: Input): Place | undefined {
  for (const body of bodiesOf(scene)) {
    const place = inputPlace(body, input);
    if (place) return place;
  }
  return undefined;
}

/** Where a hole is, there or to be cut: in a face at x, y, or in a wall. */
type Spot =
  | { is: 'face'; piece: string; x: number; y: number }
  | { is: 'wall'; wall: Wall; u: number; v: number };

/** Where the hole of an input is in the body of a scene, or nothing when that body has no such place. */
export function spotOf({ shell }: Scene, { at }: Pick<Input, 'at'>): Spot | undefined {
  if (!shell) return undefined;
  if ('piece' in at) {
    const { piece, x, y } = at;
    return shell.body.pieces.some((q) => q.id === piece) ? { is: 'face', piece, x, y } : undefined;
  }
  if ('wall' in at) {
    const wall = at.body === shell.body.id ? shell.walls[at.wall] : undefined;
    return wall && { is: 'wall', wall, u: at.along, v: at.v };
  }
  const { opening, copy = 0, dx = 0, dy = 0 } = at;
  const hole = shell.openings.face.find((o) => o.id === opening && o.copy === copy);
  if (hole) return { is: 'face', piece: hole.piece, x: hole.x + dx, y: hole.y + dy };
  const slot = shell.openings.wall.find((o) => o.id === opening);
  return slot && { is: 'wall', wall: shell.walls[slot.wall]!, u: slot.u + dx, v: slot.v + dy };
}

/** Place of an input on the inside of its face or the outline of its wall, or nothing when it is not in the scene's body. */
export function inputPlace(scene: Scene, input: Pick<Input, 'at'>): Place | undefined {
  const spot = spotOf(scene, input);
  const { shell } = scene;
  if (!spot || !shell) return undefined;
  const body = shell.body.id;
  if (spot.is === 'wall') {
    const { wall, u, v } = spot;
    return { x: wall.x0 + wall.ux * u, y: wall.y0 + wall.uy * u, z: v, body };
  }
  const piece = shell.body.pieces.find((q) => q.id === spot.piece)!;
  const z = shell.sign(piece.id) * innerDepth(shell, piece, spot.x, spot.y);
  return { x: spot.x, y: spot.y, z, body };
}

/** The way out of the shell at an input: the normal of the face or wall its hole is in. */
export function outwardAt(
  scene: Scene,
  input: Pick<Input, 'at'>,
): [number, number, number] | undefined {
  const spot = spotOf(scene, input);
  if (!spot) return undefined;
  if (spot.is === 'wall') return [spot.wall.nx, spot.wall.ny, 0];
  return [0, 0, scene.shell!.sign(spot.piece)];
}

/** Header pins of the placed SBC by line. */
export function headerPlaces(scene: Scene): Map<number, Place> {
  const out = new Map<number, Place>();
  for (const at of everyItem(scene).values()) {
    if (!isHost(at.part)) continue;
    const body = bodyWith(scene, at.item.id)?.shell?.body.id ?? '';
    for (const pad of at.part.pads) {
      if (pad.gpio === undefined || out.has(pad.gpio)) continue;
      const [x, y, z] = pointOf(at, [pad.x, pad.y, 1.6]);
      out.set(pad.gpio, { x, y, z, body });
    }
  }
  return out;
}

/** Straight from one place to another; nothing between two bodies, whose frames are not the same. */
export const straight = (a: Place, b: Place): number | undefined =>
  a.body === b.body ? Math.hypot(a.x - b.x, a.y - b.y, a.z - b.z) : undefined;
