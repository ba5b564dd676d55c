/**
 * What arrives at every place: the computer's supply under peak, every other load at both ends of
 * its window, and every converter at the least of its own.
 */
import type { Finding } from '../../model';
import type { Standing } from '../../network';
import { bearsTo, stopsBelow, wantsFrom } from '../limits';
import type { Supply, SupplyPlace } from '../supply';
import { BROWN_OUT_V, GOOD_V } from '../wire';
import { powerFinding } from './finding';

/** Most that a board made for 5 V bears, V. */
const MOST_V = 5.25;

/** The computer's supply: volts, amps, and what each joint on the way takes. */
export interface Rail {
  volts: number;
  amps: number;
  drops: Array<{ name: string; ohm: number; volts: number }>;
  /** What it was before the first of them, V. */
  fromV: number;
}

/** What arrives at the computer in a solved state. */
export function railOf({ places, computer }: Supply, state: Standing): Rail | undefined {
  if (computer === undefined) return undefined;
  const place = places[computer]!;
  const { volts, inAmps } = state.places[computer]!;
  return {
    volts,
    amps: inAmps,
    drops: place.path.map((j) => ({ ...j, volts: j.ohm * inAmps })),
    fromV: state.places[place.above!]!.volts,
  };
}

export function railWorking({ volts, amps, drops, fromV }: Rail): string {
  const ohm = drops.reduce((sum, d) => sum + d.ohm, 0);
  const each = drops.map((d) => `${d.name} ${(d.volts * 1000).toFixed(0)} mV`).join(', ');
  return `${volts.toFixed(2)} V = ${Number(fromV.toFixed(2))} V − ${amps.toFixed(2)} A × ${(ohm * 1000).toFixed(0)} mΩ (${each})`;
}

/** Solved states at the two ends of what a build sees. */
export interface Extremes {
  /** The peak when the pack is almost empty. */
  low: Standing;
  /** The least that is drawn when it is full. */
  high: Standing;
}

export const voltFindings = (supply: Supply, at: Extremes, railWords: string[]): Finding[] =>
  supply.places.flatMap((place, i) => {
    const [least, most] = [at.low.places[i]!, at.high.places[i]!];
    if (i === supply.computer) {
      return [railFinding(supply, least.volts, railWords), ...highFindings(place, most.volts)];
    }
    if (place.is === 'rail') return inputFindings(place, least.inVolts);
    return [...lowFindings(place, least.volts), ...highFindings(place, most.volts)];
  });

const stopWords = (volts: number, isRead: boolean): string =>
  isRead ? `On the bench it stopped below ${volts} V.` : `Under ${volts} V it warns of brown-out.`;

function railFinding(supply: Supply, volts: number, why: string[]): Finding {
  const place = supply.places[supply.computer!]!;
  const { runsFromV, window } = place;
  const stops = stopsBelow(place) ?? BROWN_OUT_V;
  const good = wantsFrom(place) ?? GOOD_V;
  const most = window?.[1] ?? MOST_V;
  let verdict: Finding['verdict'];
  if (volts < stops) verdict = 'hit';
  else verdict = volts < good ? 'tight' : 'clear';
  const maker = supply.places[supply.places[supply.computer!]!.above!]!.item;
  return powerFinding(
    'rail',
    'rail',
    'rail',
    verdict,
    {
      title: `${volts.toFixed(2)} V at the SBC under peak`,
      what:
        verdict === 'hit'
          ? stopWords(Number(stops.toFixed(2)), runsFromV !== undefined)
          : `${Number(good.toFixed(2))} to ${most} V is good.`,
      why,
    },
    maker ? [maker] : [],
  );
}

function runsOn({ window, runsFromV }: SupplyPlace): string {
  if (runsFromV !== undefined) return `On the bench it stopped below ${runsFromV} V`;
  return `It runs on ${window![0]} to ${window![1]} V`;
}

function lowFindings(place: SupplyPlace, volts: number): Finding[] {
  const { item, name } = place;
  const [stops, wants] = [stopsBelow(place), wantsFrom(place)];
  if (stops === undefined || wants === undefined || volts >= wants) return [];
  return [
    powerFinding(
      `volts-${item}`,
      'low-volts',
      'rail',
      volts < stops ? 'hit' : 'tight',
      {
        title: `${volts.toFixed(2)} V where ${Number(wants.toFixed(2))} V is wanted`,
        what: `${name} gets too little at a peak.`,
        why: [`${runsOn(place)}; ${place.note}. Thicker or shorter wire, or another feed.`],
      },
      [item!],
    ),
  ];
}

function highFindings(place: SupplyPlace, volts: number): Finding[] {
  const { window, item, name } = place;
  if (!window || volts <= window[1]) return [];
  return [
    powerFinding(
      `high-${item}`,
      'high-volts',
      'rail',
      volts > bearsTo(window) ? 'hit' : 'tight',
      {
        title: `${volts.toFixed(2)} V where ${window[1]} V is the most`,
        what: `${name} gets too much when the pack is full.`,
        why: [
          `It runs on ${window[0]} to ${window[1]} V; ${place.note}. Feed it from another rail.`,
        ],
      },
      [item!],
    ),
  ];
}

/** A converter that stops at a peak while there is charge left. */
function inputFindings(place: SupplyPlace, inVolts: number): Finding[] {
  const { converter, item, name } = place;
  if (!converter || inVolts >= converter.minInV) return [];
  return [
    powerFinding(
      `input-${item}`,
      'input-low',
      'rail',
      'hit',
      {
        title: `Works from ${converter.minInV} V; ${inVolts.toFixed(2)} V reach it`,
        what: `${name} stops at a peak before the cell is empty.`,
        why: [`At a tenth of the charge, after everything in front of it.`],
      },
      [item!],
    ),
  ];
}
