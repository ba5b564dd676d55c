/**
 * Everything the power station says about a build, read from its one supply network: hours with
 * their band, charging, the rail, peaks, and what is wrong.
 */
import type { Finding, LoadState, Project, Worked } from '../model';
import { solved, type Standing } from '../network';
import { chargeFinding, type ChargeRate, chargeRate } from './checks/charge';
import { feedFindings } from './checks/feeds';
import { hoursFinding } from './checks/hours';
import { type Bottleneck, collapseFinding, limitFindings } from './checks/limits';
import { offFindings } from './checks/off';
import { type Rail, railOf, railWorking, voltFindings } from './checks/volts';
import type { Discharge } from './discharge';
import { energyOf, supplyOf } from './belief';
import { type Energy, wattsOf } from './energy';
import { type Band, bandOf, hoursOf } from './hours';
import { mostAmps } from './limits';
import { offDrain, type OffDrain } from './off';
import { bridged, networkOf, type Supply } from './supply';
import { wireOhm } from './wire';

export interface PowerFigures {
  energy: Energy;
  watts: Record<LoadState, number>;
  supply?: Supply;
  run?: Worked<Discharge>;
  band?: Band;
  charge?: Worked<ChargeRate>;
  rail?: Worked<Rail>;
  /** Peak current of the main converter against its limit, and of the cell at a tenth of its charge, A. */
  peak?: { outA: number; limitA: number; cellA: number; cellC: number };
  off?: OffDrain;
  findings: Finding[];
}

/** The charge that peaks are judged at: almost empty. */
export const PEAK_CHARGE = 0.1;

/** Documents never change once made, and most edits leave kit and power alone. */
const known = new WeakMap<Project['kit'], { p: Project; figures: PowerFigures }>();

export function powerFigures(p: Project): PowerFigures {
  const before = known.get(p.kit);
  if (before && isSame(before.p, p)) return before.figures;
  const figures = figuresOf(p);
  known.set(p.kit, { p, figures });
  return figures;
}

/** Whether two builds with one kit have the same figures. */
const isSame = (a: Project, b: Project): boolean =>
  a.power === b.power && a.brief === b.brief && a.way === b.way && a.shell === b.shell;

function figuresOf(p: Project): PowerFigures {
  const energy = energyOf(p);
  const out: PowerFigures = {
    energy,
    watts: {
      menu: wattsOf(energy, 'menu'),
      game: wattsOf(energy, 'game'),
      peak: wattsOf(energy, 'peak'),
    },
    findings: feedFindings(p, energy),
  };
  const supply = supplyOf(p);
  // What is missing is said by the energy chain.
  if (!supply || !isFed(supply)) return out;
  out.supply = supply;
  if (!supply.isWall) hours(p, supply, out);
  peaks(p, supply, out);
  const rate = supply.isWall ? undefined : chargeRate(energy);
  if (rate) {
    out.charge = rate;
    out.findings.push(chargeFinding(rate, energy));
  }
  const off = supply.isWall ? undefined : offDrain(p, energy);
  if (off) {
    out.off = off;
    out.findings.push(...offFindings(off));
  }
  return out;
}

/** Some load hangs on something it can run on. */
const isFed = ({ places, energy, isWall }: Supply): boolean =>
  isWall ||
  places.some((q) => q.converter) ||
  places.every((q) => !q.draws || !q.window || q.window[0] <= energy.pack!.cutoffV);

function hours(p: Project, supply: Supply, out: PowerFigures): void {
  const game = out.watts.game * p.power.gameShare + out.watts.menu * (1 - p.power.gameShare);
  if (game === 0) return;
  const run = hoursOf(p, supply);
  const band = bandOf(p, supply, run.value.hours);
  run.working.unshift(
    `${out.watts.game.toFixed(1)} W in a game, ${out.watts.menu.toFixed(1)} W in menus; ${Math.round(p.power.gameShare * 100)} % games`,
    supply.energy.pack!.words,
  );
  run.working.push(
    `± ${band.hours.toFixed(1)} h: ${band.causes
      .slice(0, 4)
      .map((c) => `${c.name} ± ${Math.round(100 * c.within)} % gives ± ${c.hours.toFixed(2)} h`)
      .join(', ')}; in quadrature, 95 %`,
  );
  out.run = run;
  out.band = band;
  out.findings.push(hoursFinding(p, run.value, band));
}

function peaks(p: Project, supply: Supply, out: PowerFigures): void {
  const low = solved(networkOf(supply, 'peak', PEAK_CHARGE));
  const high = solved(networkOf(supply, 'menu', 1));
  if (!low.stands || !high.stands) {
    const share = low.stands ? 1 : low.share;
    out.findings.push(collapseFinding(supply, share, bottleneck(supply), PEAK_CHARGE));
    return;
  }
  const rail = railOf(supply, low);
  const working = rail
    ? [...wireOhm(p.power.wireAwg, p.power.wireMm).working, railWorking(rail)]
    : [];
  if (rail) out.rail = { value: rail, working };
  out.findings.push(...voltFindings(supply, { low, high }, working));
  out.findings.push(...limitFindings(supply, low));
  const peak = peakOf(supply, low);
  if (peak) out.peak = peak;
}

/** The resistance without which most of the peak would stand. */
function bottleneck(supply: Supply): Bottleneck {
  const tried = bridged(supply, 'peak', PEAK_CHARGE).map((b) => {
    const state = solved(b.network);
    return { ...b, stands: state.stands ? 1 : state.share };
  });
  // Among those that would do, the largest.
  tried.sort((a, b) => b.stands - a.stands || b.ohm - a.ohm);
  return tried[0]!;
}

function peakOf({ energy, places, isWall }: Supply, low: Standing): PowerFigures['peak'] {
  const main = places.findIndex((q) => q.converter && q.item === energy.converter?.item.id);
  if (isWall || !energy.pack || main < 0) return undefined;
  const cellA = low.sources[0]!;
  return {
    outA: low.places[main]!.outAmps,
    limitA: mostAmps(places[main]!, low.places[main]!.inVolts),
    cellA,
    cellC: cellA / energy.pack.capacityAh,
  };
}
