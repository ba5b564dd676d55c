/** What the holes of a pattern must keep clear of, in the frame of the face or wall they go through. */
import type { Scene } from '../../fit';
import type { PatternCut } from '../../model';
import type { CutItem } from '../cutItem';
import type { Obstacle } from './obstacle';
import { onFace } from './onFace';
import { onWall } from './onWall';

/**
 * @param openings  planned openings of the scene's body
 * @returns         nothing where there is no such face or wall
 */
export function obstaclesOf(
  scene: Scene,
  c: PatternCut,
  openings: readonly CutItem[],
): Obstacle[] | undefined {
  const shell = scene.shell!;
  const { at } = c;
  if ('piece' in at) {
    const piece = shell.body.pieces.find((q) => q.id === at.piece);
    return piece && onFace(scene, c, piece, openings);
  }
  const wall = shell.walls[at.wall];
  return wall && at.body === shell.body.id ? onWall(scene, c, wall, openings) : undefined;
}
