/** Legal drawings of every variant, of figures that are known. */
import { dxf } from './dxf.fixture';
import type { OddDrawing } from './figures.fixture';
import { Pen } from './pen.fixture';
import { svg } from './svg.fixture';

export const ODD_DRAWINGS = { svg, dxf } as const;
export type DrawingFormat = keyof typeof ODD_DRAWINGS;
export const oddDrawing = (format: DrawingFormat, seed: number): OddDrawing =>
  ODD_DRAWINGS[format](new Pen(seed));
