/** The charge current against what the cell bears: the least of what is rated, what is left of it, and what its size can hold. */
import type { Finding, Worked } from '../../model';
import { cellsOfPack, POUCH_CELL_V, POUCH_WH_CM3, densityOf } from '../../kit';
import { chargeCurrent } from '../charge';
import type { Energy } from '../energy';
import { powerFinding } from './finding';

export interface ChargeRate {
  amps: number;
  c: number;
  cAtWorst: number;
}

/** Capacity that a charge current is held against, Ah: never more than the cell's size can hold. */
export function heldAh(e: Energy): { ah: number; from: string } {
  const pack = e.pack!;
  const part = e.cells[0]!.part;
  const density = densityOf(part);
  const alike = cellsOfPack(e.cells).length;
  const bySize =
    density === undefined
      ? Infinity
      : (alike * part.cell.capacityAh * POUCH_WH_CM3.doubtful) / density;
  if (bySize < pack.capacityAh) {
    return {
      ah: bySize,
      from: `its size holds at most ${bySize.toFixed(2)} Ah at ${POUCH_WH_CM3.doubtful} Wh/cm³ and ${POUCH_CELL_V} V`,
    };
  }
  return { ah: pack.capacityAh, from: pack.words };
}

/** @returns current in A, its share of the capacity in C, and that at the charger's tolerance; nothing without both */
export function chargeRate(e: Energy): Worked<ChargeRate> | undefined {
  if (!e.charger || !e.pack) return undefined;
  const { item, part } = e.charger;
  const { kVolts, rProgOhm, tolerance } = part.charger;
  const i = chargeCurrent(kVolts, item.rProgOhm ?? rProgOhm);
  const { ah, from } = heldAh(e);
  const c = i.value / ah;
  const cAtWorst = c * (1 + tolerance);
  return {
    value: { amps: i.value, c, cAtWorst },
    working: [
      ...i.working,
      `${i.value.toFixed(2)} A into ${ah.toFixed(2)} Ah = ${c.toFixed(2)} C, up to ${cAtWorst.toFixed(2)} C at +${Math.round(tolerance * 100)} %; ${from}`,
    ],
  };
}

export function chargeFinding({ value, working }: Worked<ChargeRate>, e: Energy): Finding {
  const most = e.pack!.maxChargeC;
  let verdict: Finding['verdict'] = 'clear';
  if (value.c > most) verdict = 'hit';
  else if (value.cAtWorst > most) verdict = 'tight';
  return powerFinding(
    'charge',
    'charge',
    'charge',
    verdict,
    {
      title:
        verdict === 'clear'
          ? `Charges at ${value.c.toFixed(2)} C`
          : `Charges at ${value.c.toFixed(2)} C, ${most} C allowed`,
      what: `${e.charger!.item.name} into ${e.cells[0]!.item.name}`,
      why: working,
    },
    [e.charger!.item.id, e.cells[0]!.item.id],
  );
}
