/** What could mend a power finding, by its code; each is tried on the whole build before it is shown. */
import {
  FROM_SOURCE,
  type Finding,
  type Item,
  type Part,
  type Project,
  type WayOut,
} from '../model';
import { thickness } from '../kit';
import { heldAh } from './checks/charge';
import { resistorFor } from './charge';
import { energyOf, supplyOf } from './belief';
import type { Energy } from './energy';
import { bearsTo } from './limits';

interface Sought {
  p: Project;
  finding: Finding;
  energy: Energy;
  library: readonly Part[];
}
type Ways = (on: Sought) => WayOut[];

/** Parts of the library offered for one that is too small. */
const MOST_SWAPS = 4;
/** A switch of less is not worth going round, Ω. */
const SWITCH_OHM = 0.03;
/** What is left of it when only the enable pin is switched, Ω. */
const ENABLE_OHM = 0.005;

const ohms = (r: number): string => (r >= 1000 ? `${r / 1000} kΩ` : `${r} Ω`);

const program: Ways = ({ energy }) => {
  const { charger, pack } = energy;
  if (!charger || !pack) return [];
  const { kVolts, tolerance } = charger.part.charger;
  const { value } = resistorFor(kVolts, heldAh(energy).ah, pack.maxChargeC, tolerance);
  return [
    {
      id: 'program',
      text: `Change the program resistor to ${ohms(value)}`,
      cost: `iron 3/5; ${(kVolts / value).toFixed(2)} A`,
      changes: [{ do: 'program', item: charger.item.id, rProgOhm: value }],
      effort: 2,
    },
  ];
};

const thickerWire: Ways = ({ p }) =>
  [22, 20, 18]
    .filter((awg) => awg < p.power.wireAwg)
    .map((awg) => ({
      id: `wire-${awg}`,
      text: `Use AWG ${awg} wire`,
      cost: 'thicker bundle',
      changes: [{ do: 'power', set: { wireAwg: awg } }],
      effort: 1 + (24 - awg) / 10,
    }));

const enablePin: Ways = ({ p }) =>
  p.power.switchOhm <= SWITCH_OHM
    ? []
    : [
        {
          id: 'switch',
          text: 'Switch the enable pin instead of the load current',
          cost: 'a soft latch or the EN pad',
          changes: [{ do: 'power', set: { switchOhm: ENABLE_OHM } }],
          effort: 3,
        },
      ];

/** Another rail of the build, or the pack itself, for the load that gets too little or too much. */
const otherFeed: Ways = ({ p, finding, energy }) => {
  const supply = supplyOf(p);
  const place = supply?.places.find((q) => q.is === 'load' && q.item === finding.about[0]);
  const window = place?.window;
  if (!supply || !place?.item || !window) return [];
  const item = place.item;
  const feeds = energy.rails
    .filter(
      ({ part }) => part.converter.outV >= window[0] && part.converter.outV <= bearsTo(window),
    )
    .map((r) => ({ from: r.item.id, name: `${r.item.name}, ${r.part.converter.outV} V` }));
  const { pack } = energy;
  if (pack && pack.cutoffV >= window[0] && pack.fullV <= window[1]) {
    feeds.push({ from: FROM_SOURCE, name: 'the pack itself' });
  }
  return feeds.map(({ from, name }) => ({
    id: `feed-${from}`,
    text: `Feed ${place.name} from ${name}`,
    cost: 'one wire elsewhere',
    changes: [{ do: 'power', set: { feeds: { ...p.power.feeds, [item]: from } } }],
    effort: 1,
  }));
};

function swaps(
  { library }: Sought,
  item: Item,
  isBetter: (q: Part) => boolean,
  cost: (q: Part) => string,
): WayOut[] {
  return library
    .filter((q) => q.id !== item.part && isBetter(q))
    .slice(0, MOST_SWAPS)
    .map((part) => ({
      id: `swap-${item.id}-${part.id}`,
      text: `Take ${part.name} instead`,
      cost: cost(part),
      changes: [{ do: 'swap', item: item.id, part }],
      effort: 5,
    }));
}

const largerCell: Ways = (on) => {
  const cell = on.energy.cells[0];
  if (!cell) return [];
  const { kind, series, capacityAh } = cell.part.cell;
  return swaps(
    on,
    cell.item,
    (q) => q.cell?.kind === kind && q.cell.series === series && q.cell.capacityAh > capacityAh,
    (q) =>
      `${Math.round(q.cell!.capacityAh * 1000)} mAh, ${thickness(q, []).value.toFixed(1)} mm thick`,
  );
};

const largerConverter: Ways = (on) => {
  const { converter } = on.energy;
  if (!converter) return [];
  const { kind, limitA } = converter.part.converter;
  return swaps(
    on,
    converter.item,
    (q) =>
      q.converter?.kind === kind &&
      !!q.charger === !!converter.part.charger &&
      q.converter.limitA > limitA,
    (q) => `${q.converter!.limitA} A`,
  );
};

const strongerLatch: Ways = (on) => {
  const latch = on.energy.offs.find(({ item }) => on.finding.about.includes(item.id));
  if (!latch) return [];
  return swaps(
    on,
    latch.item,
    (q) => q.off?.kind === 'latch' && q.off.amps > latch.part.off.amps,
    (q) => `cuts up to ${q.off!.amps} A`,
  );
};

/** What was chosen by hand is given up: a rail that suits is taken. */
const usualFeed: Ways = ({ p, finding }) => {
  const [item] = finding.about;
  const feeds = Object.fromEntries(
    Object.entries(p.power.feeds ?? {}).filter(([load]) => load !== item),
  );
  return [
    {
      id: 'feed-usual',
      text: 'Feed it from whatever suits it',
      cost: 'what was chosen by hand is given up',
      changes: [{ do: 'power', set: { feeds } }],
      effort: 0.5,
    },
  ];
};

const WAYS: Readonly<Record<string, readonly Ways[]>> = {
  'feed-none': [usualFeed],
  charge: [program],
  rail: [thickerWire, enablePin],
  'low-volts': [otherFeed, thickerWire, enablePin],
  'high-volts': [otherFeed],
  collapse: [thickerWire, enablePin, largerCell],
  'cell-peak': [largerCell],
  hours: [thickerWire, enablePin, largerCell],
  converter: [largerConverter],
  latch: [strongerLatch],
};

export function powerWays(p: Project, finding: Finding, library: readonly Part[]): WayOut[] {
  const on = { p, finding, energy: energyOf(p), library };
  return (WAYS[finding.code] ?? []).flatMap((ways) => ways(on));
}
