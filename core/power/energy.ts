/**
 * What feeds what in a build: pack, charger, converter and the loads on the 5 V rail.
 */
import {
  chemistryOf,
  isDevice,
  present,
  type Item,
  type LoadState,
  type Part,
  type Project,
} from '../model';
import { cellsOfPack, partOf } from '../kit';
import { ocvFor, risesOf } from './ocv';
import type { Pack } from './discharge';

type With<K extends keyof Part> = { item: Item; part: Part & Required<Pick<Part, K>> };

export interface Energy {
  cells: Array<With<'cell'>>;
  charger?: With<'charger'>;
  /** What makes the build's own rail: the first of the rails. */
  converter?: With<'converter'>;
  /** Everything that turns one voltage into another, that for 5 V alone first, as it is wired. */
  rails: Array<With<'converter'>>;
  /** What turns it off. */
  offs: Array<With<'off'>>;
  /** What cuts the pack off when it gives too much. */
  guards: Array<With<'protects'>>;
  loads: Array<{
    item: Item;
    part: Part;
    draws: NonNullable<Part['draws']>;
    /** The least it was seen to run on, V. */
    runsFromV?: number;
  }>;
  pack?: Pack & {
    series: number;
    fullV: number;
    maxChargeC: number;
    maxDischargeC: number;
    words: string;
  };
}

/** A protection board's two transistors, Ω (30-60 mΩ typical). */
const PROTECTION_OHM = 0.045;

/** As its parts say, before any reading corrects them. */
export function ratedEnergy(p: Project): Energy {
  const all = present(p).kit.items.map((item) => ({ item, part: partOf(p, item) }));
  const having = <K extends keyof Part>(key: K) =>
    all.filter((x): x is With<K> => x.part[key] !== undefined);
  const cells = having('cell');
  const makers = having('converter');
  const isOwn = ({ part }: With<'converter'>) =>
    part.charger === undefined && part.converter.outV > 4.5 && part.converter.outV < 5.5;
  const first5V = makers.find(isOwn);
  const rails = first5V ? [first5V, ...makers.filter((m) => m !== first5V)] : makers;
  const converter = rails[0];
  const charger = having('charger')[0];
  const guards = having('protects');
  const offs = having('off');
  // A device that is carried along feeds itself.
  const loads = all.flatMap((x) =>
    x.part.draws && !isDevice(x.part) ? [{ ...x, draws: x.part.draws }] : [],
  );
  const first = cells[0];
  if (!first) {
    return {
      cells,
      guards,
      loads,
      offs,
      rails,
      ...(charger ? { charger } : {}),
      ...(converter ? { converter } : {}),
    };
  }
  const c = first.part.cell;
  const alike = cellsOfPack(cells).length;
  return {
    cells,
    guards,
    loads,
    offs,
    rails,
    ...(charger ? { charger } : {}),
    ...(converter ? { converter } : {}),
    pack: {
      ocv: ocvFor(chemistryOf(c), c.series),
      rOhm: (c.rOhm + PROTECTION_OHM) / alike,
      rises: risesOf(c),
      capacityAh: c.capacityAh * alike * p.power.health,
      cutoffV: c.cutoffV,
      series: c.series,
      fullV: c.fullV,
      maxChargeC: c.maxChargeC,
      maxDischargeC: c.maxDischargeC,
      words: `${alike > 1 ? `${alike} × ` : ''}${first.item.name}, ${(c.capacityAh * alike * 1000).toFixed(0)} mAh rated × ${p.power.health} health`,
    },
  };
}

export const wattsOf = (e: Energy, state: LoadState): number =>
  e.loads.reduce((sum, l) => sum + l.draws[state], 0);
