/** Where each input's switch and each header pin is, so that wire lengths can be told. */
import { isHost, bodyFor, type Input } from '../model';
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

/** Place of an input in the body of a scene, or nothing when its opening is not there. */
export function inputPlace(scene: Scene, input: Input): Place | undefined {
  const shell = scene.shell;
  const body = shell?.body.id ?? '';
  if (!('opening' in input.at)) {
    const front = bodyFor(scene.project)?.pieces.find((q) => q.role === 'front');
    return {
      x: input.at.x,
      y: input.at.y,
      z: front ? front.depth.mm - (bodyFor(scene.project)?.wall.mm ?? 0) : 0,
      body,
    };
  }
  const { opening, copy = 0, dx = 0, dy = 0 } = input.at;
  const hole = shell?.openings.face.find((o) => o.id === opening && o.copy === copy);
  if (hole) {
    const sign = shell!.sign(hole.piece);
    const piece = shell!.body.pieces.find((q) => q.id === hole.piece)!;
    const z = sign * (piece.depth.mm - shell!.body.wall.mm);
    return { x: hole.x + dx, y: hole.y + dy, z, body };
  }
  const slot = shell?.openings.wall.find((o) => o.id === opening);
  if (!slot) return undefined;
  const wall = shell!.walls[slot.wall]!;
  return {
    x: wall.x0 + wall.ux * (slot.u + dx),
    y: wall.y0 + wall.uy * (slot.u + dx),
    z: slot.v + dy,
    body,
  };
}

/** The way out of the shell at an input: the normal of the face or wall its hole is in. */
export function outwardAt(scene: Scene, input: Input): [number, number, number] | undefined {
  const shell = scene.shell;
  if (!shell) return undefined;
  if (!('opening' in input.at)) return [0, 0, 1];
  const { opening, copy = 0 } = input.at;
  const hole = shell.openings.face.find((o) => o.id === opening && o.copy === copy);
  if (hole) return [0, 0, shell.sign(hole.piece)];
  const slot = shell.openings.wall.find((o) => o.id === opening);
  const wall = slot && shell.walls[slot.wall];
  return wall && [wall.nx, wall.ny, 0];
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
