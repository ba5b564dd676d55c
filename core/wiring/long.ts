/** The supply wire to the computer as it is laid, where it is longer than what Power counts with. */
import type { Change, Finding, Project, WayOut } from '../model';
import { BROWN_OUT_V, powerFigures, wireOhm } from '../power';
import type { Net } from './nets';

/** Less is not seen by anything it feeds, V: typical. */
const UNSEEN_V = 0.02;
/** Lengths are typed so, mm. */
const ROUND_MM = 5;

interface LaidWire {
  net: Net;
  cutMm?: number;
}

/** Copper there and back between the rail and the computer, mm; nothing while either is not laid. */
function laidMm(wires: readonly LaidWire[]): number | undefined {
  const trunk = wires.filter(
    ({ net }) => net.feeds?.what === 'everything' && net.feeds.at === 'rail',
  );
  const sum = (what: Net['what']): number => {
    const all = trunk.filter(({ net }) => net.what === what);
    return all.length ? all.reduce((mm, w) => mm + (w.cutMm ?? NaN), 0) : NaN;
  };
  const both = sum('power') + sum('ground');
  return Number.isFinite(both) ? both : undefined;
}

/** @returns one finding where what is laid loses more than what was counted, and it matters */
export function longFindings(p: Project, wires: readonly LaidWire[]): Finding[] {
  const rail = powerFigures(p).rail?.value;
  const both = laidMm(wires);
  if (!rail || both === undefined) return [];
  const { wireAwg, wireMm } = p.power;
  if (both <= 2 * wireMm) return [];
  const more = wireOhm(wireAwg, both / 2).value - wireOhm(wireAwg, wireMm).value;
  const lost = rail.amps * more;
  if (lost <= UNSEEN_V) return [];
  const left = rail.volts - lost;
  const mean = Math.ceil(both / 2 / ROUND_MM) * ROUND_MM;
  const ends = wires.find(
    ({ net }) => net.feeds?.what === 'everything' && net.feeds.at === 'rail',
  )!;
  return [
    {
      id: 'wire:long-supply',
      station: 'fit',
      check: 'wire',
      code: 'wire-long',
      verdict: left < BROWN_OUT_V ? 'hit' : 'tight',
      title: `${lost.toFixed(2)} V more lost than Power counts`,
      what: `The supply wire is laid ${mean} mm one way; Power counts ${wireMm} mm.`,
      why: [
        `${rail.amps.toFixed(2)} A × ${(1000 * more).toFixed(0)} mΩ of AWG ${wireAwg}: ${left.toFixed(2)} V are left at the SBC under peak`,
      ],
      about: [ends.net.a.item, ends.net.b.item],
    },
  ];
}

/** Counting with what is laid; thicker wire as well where that is too little. */
export function longWays(p: Project, wires: readonly LaidWire[]): WayOut[] {
  const both = laidMm(wires);
  if (both === undefined) return [];
  const wireMm = Math.ceil(both / 2 / ROUND_MM) * ROUND_MM;
  const way = (
    id: string,
    text: string,
    set: Partial<Project['power']>,
    effort: number,
  ): WayOut => {
    const changes: Change[] = [{ do: 'power', set: { wireMm, ...set } }];
    return { id, text, cost: 'the figures follow what is laid', changes, effort };
  };
  return [
    way('as-laid', `Count with ${wireMm} mm, as it is laid`, {}, 0.3),
    ...[22, 20, 18]
      .filter((awg) => awg < p.power.wireAwg)
      .map((wireAwg) => way(`as-laid-${wireAwg}`, `Take AWG ${wireAwg} for it`, { wireAwg }, 0.8)),
  ];
}
