/** Cell, its guard, what charges it and what makes the rail. */
import type { Part } from '../../model';
import { isBank } from '../../kit';
import { type Mending, type Mends, priceOf } from './mending';

/** What a rail for boards gives, V, and how far it may be off. */
const RAIL_V = 5.1;
const RAIL_OFF_V = 0.3;

const makesRail = (q: Part): boolean =>
  q.converter !== undefined && !isBank(q) && Math.abs(q.converter.outV - RAIL_V) < RAIL_OFF_V;
const charges = (q: Part, series: number): boolean =>
  q.charger !== undefined && (q.charger.series ?? 1) === series;

export const energyMends: Mends = {
  source: (m) => {
    m.add((q) => q.cell?.kind === 'pouch' && q.cell.series === 1);
    m.way('wall', 'Run it from the wall', 'no cell', [{ do: 'power', set: { source: 'wall' } }], 4);
  },
  protection: (m) => m.add((q) => q.protects?.series === m.series),
  lead: (m) => {
    const forms = m.finding.about.flatMap((id) =>
      (m.of(id)?.ports ?? [])
        .filter((q) => q.carries === 'rail' || q.carries === 'supply')
        .map((q) => q.form),
    );
    m.add((q) => q.lead?.carries === 'supply' && q.lead.ends.every((e) => forms.includes(e)));
  },
  charger: (m) => {
    const hasRail = m.kit.all.some((x) => x.part.converter);
    m.add((q) => charges(q, m.series) && !(q.converter && hasRail));
    m.add((q) => charges(q, m.series), [], 4);
  },
  series: (m) => {
    const [charger, cell] = m.finding.about;
    const wanted = m.about(0)?.part.charger?.series ?? 1;
    m.swap(charger, (q) => charges(q, m.series));
    m.swap(cell, (q) => q.cell !== undefined && !isBank(q) && q.cell.series === wanted);
  },
  mixed: (m) => {
    const second = m.finding.about[1];
    const first = m.about(0)?.part;
    if (!second || !first) return;
    m.way(
      'alike',
      'Take the same cell twice',
      priceOf(first),
      [{ do: 'swap', item: second, part: first }],
      3,
    );
    m.way('one', 'Leave the second cell out', 'shorter hours', [{ do: 'drop', item: second }], 4);
  },
  converter: (m) => {
    m.add(makesRail);
    m.swap(
      m.itemWith((q) => q.charger !== undefined),
      (q) => q.charger !== undefined && q.converter !== undefined,
    );
  },
  window: (m) => {
    const alsoCharges = m.about(0)?.part.charger !== undefined;
    m.swap(m.finding.about[0], (q) => makesRail(q) && (q.charger !== undefined) === alsoCharges);
    m.swap(
      m.itemWith((q) => q.cell !== undefined),
      (q) => q.cell !== undefined && !isBank(q) && q.cell.series !== m.series,
    );
  },
  rail: (m) => {
    const load = m.about(0);
    addRailFor(m, load?.ports.find((q) => q.carries === 'rail' && q.role === 'takes')?.volts);
    m.swap(m.finding.about[0], (q) => q.family === load?.part.family);
  },
};

/** A converter whose output lies in what a load takes. */
function addRailFor(m: Mending, window: readonly [number, number] | undefined): void {
  if (!window) return;
  const [low, high] = window;
  m.add(
    (q) =>
      q.converter !== undefined &&
      !isBank(q) &&
      q.converter.outV >= low &&
      q.converter.outV <= high,
  );
}
