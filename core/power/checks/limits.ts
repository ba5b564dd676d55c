/** What everything may carry at a peak: converters, the cell, its guards, a wall supply. */
import { type Finding, listed } from '../../model';
import type { Standing } from '../../network';
import { mostAmps } from '../limits';
import { type Supply, WALL } from '../supply';
import { apart, powerFinding } from './finding';

export const limitFindings = (supply: Supply, peak: Standing): Finding[] => [
  ...converterFindings(supply, peak),
  ...latchFindings(supply, peak),
  ...(supply.isWall
    ? wallFindings(supply, peak.sources[0]!)
    : [...cellFindings(supply, peak.sources[0]!), ...guardFindings(supply, peak.sources[0]!)]),
];

const converterFindings = (supply: Supply, peak: Standing): Finding[] =>
  supply.places.flatMap((place, i) => {
    if (!place.converter) return [];
    const { outAmps, inVolts, volts } = peak.places[i]!;
    const most = mostAmps(place, inVolts);
    if (outAmps <= most) return [];
    const isMain = place.item === supply.energy.converter?.item.id;
    return [
      powerFinding(
        isMain ? 'converter' : `converter-${place.item}`,
        'converter',
        'supply',
        'hit',
        {
          title: `${apart(outAmps, most).join(' A peak, ')} A allowed`,
          what: `${place.name} cannot give the peak load.`,
          why: [
            `${(outAmps * volts).toFixed(1)} W at ${volts.toFixed(2)} V.`,
            ...(place.limitIsSwitch
              ? [
                  `Its switch carries ${place.converter.limitA} A: Iout ≈ η·(Vin/Vout)·(Isw − ΔI/2) at ${inVolts.toFixed(2)} V in.`,
                ]
              : []),
          ],
        },
        [place.item!],
      ),
    ];
  });

/** A latch stands in the computer's rail: whatever that rail gives goes through it. */
function latchFindings({ energy, places, computer }: Supply, peak: Standing): Finding[] {
  const rail = computer === undefined ? undefined : places[computer]!.above;
  if (rail === undefined) return [];
  const { outAmps } = peak.places[rail]!;
  return energy.offs
    .filter(({ part }) => part.off.kind === 'latch' && outAmps > part.off.amps)
    .map(({ item, part }) =>
      powerFinding(
        `latch-${item.id}`,
        'latch',
        'supply',
        'hit',
        {
          title: `${apart(outAmps, part.off.amps).join(' A at a peak, ')} A allowed`,
          what: `${item.name} carries more than it is made for.`,
          why: ['It stands between the rail and everything on it: it gets hot, or lets go.'],
        },
        [item.id],
      ),
    );
}

/** The resistance that is most in the way of a peak, and the volts in front of it. */
export interface Bottleneck {
  name: string;
  item?: string;
  ohm: number;
  fromV: number;
}

/** The supply has no voltage at which everything gets its power: what stands, and what is in the way. */
export function collapseFinding(
  { energy }: Supply,
  share: number,
  { name, item, ohm, fromV }: Bottleneck,
  atCharge: number,
): Finding {
  const when = energy.pack ? ` at ${Math.round(100 * atCharge)} % charge` : '';
  return powerFinding(
    'collapse',
    'collapse',
    'supply',
    'hit',
    {
      title: 'The supply collapses at a peak',
      what: `${fromV.toFixed(1)} V through the ${(1000 * ohm).toFixed(0)} mΩ of ${name} do not give it${when}.`,
      why: [
        `No voltage gives that power: ${Math.floor(100 * share)} % of the peak stands. Less load, thicker wire, or a source with less resistance.`,
      ],
    },
    item ? [item] : [],
  );
}

function cellFindings({ energy }: Supply, amps: number): Finding[] {
  const pack = energy.pack!;
  const c = amps / pack.capacityAh;
  if (c <= pack.maxDischargeC) return [];
  const cells = energy.cells.map(({ item }) => item);
  return [
    powerFinding(
      'cell-peak',
      'cell-peak',
      'supply',
      'hit',
      {
        title: `${apart(c, pack.maxDischargeC).join(' C at a peak, ')} C allowed`,
        what: `${listed(cells.map((i) => i.name))} ${cells.length > 1 ? 'are' : 'is'} drawn too hard.`,
        why: [`${amps.toFixed(1)} A from ${pack.capacityAh.toFixed(2)} Ah.`],
      },
      cells.map((i) => i.id),
    ),
  ];
}

/** A guard that cuts the pack off at a peak that everything else would bear. */
const guardFindings = ({ energy }: Supply, amps: number): Finding[] =>
  energy.guards
    .filter(({ part }) => amps > part.protects.limitA)
    .map(({ item, part }) =>
      powerFinding(
        `guard-${item.id}`,
        `guard-${item.id}`,
        'supply',
        'hit',
        {
          title: `${apart(amps, part.protects.limitA).join(' A at a peak, ')} A before it cuts off`,
          what: `${item.name} takes the peak for a short.`,
          why: [
            `${amps.toFixed(2)} A from the cell at a tenth of its charge; the guard cuts off at ${part.protects.limitA} A.`,
          ],
        },
        [item.id],
      ),
    );

function wallFindings({ energy }: Supply, amps: number): Finding[] {
  if (amps <= WALL.amps) return [];
  return [
    powerFinding(
      'wall',
      'wall',
      'supply',
      'hit',
      {
        title: `${amps.toFixed(1)} A at a peak, about ${WALL.amps} A from a wall supply`,
        what: 'The wall supply cannot give the peak load.',
        why: [`A closed ${WALL.volts} V supply gives up to ${WALL.amps} A (typical: read yours).`],
      },
      energy.loads.map((l) => l.item.id),
    ),
  ];
}
