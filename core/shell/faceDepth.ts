/** How deep a half is where somebody looks at it: on its curve, in a bay, or plain. */
import type { Piece } from '../model';
import { depthAt } from './curved';
import type { Floor, ShellSolids } from './solids';

/** Floors at depths less apart are one, mm. */
const SAME_MM = 1e-6;

interface Box {
  x0: number;
  x1: number;
  y0: number;
  y1: number;
}
const boxOf = ({ prisms }: Floor): Box => ({
  x0: Math.min(...prisms.map((q) => q.x0)),
  x1: Math.max(...prisms.map((q) => q.x1)),
  y0: Math.min(...prisms.map((q) => q.y0)),
  y1: Math.max(...prisms.map((q) => q.y1)),
});
const holds = ({ x0, x1, y0, y1 }: Box, x: number, y: number): boolean =>
  x0 <= x && x <= x1 && y0 <= y && y <= y1;
const areaOf = ({ x0, x1, y0, y1 }: Box): number => (x1 - x0) * (y1 - y0);

/**
 * From the rim to the inner floor at a place, mm: of bays the box round each is looked at.
 *
 * A hole at that place does not count: it is asked how deep the face is that the hole is in.
 */
export function innerDepth(shell: ShellSolids, piece: Piece, x: number, y: number): number {
  if (piece.profile) return depthAt(piece.profile, piece.profile.along === 'x' ? x : y);
  const plain = piece.depth.mm - shell.body.wall.mm;
  const zones = (shell.floors.get(piece.id) ?? [])
    .filter((f) => f.pocket === undefined && Math.abs(Math.abs(f.z) - plain) > SAME_MM)
    .map((f) => ({ depth: Math.abs(f.z), box: boxOf(f) }))
    .filter(({ box }) => holds(box, x, y))
    .sort((a, b) => areaOf(a.box) - areaOf(b.box));
  return zones[0]?.depth ?? plain;
}

/** From the rim to the outer face at a place, mm. */
export function outerDepth(shell: ShellSolids, piece: Piece, x: number, y: number): number {
  const bulged = innerDepth(shell, piece, x, y) + shell.body.wall.mm;
  // A bay bulges out; a floor that is raised leaves the outside as it is.
  return piece.profile ? bulged : Math.max(piece.depth.mm, bulged);
}
