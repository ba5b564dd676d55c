/**
 * A power board kept of the donor was sized for the load of then: what it bears and the volts it
 * takes, against what the build asks of it now.
 */
import type { Finding, Kept, Project } from '../../model';
import type { Energy } from '../energy';
import { WALL } from '../supply';
import { apart, powerFinding } from './finding';

/** Volts of the rail that a kept board makes: what all loads of the library want. */
const RAIL_V = 5;
/** Electrolytic capacitors and warmth age: of what it bore when new, so much is counted on. Typical. */
const OLD_SHARE = 0.8;

/** @returns what is missing or too little of each kept power board; nothing while nothing draws */
export function keptSupplyFindings(p: Project, energy: Energy): Finding[] {
  const boards = (p.donor?.kept ?? []).filter((k) => k.kind === 'power board');
  const watts = energy.loads
    .filter(({ item }) => item.where !== 'outside')
    .reduce((sum, { draws }) => sum + draws.peak, 0);
  if (!watts) return [];
  return boards.flatMap((k) =>
    k.rating
      ? [...tooWeak(k, k.rating, watts / RAIL_V), ...wrongInput(k, k.rating, energy)]
      : [unrated(k)],
  );
}

const unrated = (k: Kept): Finding =>
  powerFinding(
    `kept-unrated-${k.id}`,
    'kept-unrated',
    'supply',
    'tight',
    {
      title: 'Rating not known',
      what: `${k.name} was made for another load.`,
      why: [
        'Read its limit and its input range off its parts, or load it step by step on the bench until its volts give way; clean it and renew its capacitors first.',
      ],
    },
    [k.id],
  );

type Rating = NonNullable<Kept['rating']>;

function tooWeak(k: Kept, { limitA }: Rating, amps: number): Finding[] {
  if (amps <= OLD_SHARE * limitA) return [];
  const [asked, bears] = apart(amps, limitA);
  return [
    powerFinding(
      `kept-weak-${k.id}`,
      'kept-weak',
      'supply',
      amps > limitA ? 'hit' : 'tight',
      {
        title: `${asked} A at a peak, ${bears} A borne`,
        what: `${k.name} was sized for the old load.`,
        why: [
          `All loads at their peak over ${RAIL_V} V = ${asked} A. Of an old supply ${Math.round(100 * OLD_SHARE)} % are counted on (typical): test it loaded, or take a converter of today. Where it feeds nothing, note it as *other*.`,
        ],
      },
      [k.id],
    ),
  ];
}

function wrongInput(k: Kept, { minV, maxV }: Rating, { pack }: Energy): Finding[] {
  const [low, high] = pack ? [pack.cutoffV, pack.fullV] : [WALL.volts, WALL.volts];
  if (low >= minV && high <= maxV) return [];
  return [
    powerFinding(
      `kept-input-${k.id}`,
      'kept-input',
      'supply',
      'hit',
      {
        title: `${low} to ${high} V for ${minV} to ${maxV} V`,
        what: `${k.name} does not take what ${pack ? 'the pack' : 'the wall'} gives.`,
        why: ['Another pack, or a converter of today in its place.'],
      },
      [k.id],
    ),
  ];
}
