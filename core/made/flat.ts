/** A made part of one thickness as a drawing, for a laser, a cutter or scissors. */
import { blockBox } from '../geometry';
import type { Sheet } from '../cuts';
import { formatMm } from '../model';
import type { Made } from './made';

/** Room round the drawing, and below it for its words, mm. */
const MARGIN_MM = 4;
const WORDS_MM = 6;
const LETTER_MM = 3;

/**
 * Its outlines at true size, y down as sheets are, seen with its top up.
 *
 * @returns  nothing when it has steps: that is printed or milled
 */
export function flatSheet(made: Made): Sheet | undefined {
  const [first] = made.blocks;
  const same = made.blocks.every((b) => b.base === first!.base && b.height.mm === first!.height.mm);
  if (!first || !same) return undefined;
  const boxes = made.blocks.map(blockBox);
  const [x0, y0] = [0, 1].map((i) => Math.min(...boxes.map((b) => b[0][i]!))) as [number, number];
  const [x1, y1] = [0, 1].map((i) => Math.max(...boxes.map((b) => b[1][i]!))) as [number, number];
  const h = y1 - y0 + 2 * MARGIN_MM;
  const at = ([x, y]: readonly [number, number]): [number, number] => [
    x - x0 + MARGIN_MM,
    h - MARGIN_MM - (y - y0),
  ];
  const thick = `${formatMm(first.height.mm)} mm thick`;
  const name = `${made.name}, version ${made.part.version ?? 1}, ${thick}`;
  return {
    id: made.item,
    title: made.name,
    note: `${thick}, seen with its top up`,
    w: x1 - x0 + 2 * MARGIN_MM,
    h: h + WORDS_MM,
    marks: [
      ...made.blocks.flatMap((b) =>
        b.plan.kind === 'polygon'
          ? [b.plan.points, ...(b.plan.holes ?? [])].map((ring) => ({
              kind: 'ring' as const,
              points: ring.map(at),
              ink: 'cut' as const,
            }))
          : [],
      ),
      { kind: 'text', x: MARGIN_MM, y: h + LETTER_MM, mm: LETTER_MM, text: name },
    ],
  };
}
