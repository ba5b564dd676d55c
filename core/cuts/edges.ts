/** Where a place lies from the outer edges a calliper can touch. */
import type { Edge } from '../model';
import type { Scene } from '../fit';
import { type Wall, wallDepth } from '../shell';

/** What a cut goes through: the face of a piece, or a wall. */
export type CutFace =
  | { kind: 'face'; piece: string; role: string }
  | { kind: 'wall'; wall: number; name: string; length: number };

export interface FromEdge {
  edge: Edge | 'front face' | 'back face';
  mm: number;
}

/** Distances from the nearer outer edges across and up. */
export function fromOuter(
  scene: Scene,
  x: number,
  y: number,
  halfW: number,
  halfH: number,
): [FromEdge, FromEdge] {
  const { x0, x1, y0, y1 } = edgesOf(scene);
  return [
    x <= (x0 + x1) / 2
      ? { edge: 'left', mm: x - x0 - halfW }
      : { edge: 'right', mm: x1 - x - halfW },
    y <= (y0 + y1) / 2
      ? { edge: 'bottom', mm: y - y0 - halfH }
      : { edge: 'top', mm: y1 - y - halfH },
  ];
}

/** Where the outline really begins and ends: its corner need not lie at 0, 0. */
const edgesOf = (scene: Scene) => {
  const xs = scene.shell!.walls.map((w) => w.x0);
  const ys = scene.shell!.walls.map((w) => w.y0);
  return { x0: Math.min(...xs), x1: Math.max(...xs), y0: Math.min(...ys), y1: Math.max(...ys) };
};

/** Distances along a wall from the nearer end, and from the nearer of front and back. */
export function fromEnds(
  scene: Scene,
  wall: Wall,
  at: { u: number; v: number },
  halfW: number,
  halfH: number,
): [FromEdge, FromEdge] {
  const depth = (side: 1 | -1): number => wallDepth(scene.shell!, wall, side, at.u);
  const isNearStart = at.u <= wall.length / 2;
  const [above, below] = [at.v + depth(-1), depth(1) - at.v];
  return [
    { edge: endEdge(wall, isNearStart), mm: (isNearStart ? at.u : wall.length - at.u) - halfW },
    above <= below
      ? { edge: 'back face', mm: above - halfH }
      : { edge: 'front face', mm: below - halfH },
  ];
}

/** The outer edge at the start or the end of a wall, as seen from the front. */
function endEdge(wall: { ux: number; uy: number }, atStart: boolean): Edge {
  const x = atStart ? -wall.ux : wall.ux;
  const y = atStart ? -wall.uy : wall.uy;
  if (Math.abs(x) > Math.abs(y)) {
    if (x > 0) return 'right';
    return 'left';
  }
  if (y > 0) return 'top';
  return 'bottom';
}
