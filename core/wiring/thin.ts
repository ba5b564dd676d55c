/**
 * Supply wires that the builder chose thinner than usual: what they lose at the peak is in no other
 * figure.
 */
import type { Finding, Project } from '../model';
import { energyOf, wireOhm } from '../power';
import { kitOf } from '../chains';
import type { Feeds, Net } from './ends';

/** A single wire that loses so much more than was counted starves what it feeds, V: typical. */
const STARVES_V = 0.1;
/** Less is not seen by anything it feeds, V: typical. */
const UNSEEN_V = 0.02;
/** Where the kit does not say: a made rail, a single cell almost empty, what a board gives, a wall supply, V: typical. */
const USUAL_V = { rail: 5, cell: 3, logic: 3.3, wall: 5 } as const;

/** Volts at a supply wire when its load peaks: the made rail's, or the pack's at its cut-off. */
function voltsAt(p: Project, { at }: Feeds): number {
  const { converter, pack } = energyOf(p);
  const known: Partial<Record<Feeds['at'], number | undefined>> = {
    cell: pack?.cutoffV,
    rail: converter?.part.converter.outV,
  };
  return known[at] ?? USUAL_V[at];
}

/** What runs through a supply wire at the peak, W. */
function watts(p: Project, { what }: Feeds): number {
  return kitOf(p)
    .all.filter((x) => what === 'everything' || x.item.id === what.item)
    .reduce((sum, x) => sum + (x.part.draws?.peak ?? 0), 0);
}

/** @returns a finding for each supply wire that loses more than its usual gauge would */
export function thinFindings(
  p: Project,
  wires: ReadonlyArray<{ net: Net; cutMm?: number }>,
): Finding[] {
  return wires.flatMap(({ net, cutMm }): Finding[] => {
    const usual = net.usualAwg;
    if (!net.feeds || cutMm === undefined || net.awg <= usual) return [];
    const [peak, supply] = [watts(p, net.feeds), voltsAt(p, net.feeds)];
    const amps = peak / supply;
    // One conductor: wireOhm counts both.
    const more = (wireOhm(net.awg, cutMm).value - wireOhm(usual, cutMm).value) / 2;
    const volts = amps * more;
    if (volts <= UNSEEN_V) return [];
    return [
      {
        id: `wire:thin-${net.id}`,
        station: 'fit',
        check: 'wire',
        code: 'wire-thin',
        verdict: volts > STARVES_V ? 'hit' : 'tight',
        title: `${volts.toFixed(2)} V lost in a thin wire`,
        what: `Wire ${net.label}, AWG ${net.awg}: ${net.says}`,
        why: [
          `${peak.toFixed(1)} W / ${supply.toFixed(1)} V = ${amps.toFixed(1)} A; × ${(more * 1000).toFixed(0)} mΩ more than AWG ${usual} over ${cutMm.toFixed(0)} mm; over ${STARVES_V} V starves what it feeds (typical)`,
        ],
        about: [...new Set([net.a.item, net.b.item])],
        refs: [{ is: 'net', id: net.id }],
      },
    ];
  });
}
