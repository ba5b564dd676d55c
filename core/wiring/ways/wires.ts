/** Wires as the builder chooses them: their gauge, and a plug where the halves part. */
import type { Change, Finding, Project, WayOut } from '../../model';
import { refOf } from '../../model';
import type { Wiring } from '../bundles';
import type { Net } from '../ends';

type Stored = Project['wiring']['nets'][number];
type Bundle = Wiring['bundles'][number];

/** A net as it is stored: what the builder chose before, and now. */
export const stored = (n: Net, more: Partial<Stored>): Stored => {
  const out = {
    ...n.said,
    id: n.id,
    ends: [
      { item: n.a.item, pad: n.a.pad },
      { item: n.b.item, pad: n.b.pad },
    ],
    ...more,
  };
  for (const k of Object.keys(out) as Array<keyof Stored>) if (out[k] === undefined) delete out[k];
  return out;
};

const chosen = (nets: readonly Net[], more: Partial<Stored>): Change[] =>
  nets.map((n) => ({ do: 'net', net: stored(n, more) }));

const THIN_AWG = 32;
/** So many bundles are offered a plug one by one. */
const MOST_PLUGS = 3;

/** The bundle and the wire that a finding is about. */
export const bundleOf = (wiring: Wiring, f: Finding): Bundle | undefined =>
  wiring.bundles.find((b) => b.id === refOf(f, 'bundle')?.id);
const wireOf = (wiring: Wiring, f: Finding): Net | undefined =>
  wiring.wires.find((w) => w.net.id === refOf(f, 'net')?.id)?.net;

/** The gauge it would have had. */
export const usualGauge = (wiring: Wiring, f: Finding): WayOut[] =>
  wiring.wires
    .filter(({ net }) => net.id === refOf(f, 'net')?.id)
    .map(({ net }) => ({
      id: `usual-${net.id}`,
      text: `Take AWG ${net.usualAwg} for it`,
      cost: 'a thicker wire bends less easily',
      changes: chosen([net], { awg: net.usualAwg }),
      effort: 0.6,
    }));

export function thinner(bundle: Bundle | undefined): WayOut[] {
  const thick = bundle?.nets.filter((n) => n.what === 'signal' && n.awg < THIN_AWG) ?? [];
  if (!thick.length) return [];
  return [
    {
      id: 'thin',
      text: `Take AWG ${THIN_AWG} for its signals`,
      cost: 'thinner than usual: only for signals, never for power',
      changes: chosen(thick, { awg: THIN_AWG }),
      effort: 2,
    },
  ];
}

export function plugBetween(b: Bundle, effort: number): WayOut {
  return {
    id: `plug-${b.id}`,
    text: `Put a plug between ${b.name.replace(' to ', ' and ')}`,
    cost: `${b.nets.length} ways; unplugged before the halves part`,
    changes: chosen(b.nets, { plug: true }),
    effort,
  };
}

/** The largest loops first, then all of them. */
export function plugsWhereItCrosses(wiring: Wiring): WayOut[] {
  const loops = wiring.bundles
    .filter((b) => b.crosses && b.nets.some((n) => !n.plug))
    .sort((x, y) => y.area - x.area);
  if (!loops.length) return [];
  return [
    ...loops.slice(0, MOST_PLUGS).map((b, i) => plugBetween(b, 3 + 0.2 * i)),
    {
      id: 'plug-all',
      text: 'Put a plug in every bundle that crosses',
      cost: 'each is unplugged before the halves part',
      changes: loops.flatMap((b) => chosen(b.nets, { plug: true })),
      effort: 5,
    },
  ];
}

/** A wire that was told to cross elsewhere. */
export function unpinned(wiring: Wiring, f: Finding): WayOut[] {
  const n = wireOf(wiring, f);
  if (!n) return [];
  return [
    {
      id: 'unpin',
      text: 'Let it cross at the spine',
      cost: 'a shorter wire, another way',
      changes: chosen([n], { via: undefined }),
      effort: 1,
    },
    {
      id: 'plug',
      text: 'Put a plug in it',
      cost: 'unplugged before the halves part',
      changes: chosen([n], { plug: true }),
      effort: 3,
    },
  ];
}
