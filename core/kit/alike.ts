/** Cells that may lie side by side in one pack: what they are is the same, whatever they are called. */
import { chemistryOf, type Part } from '../model';

type Cell = NonNullable<Part['cell']>;
const FIGURES = ['kind', 'series', 'capacityAh', 'rOhm', 'fullV', 'cutoffV'] as const;

export const isAlike = (a: Cell, b: Cell): boolean =>
  chemistryOf(a) === chemistryOf(b) && FIGURES.every((figure) => a[figure] === b[figure]);

/** Those of a build's cells that make one pack with the first of them. */
export const cellsOfPack = <T extends { part: { cell: Cell } }>(cells: readonly T[]): T[] => {
  const [first] = cells;
  return first ? cells.filter((c) => isAlike(c.part.cell, first.part.cell)) : [];
};
