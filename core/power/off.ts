/** What draws while the build is off, and how long its charge lasts then. */
import { type Chemistry, chemistryOf, hasSystem, type Project } from '../model';
import type { Energy } from './energy';
import { voltsAt } from './ocv';

interface OffDraw {
  name: string;
  item?: string;
  amps: number;
  /** Nobody measured it. */
  isTypical: boolean;
}
export interface OffDrain {
  draws: OffDraw[];
  /** Days from full to empty. */
  days: number;
  working: string[];
}

/** A protection circuit and a charger that waits, each, A: typical. */
const GUARD_A = 4e-6;
const CHARGER_A = 6e-6;
/** A soft latch that listens for its key, A: typical. */
const LATCH_A = 2e-6;
/** A cell loses so much of its charge in a month by itself: typical. */
const SELF_A_MONTH: Readonly<Record<Chemistry, number>> = {
  lithium: 0.03,
  nickel: 0.2,
  alkaline: 0.002,
};
const HOURS_A_MONTH = 730;
/** Off in the menu alone, a computer that was halted still draws from its rail, A: typical. */
const HALTED_A = 0.03;

/** What an ampere on the rail is at the pack, half full: V(rail)/(η·V(pack)). */
function atPack({ pack, converter }: Energy): number {
  const c = converter?.part.converter;
  return c ? c.outV / (c.efficiency * voltsAt(pack!.ocv, HALF)) : 1;
}
const HALF = 0.5;

/**
 * @param e  energy with a pack
 * @returns  each draw in A at the pack, largest first, and the days its usable charge lasts
 */
export function offDrain(p: Project, e: Energy): OffDrain | undefined {
  const { pack } = e;
  if (!pack) return undefined;
  const kinds = p.power.off ? [p.power.off] : e.offs.map((o) => o.part.off.kind);
  const isMenu = !kinds.includes('latch') && !kinds.includes('switch');
  const draws: OffDraw[] = [];
  const put = (amps: number, name: string, item?: string, isTypical = true): void => {
    if (amps === 0) return;
    const same = item && draws.find((d) => d.item === item);
    if (!same) {
      draws.push({ name, amps, isTypical, ...(item ? { item } : {}) });
      return;
    }
    // A board that charges and boosts is one thing to look at.
    same.amps += amps;
    same.isTypical ||= isTypical;
  };
  const chemistry = chemistryOf(e.cells[0]!.part.cell);
  const month = SELF_A_MONTH[chemistry];
  put((pack.capacityAh * month) / HOURS_A_MONTH, 'the cell by itself');
  if (chemistry === 'lithium') put(GUARD_A, 'its guard');
  for (const { item, part } of e.offs) {
    const isLatch = part.off.kind === 'latch';
    put(part.offA ?? (isLatch ? LATCH_A : 0), item.name, item.id, part.offA === undefined);
  }
  if (e.charger) {
    const { item, part } = e.charger;
    put(part.offA ?? CHARGER_A, item.name, item.id, part.offA === undefined);
  }
  // What makes the rail stays on the cell: the switch stands behind it, as the wires are laid.
  for (const { item, part } of e.rails) {
    // What was typed for the whole board holds for its converter as well.
    if (part.offA === undefined) put(part.converter.idleA, item.name, item.id);
    else if (!part.charger) put(part.offA, item.name, item.id, false);
  }
  if (isMenu) {
    for (const { item, part } of e.loads) {
      const amps = part.offA ?? (hasSystem(part) ? HALTED_A : 0);
      put(amps * atPack(e), item.name, item.id, part.offA === undefined);
    }
  }
  draws.sort((a, b) => b.amps - a.amps);
  const total = draws.reduce((sum, d) => sum + d.amps, 0);
  const days = pack.capacityAh / total / 24;
  return {
    draws,
    days,
    working: [
      `${pack.capacityAh.toFixed(2)} Ah / ${(1000 * total).toFixed(2)} mA / 24 h = ${days < 10 ? days.toFixed(1) : days.toFixed(0)} days`,
      ...(isMenu
        ? [
            `what draws from the rail counts × V(rail)/(η·V(pack)) = ${atPack(e).toFixed(2)} at the pack`,
          ]
        : []),
    ],
  };
}
