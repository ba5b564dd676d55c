/** From millimetres along a section and up from the seam to px of its drawing. */
import type { Profile, Scene, Slice } from '@deft/core/fit';
import { span } from '@deft/core/shell';
import type { CutAt } from '../CutLines';

/** Room beside and above, px; depth is drawn so many times as large as length at most. */
const BESIDE = 110;
const AROUND = 30;
const ABOVE = 14;
const DEEPER = 3;

export interface Layout {
  /** Length of the section, mm. */
  along: number;
  low: number;
  high: number;
  /** px a mm, along and in depth. */
  sx: number;
  sz: number;
  x: (a: number) => number;
  z: (z: number) => number;
}

export function layoutOf(
  scene: Scene,
  cut: CutAt,
  { slices }: Profile,
  size: { w: number; h: number },
): Layout {
  const along = span(scene.shell!.body, cut.axis).mm;
  const { low, high } = depthsOf(scene, slices);
  const sx = Math.max(0.1, (size.w - BESIDE) / along);
  const sz = Math.max(0.1, Math.min(sx * DEEPER, (size.h - AROUND) / (high - low)));
  return {
    ...{ along, low, high, sx, sz },
    x: (a) => (size.w - along * sx) / 2 + a * sx,
    z: (z) => ABOVE + (high - z) * sz,
  };
}

/** From the deepest floor or part to the highest, mm from the seam. */
function depthsOf(scene: Scene, slices: readonly Slice[]): { low: number; high: number } {
  const { body, sign } = scene.shell!;
  const blocks = slices.filter((s) => s.kind === 'block');
  const of = (side: 1 | -1) => body.pieces.filter((p) => sign(p.id) === side);
  const low = [
    ...blocks.map((s) => s.z0),
    ...of(-1).flatMap((p) => [-p.depth.mm, ...p.zones.map((q) => -q.depth.mm - body.wall.mm)]),
  ];
  const high = [...blocks.map((s) => s.z1), ...of(1).map((p) => p.depth.mm)];
  return { low: Math.min(-1, ...low), high: Math.max(1, ...high) };
}

/** A slice as a rectangle of the drawing, no thinner than can be seen. */
export const rectOf = (
  { x, z, sx, sz }: Layout,
  s: Pick<Slice, 'a0' | 'a1' | 'z0' | 'z1'>,
  least = 0,
) => ({
  x: x(s.a0),
  y: z(s.z1),
  width: Math.max(least, (s.a1 - s.a0) * sx),
  height: Math.max(least, (s.z1 - s.z0) * sz),
});
