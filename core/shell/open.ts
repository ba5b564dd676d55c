/** How much an opening leaves open, every copy of it counted. */
import { area, ringOf } from '../geometry';
import type { Opening, Shape } from '../model';

function shapeMm2(shape: Shape): number {
  switch (shape.kind) {
    case 'circle':
      return (Math.PI / 4) * shape.d.mm ** 2;
    case 'rect':
      return shape.w.mm * shape.h.mm;
    case 'polygon':
      return Math.abs(area(ringOf(shape.points)));
  }
}

/** @returns mm² of all its copies together: in its row, and mirrored */
export function openMm2({ shape, repeat }: Opening): number {
  const inRow = repeat?.row?.count ?? 1;
  const mirrored = (repeat?.mirrorX ? 2 : 1) * (repeat?.mirrorY ? 2 : 1);
  return inRow * mirrored * shapeMm2(shape);
}
