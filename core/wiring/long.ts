/** The supply wire to the computer as it is laid, where it is longer than what Power counts with. */
import type { Change, Finding, Project, WayOut } from '../model';
import { BROWN_OUT_V, powerFigures, stopsBelow, type Supply, wireOhm } from '../power';
import type { Net } from './ends';

/** Less is not seen by anything it feeds, V: typical. */
const UNSEEN_V = 0.02;
/** Lengths are typed so, mm. */
const ROUND_MM = 5;

interface LaidWire {
  net: Net;
  cutMm?: number;
}

/** What is laid between the rail and the computer, there and back. */
interface Trunk {
  mm: number;
  /** Of its copper as it is, Ω; a wire thinner than usual is told by itself, and counts as usual here. */
  ohm: number;
  ends: readonly string[];
}

function trunkOf(wires: readonly LaidWire[]): Trunk | undefined {
  const trunk = wires.filter(
    ({ net }) => net.feeds?.what === 'everything' && net.feeds.at === 'rail',
  );
  const isWhole = (['power', 'ground'] as const).every((what) =>
    trunk.some(({ net }) => net.what === what),
  );
  if (!isWhole) return undefined;
  let [mm, ohm] = [0, 0];
  for (const { net, cutMm } of trunk) {
    if (cutMm === undefined) return undefined;
    mm += cutMm;
    ohm += wireOhm(Math.min(net.awg, net.usualAwg), cutMm).value / 2;
  }
  const [{ net }] = trunk as [LaidWire];
  return { mm, ohm, ends: [net.a.item, net.b.item] };
}

/** One way, as lengths are typed. */
const oneWay = ({ mm }: Trunk): number => Math.ceil(mm / 2 / ROUND_MM) * ROUND_MM;

/** Volts below which what runs the games stops. */
const stopsAt = (supply: Supply | undefined): number =>
  (supply?.computer === undefined ? undefined : stopsBelow(supply.places[supply.computer]!)) ??
  BROWN_OUT_V;

/** @returns one finding where what is laid loses more than what was counted, and it matters */
export function longFindings(p: Project, wires: readonly LaidWire[]): Finding[] {
  const { supply, rail: found } = powerFigures(p);
  const rail = found?.value;
  const trunk = trunkOf(wires);
  if (!rail || !trunk) return [];
  const { wireAwg, wireMm } = p.power;
  const more = trunk.ohm - wireOhm(wireAwg, wireMm).value;
  const lost = rail.amps * more;
  if (lost <= UNSEEN_V) return [];
  const left = rail.volts - lost;
  return [
    {
      id: 'wire:long-supply',
      station: 'fit',
      check: 'wire',
      code: 'wire-long',
      verdict: left < stopsAt(supply) ? 'hit' : 'tight',
      title: `${lost.toFixed(2)} V more lost than Power counts`,
      what: `The supply wire is laid ${oneWay(trunk)} mm one way; Power counts ${wireMm} mm.`,
      why: [
        `${rail.amps.toFixed(2)} A × ${(1000 * more).toFixed(0)} mΩ more than AWG ${wireAwg} over ${wireMm} mm: ${left.toFixed(2)} V are left at the SBC under peak`,
      ],
      about: [...trunk.ends],
    },
  ];
}

/** Counting with what is laid; thicker wire as well where that is too little. */
export function longWays(p: Project, wires: readonly LaidWire[]): WayOut[] {
  const trunk = trunkOf(wires);
  if (!trunk) return [];
  const wireMm = oneWay(trunk);
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
