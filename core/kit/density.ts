/** What a pouch of a size can hold. */
import type { Part } from '../model';

/** What a hobby pouch holds with its film, Wh/cm³: typical. */
export const POUCH_WH_CM3 = { least: 0.35, usual: 0.45, doubtful: 0.56, never: 0.75 } as const;
/** Usual voltage of a lithium cell, V. */
export const POUCH_CELL_V = 3.7;

/**
 * Watt-hours per cubic centimetre of a pouch pack.
 *
 * @returns nothing for other cells, whose cans and holders are measured with them
 */
export function densityOf(part: Part): number | undefined {
  const block = part.blocks.find((b) => b.kind === 'cell');
  if (part.cell?.kind !== 'pouch' || block?.plan.kind !== 'rect') return undefined;
  const cm3 = (block.plan.w.mm * block.plan.h.mm * block.height.mm) / 1000;
  return (POUCH_CELL_V * part.cell.series * part.cell.capacityAh) / cm3;
}
