/** Keys that stand out of a face, in holes that are there and in those to be cut. */
import { type Length, length } from '../model';
import type { Scene } from './scene';

/** A key's hole where nothing is said, mm. */
export const KEY_MM = 8;
/** A key nobody measured stands so far out of its face: typical, mm. */
export const PROUD: Length = length(1.5, 'typical');

export interface Key {
  id: string;
  name: string;
  piece: string;
  /** How far it stands out, mm. */
  proud: Length;
  x0: number;
  x1: number;
  y0: number;
  y1: number;
}

/** Of one body, in its own frame. */
export function keysInFaces(scene: Scene): Key[] {
  const { body, openings } = scene.shell!;
  const { inputs } = scene.project.controls;
  const there = openings.face.flatMap((hole): Key[] => {
    const cap = body.caps?.find((c) => c.opening === hole.id);
    const input = inputs.find(
      (i) => 'opening' in i.at && i.at.opening === hole.id && (i.at.copy ?? 0) === hole.copy,
    );
    const proud = cap?.proud ?? (input ? PROUD : undefined);
    if (!proud || proud.mm <= 0) return [];
    const px = hole.points.map((q) => q[0]);
    const py = hole.points.map((q) => q[1]);
    return [
      {
        id: input?.id ?? hole.id,
        name: input?.name ?? cap?.name ?? hole.id,
        piece: hole.piece,
        proud,
        x0: Math.min(...px),
        x1: Math.max(...px),
        y0: Math.min(...py),
        y1: Math.max(...py),
      },
    ];
  });
  const planned = inputs.flatMap(({ id, name, at, hole = KEY_MM }): Key[] => {
    if (!('piece' in at) || !body.pieces.some((q) => q.id === at.piece)) return [];
    const [x0, x1] = [at.x - hole / 2, at.x + hole / 2];
    const [y0, y1] = [at.y - hole / 2, at.y + hole / 2];
    return [{ id, name, piece: at.piece, proud: PROUD, x0, x1, y0, y1 }];
  });
  return [...there, ...planned];
}
