/** Where a wall ends: at the outer face of its half, which a curved back brings nearer or takes away. */
import type { Piece } from '../model';
import { depthAt } from './curved';
import type { ShellSolids } from './solids';
import type { Wall } from './walls';

const alongOf = (wall: Wall, axis: 'x' | 'y', u: number): number =>
  axis === 'x' ? wall.x0 + wall.ux * u : wall.y0 + wall.uy * u;

/** Outer depth of a piece at a place along a wall, mm. */
function outerDepth({ body }: ShellSolids, piece: Piece, wall: Wall, u: number): number {
  if (!piece.profile) return piece.depth.mm;
  return depthAt(piece.profile, alongOf(wall, piece.profile.along, u)) + body.wall.mm;
}

const onSide = (shell: ShellSolids, side: 1 | -1): Piece[] =>
  shell.body.pieces.filter((q) => shell.sign(q.id) === side);

/**
 * How far a wall reaches from the seam to the outer face, mm.
 *
 * @param side  1 to the front, −1 to the back
 * @param u     along the wall from its start, mm
 */
export const wallDepth = (shell: ShellSolids, wall: Wall, side: 1 | -1, u: number): number =>
  Math.max(0, ...onSide(shell, side).map((q) => outerDepth(shell, q, wall, u)));

/** The line a wall ends in: places along it, each with its depth, straight between. */
export function wallEnds(
  shell: ShellSolids,
  wall: Wall,
  side: 1 | -1,
): Array<readonly [u: number, depth: number]> {
  const bends = onSide(shell, side).flatMap(({ profile }): number[] => {
    if (!profile) return [];
    const run = profile.along === 'x' ? wall.ux : wall.uy;
    const start = profile.along === 'x' ? wall.x0 : wall.y0;
    // A wall across the axis ends level.
    if (Math.abs(run) < 1e-9) return [];
    return profile.points.map((q) => (q.at - start) / run);
  });
  const places = [0, wall.length, ...bends.filter((u) => u > 0 && u < wall.length)];
  return [...new Set(places)]
    .sort((a, b) => a - b)
    .map((u) => [u, wallDepth(shell, wall, side, u)] as const);
}

/** The least a wall reaches over a stretch of it, mm. */
export const leastDepth = (
  shell: ShellSolids,
  wall: Wall,
  side: 1 | -1,
  from: number,
  to: number,
): number =>
  Math.min(
    wallDepth(shell, wall, side, from),
    wallDepth(shell, wall, side, to),
    ...wallEnds(shell, wall, side).flatMap(([u, depth]) => (u > from && u < to ? [depth] : [])),
  );
