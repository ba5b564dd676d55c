/**
 * Rows and columns of a kept board on lines of the header: one line a net, and which two nets each key
 * closes. The board was traced; a line for each key would not tell them apart.
 */
import { pinOf, readsOwnKeys } from '../kit';
import type { Project } from '../model';
import { inOrderOfUse } from './lines';
import { boardPlan, padsOfKeys, tracedBoard } from '../trace';

export interface MatrixLine {
  /** The pad it is soldered to. */
  pad: string;
  is: 'row' | 'column';
  gpio?: number;
  pin?: number;
}
export interface Matrix {
  lines: MatrixLine[];
  /** The row and the column of each key, by pad. */
  keys: Array<{ input: string; row: string; column: string }>;
}

/** The nets of a traced board of rows and columns, without lines; nothing where it is none. */
export function matrixOf(p: Project): Matrix | undefined {
  const found = tracedBoard(p);
  const plan = found && boardPlan(found);
  if (plan?.kind !== 'grid' || readsOwnKeys(p)) return undefined;
  const side = new Map(plan.nets.map((n) => [n.pad, n.is]));
  const keys = [...padsOfKeys(p)].flatMap(([input, pads]) => {
    const row = pads.find((pad) => side.get(pad) === 'row');
    const column = pads.find((pad) => side.get(pad) === 'column');
    return row !== undefined && column !== undefined ? [{ input, row, column }] : [];
  });
  if (!keys.length) return undefined;
  const used = new Set(keys.flatMap((k) => [k.row, k.column]));
  return {
    keys,
    lines: plan.nets.flatMap((n): MatrixLine[] =>
      used.has(n.pad) && (n.is === 'row' || n.is === 'column') ? [{ pad: n.pad, is: n.is }] : [],
    ),
  };
}

/**
 * Lines for its nets, those with a second duty last, in the order of the header.
 *
 * @param free  lines nobody has
 * @returns     how many nets are left over
 */
export function givenLines(
  matrix: Matrix,
  free: readonly number[],
): { matrix: Matrix; short: number } {
  const order = inOrderOfUse(free);
  const lines = matrix.lines.map((line, i): MatrixLine => {
    const gpio = order[i];
    return gpio === undefined ? line : { ...line, gpio, pin: pinOf(gpio) };
  });
  return {
    matrix: { ...matrix, lines },
    short: Math.max(0, matrix.lines.length - order.length),
  };
}
