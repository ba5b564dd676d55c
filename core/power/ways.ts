/** What could mend a power finding; each is tried on the whole build before it is shown. */
import type { Finding, Part, Project, WayOut } from '../model';
import { thickness } from '../kit';
import { heldAh } from './checks/charge';
import { resistorFor } from './charge';
import { energyOf } from './energy';

export function powerWays(p: Project, f: Finding, library: readonly Part[]): WayOut[] {
  const e = energyOf(p);
  const out: WayOut[] = [];
  if (f.check === 'charge' && e.charger && e.pack) {
    const ch = e.charger.part.charger;
    const r = resistorFor(ch.kVolts, heldAh(e).ah, e.pack.maxChargeC, ch.tolerance);
    out.push({
      id: 'program',
      text: `Change the program resistor to ${ohms(r.value)}`,
      cost: `iron 3/5; ${(ch.kVolts / r.value).toFixed(2)} A`,
      changes: [{ do: 'program', item: e.charger.item.id, rProgOhm: r.value }],
      effort: 2,
    });
  }
  if (f.check === 'rail' && f.id === 'power:rail') {
    for (const awg of [22, 20, 18].filter((a) => a < p.power.wireAwg)) {
      out.push({
        id: `wire-${awg}`,
        text: `Use AWG ${awg} wire`,
        cost: 'thicker bundle',
        changes: [{ do: 'power', set: { wireAwg: awg } }],
        effort: 1 + (24 - awg) / 10,
      });
    }
    if (p.power.switchOhm > 0.03) {
      out.push({
        id: 'switch',
        text: 'Switch the enable pin instead of the load current',
        cost: 'a soft latch or the EN pad',
        changes: [{ do: 'power', set: { switchOhm: 0.005 } }],
        effort: 3,
      });
    }
  }
  const swap = (
    item: { id: string; part: string } | undefined,
    better: (q: Part) => boolean,
    cost: (q: Part) => string,
  ) => {
    if (!item) return;
    for (const q of library.filter((x) => x.id !== item.part && better(x)).slice(0, 4)) {
      out.push({
        id: `swap-${item.id}-${q.id}`,
        text: `Take ${q.name} instead`,
        cost: cost(q),
        changes: [{ do: 'swap', item: item.id, part: q }],
        effort: 5,
      });
    }
  };
  const cell = e.cells[0];
  if (cell && (f.check === 'hours' || f.id === 'power:cell-peak' || f.id === 'power:collapse')) {
    swap(
      cell.item,
      (q) =>
        q.cell?.kind === cell.part.cell.kind &&
        q.cell.series === cell.part.cell.series &&
        q.cell.capacityAh > cell.part.cell.capacityAh,
      (q) =>
        `${Math.round(q.cell!.capacityAh * 1000)} mAh, ${thickness(q, []).value.toFixed(1)} mm thick`,
    );
  }
  const converter = e.converter;
  if (converter && f.id === 'power:converter') {
    swap(
      converter.item,
      (q) =>
        q.converter?.kind === converter.part.converter.kind &&
        !!q.charger === !!converter.part.charger &&
        q.converter.limitA > converter.part.converter.limitA,
      (q) => `${q.converter!.limitA} A`,
    );
  }
  return out;
}

const ohms = (r: number): string => (r >= 1000 ? `${r / 1000} kΩ` : `${r} Ω`);
