/** Where a place lies from the outer edges a calliper can touch. */
import type { Edge } from '../model';
import type { Scene } from '../fit';

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
