/** Whether a cell can hold what is printed on it: watt-hours against the volume it has. */
import type { Finding, Project } from '../model';
import { partOf } from '../kit';

/** What a hobby pouch holds with its film, Wh/cm³: typical. */
export const POUCH_WH_CM3 = { usual: 0.45, doubtful: 0.56, never: 0.75 } as const;
/** Usual voltage of a lithium cell, V. */
const CELL_V = 3.7;

/**
 * Watt-hours per cubic centimetre of a pouch pack.
 *
 * @returns nothing for other cells, whose cans and holders are measured with them
 */
export function densityOf(part: Project['kit']['parts'][number]): number | undefined {
  const block = part.blocks.find((b) => b.kind === 'cell');
  if (part.cell?.kind !== 'pouch' || block?.plan.kind !== 'rect') return undefined;
  const cm3 = (block.plan.w.mm * block.plan.h.mm * block.height.mm) / 1000;
  return (CELL_V * part.cell.series * part.cell.capacityAh) / cm3;
}

export function beliefFindings(p: Project): Finding[] {
  return p.kit.items
    .filter((i) => i.where !== 'left out')
    .flatMap((item): Finding[] => {
      const part = partOf(p, item);
      const wh = densityOf(part);
      if (wh === undefined || wh <= POUCH_WH_CM3.doubtful) return [];
      const mAh = Math.round(part.cell!.capacityAh * 1000);
      const real = Math.round((mAh * POUCH_WH_CM3.usual) / wh / 50) * 50;
      return [
        {
          id: `power:belief-${item.id}`,
          code: 'belief',
          station: 'power',
          check: 'hours',
          verdict: wh > POUCH_WH_CM3.never ? 'hit' : 'tight',
          title: `${mAh} mAh is not believable`,
          what: `${item.name} would hold ${wh.toFixed(2)} Wh/cm³.`,
          why: [
            `${CELL_V} V · ${part.cell!.series} · ${part.cell!.capacityAh} Ah over its volume; hobby pouches hold 0.35 to ${POUCH_WH_CM3.usual} Wh/cm³ with their film (typical). Its size holds about ${real} mAh: measure the capacity, or its size, again.`,
          ],
          about: [item.id],
        },
      ];
    });
}
