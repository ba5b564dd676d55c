/** Whether a cell can hold what is printed on it: watt-hours against the volume it has. */
import type { Finding, Project } from '../model';
import { densityOf, partOf, POUCH_CELL_V, POUCH_WH_CM3 } from '../kit';

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
            `${POUCH_CELL_V} V · ${part.cell!.series} · ${part.cell!.capacityAh} Ah over its volume; hobby pouches hold ${POUCH_WH_CM3.least} to ${POUCH_WH_CM3.usual} Wh/cm³ with their film (typical). Its size holds about ${real} mAh: measure the capacity, or its size, again.`,
          ],
          about: [item.id],
        },
      ];
    });
}
