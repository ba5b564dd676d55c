/** Holes of the shell that are keys, and which of them no input is behind. */
import { outerDepth } from '../shell';
import type { Scene } from '../fit';
import type { Input, Opening } from '../model';
import { spotOf } from './places';

/** A hole that is to be a key no longer, or serves something else, wants no input. */
const GIVEN_UP: ReadonlySet<string> = new Set(['left', 're-tasked']);

export interface KeyHole {
  id: string;
  copy: number;
  name: string;
  at: { x: number; y: number; z: number };
  /** The face or wall it is in, its middle there, and half its width and height. */
  surface: string;
  middle: [number, number];
  half: [number, number];
  /** In the face a thumb reaches, and not in a wall or the back. */
  isInFront: boolean;
}

function keyHoles(scene: Scene): KeyHole[] {
  const { shell } = scene;
  if (!shell) return [];
  const given = new Map(
    shell.body.pieces.flatMap((q) => q.openings).map((o) => [o.id, o.reuse?.as ?? '']),
  );
  const isKey = ({ id, use }: { id: string; use: Opening['use'] }): boolean =>
    use === 'button' && !GIVEN_UP.has(given.get(id) ?? '');
  const inFaces = shell.openings.face.filter(isKey).map((o): KeyHole => {
    const piece = shell.body.pieces.find((q) => q.id === o.piece);
    const z = shell.sign(o.piece) * (piece ? outerDepth(shell, piece, o.x, o.y) : 0);
    return {
      id: o.id,
      copy: o.copy,
      name: o.name,
      at: { x: o.x, y: o.y, z },
      surface: o.piece,
      middle: [o.x, o.y],
      half: [o.w / 2, o.h / 2],
      isInFront: shell.sign(o.piece) > 0,
    };
  });
  const inWalls = shell.openings.wall.filter(isKey).map((o): KeyHole => {
    const wall = shell.walls[o.wall]!;
    const at = { x: wall.x0 + wall.ux * o.u, y: wall.y0 + wall.uy * o.u, z: o.v };
    return {
      id: o.id,
      copy: 0,
      name: o.name,
      at,
      surface: `wall ${o.wall}`,
      middle: [o.u, o.v],
      half: [o.w / 2, o.h / 2],
      isInFront: false,
    };
  });
  return [...inFaces, ...inWalls];
}

function serves(scene: Scene, input: Input, hole: KeyHole): boolean {
  if ('opening' in input.at) {
    return input.at.opening === hole.id && (input.at.copy ?? 0) === hole.copy;
  }
  const spot = spotOf(scene, input);
  if (!spot) return false;
  const [surface, x, y] =
    spot.is === 'face' ? [spot.piece, spot.x, spot.y] : [`wall ${spot.wall.index}`, spot.u, spot.v];
  const [across, up] = hole.half;
  const [mx, my] = hole.middle;
  return surface === hole.surface && Math.abs(x - mx) <= across && Math.abs(y - my) <= up;
}

/** Key holes of the body of a scene that nothing reads. */
export function freeKeyHoles(scene: Scene): KeyHole[] {
  const { inputs } = scene.project.controls;
  return keyHoles(scene).filter((hole) => !inputs.some((i) => serves(scene, i, hole)));
}
