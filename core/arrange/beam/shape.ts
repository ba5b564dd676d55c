/** One way a part may lie, with its extent and area counted once. */
import type { PackItem } from '../packer';
import { extentOf } from './flip';

export interface Shape {
  w: number;
  h: number;
  area: number;
  rects: Float64Array;
  x0: number;
  x1: number;
  y0: number;
  y1: number;
  variant: number;
}

export const shapesOf = ({ variants }: PackItem): Shape[] =>
  variants.map((v, variant) => ({ ...v, ...extentOf(v.rects), area: areaOf(v.rects), variant }));

function areaOf(rects: Float64Array): number {
  let area = 0;
  for (let k = 0; k < rects.length; k += 6) area += rects[k + 2]! * rects[k + 3]!;
  return area;
}
