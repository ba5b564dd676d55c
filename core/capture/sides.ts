/** Openings in the four walls: each wall seen from outside, its holes where nothing lies within the wall's thickness. */
import { cellX, cellY, movedMesh, gridOver, patches, type Rigid, zBuffer } from '../geometry';
import type { Levelled } from './level';
import type { FoundOutline } from './outline';

/** `u` along the wall from its left or lower end as seen from the open side, `v` above the rim plane (negative). */
export interface FoundSideHole {
  wall: 'bottom' | 'right' | 'top' | 'left';
  u: number;
  v: number;
  w: number;
  h: number;
  round: boolean;
  area: number;
}

const STEP = 0.25;

export function sideHolesIn(
  lv: Levelled,
  triangles: Uint32Array,
  o: FoundOutline,
  wall: number,
  depth: number,
): FoundSideHole[] {
  if (o.kind !== 'rect') return [];
  const { x0, y0, w, h } = o;
  const looks: Array<{ wall: FoundSideHole['wall']; m: Rigid; length: number }> = [
    { wall: 'bottom', length: w, m: [1, 0, 0, -x0, 0, 0, 1, 0, 0, 1, 0, -y0] },
    { wall: 'top', length: w, m: [1, 0, 0, -x0, 0, 0, 1, 0, 0, -1, 0, y0 + h] },
    { wall: 'left', length: h, m: [0, 1, 0, -y0, 0, 0, 1, 0, 1, 0, 0, -x0] },
    { wall: 'right', length: h, m: [0, 1, 0, -y0, 0, 0, 1, 0, -1, 0, 0, x0 + w] },
  ];
  return looks.flatMap(({ wall: name, m, length }) => {
    const p = movedMesh(lv.positions, m);
    const { bottom: b } = zBuffer({ positions: p, triangles }, gridOver(p, STEP));
    const end = Math.max(o.r, 1.5) + 0.5;
    const open = b.z.map((z, c) => {
      const u = cellX(b, c % b.nx);
      const v = cellY(b, Math.floor(c / b.nx));
      return u > end && u < length - end && v < -0.2 && v > -depth + 1.2 && z > wall + 0.6 ? 1 : 0;
    });
    return patches(open as unknown as Uint8Array, b.nx, b.ny).flatMap((patch): FoundSideHole[] => {
      const area = patch.length * STEP * STEP;
      if (area < 1.5) return [];
      const us = [...patch].map((c) => cellX(b, c % b.nx));
      const vs = [...patch].map((c) => cellY(b, Math.floor(c / b.nx)));
      const [u0, u1, v0] = [
        Math.min(...us) - STEP / 2,
        Math.max(...us) + STEP / 2,
        Math.min(...vs) - STEP / 2,
      ];
      // A notch goes up to the rim.
      const v1 = Math.max(...vs) > -0.6 ? 0 : Math.max(...vs) + STEP / 2;
      const [hw, hh] = [u1 - u0, v1 - v0];
      return [
        {
          wall: name,
          u: (u0 + u1) / 2,
          v: (v0 + v1) / 2,
          w: hw,
          h: hh,
          round: Math.abs(hw - hh) < 0.6 && Math.abs(area / (hw * hh) - Math.PI / 4) < 0.06,
          area,
        },
      ];
    });
  });
}
