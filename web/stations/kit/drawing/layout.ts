/** From millimetres of a part to px of its drawing: in plan above, on end below it. */
import { blockBox } from '@deft/core/geometry';
import type { Part } from '@deft/core/model';

/** Room beside and above for words, and between the two views, px; no part is drawn larger than so many px a mm. */
const BESIDE = 150;
const ABOVE = 40;
const AROUND = 96;
const MOST_PX = 9;

/** Where the blocks of a part reach to, mm. */
export interface Extent {
  low: readonly [number, number, number];
  high: readonly [number, number, number];
}

export function extentOf(blocks: Part['blocks']): Extent {
  const boxes = blocks.map(blockBox);
  const low = (i: 0 | 1 | 2) => Math.min(...boxes.map((b) => b[0][i]));
  const high = (i: 0 | 1 | 2) => Math.max(...boxes.map((b) => b[1][i]));
  return { low: [low(0), low(1), low(2)], high: [high(0), high(1), high(2)] };
}

export interface Layout extends Extent {
  scale: number;
  /** Seen from below: left is right. */
  isMirror: boolean;
  x: (mm: number) => number;
  y: (mm: number) => number;
  /** Height of the view on end. */
  z: (mm: number) => number;
  /** px of the left and the right edge. */
  left: number;
  right: number;
}

export function layoutOf(part: Part, width: number, height: number, isMirror: boolean): Layout {
  const { low, high } = extentOf(part.blocks);
  const [w, h, t] = [high[0] - low[0], high[1] - low[1], high[2] - low[2]];
  const scale = Math.min((width - BESIDE) / w, (height - AROUND) / (h + t), MOST_PX);
  const left = (width - w * scale) / 2;
  const onEnd = ABOVE + h * scale + ABOVE;
  return {
    ...{ low, high, scale, isMirror, left },
    right: left + w * scale,
    x: (mm) => left + (isMirror ? high[0] - mm : mm - low[0]) * scale,
    y: (mm) => ABOVE + (high[1] - mm) * scale,
    z: (mm) => onEnd + (high[2] - mm) * scale,
  };
}
