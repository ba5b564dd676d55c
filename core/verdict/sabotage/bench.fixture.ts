/** How the bench spoils a plan: parts that are not what their makers say, found before anything is cut. */
import type { ReadingBody, Trial } from '../../bench';
import { readingFor, trialsOf, withReading } from '../../bench';
import type { Project } from '../../model';
import { type Case, type Kind, partOfItem } from './kind.fixture';
import { drawsInside } from './kit.fixture';

/** The build with what was read for a trial. */
function read(p: Project, trial: Trial, body: ReadingBody): Project {
  const made = readingFor(p, trial, body, { with: 'bench', at: '2026-11-01T12:00:00Z' });
  if (!made.ok) throw new Error(`${trial.id}: ${made.sentence}`);
  return withReading(p, made.reading);
}

/** Every trial of a kind, read so; nothing where that spoils nothing. */
const each =
  (
    of: Trial['of'],
    body: (t: Trial, p: Project) => ReadingBody | undefined,
    says: RegExp,
    about: (t: Trial) => boolean = () => true,
  ): Kind['cases'] =>
  (p) =>
    trialsOf(p)
      .filter((t) => t.of === of && about(t))
      .flatMap((t): Case[] => {
        const found = body(t, p);
        return found ? [{ where: t.id, spoilt: read(p, t, found), says }] : [];
      });

const isComputer = (p: Project, t: Trial): boolean => partOfItem(p, t.item).computer !== undefined;
/** A load that stops below so many volts gets no more at a peak: rails of 5 V give up to 5.25 V. */
const ABOVE_RAIL_V = 5.3;

export const BENCH_KINDS: readonly Kind[] = [
  {
    name: 'a cell that came empty',
    makes: 'hit',
    cases: each(
      'arrival',
      ({ expects }) => ({ of: 'arrival', volts: expects!.value * 0.55 }),
      /as it came/,
    ),
  },
  {
    name: 'a cell with more volts than it may have',
    makes: 'hit',
    cases: each(
      'arrival',
      ({ item }, p) => ({ of: 'arrival', volts: partOfItem(p, item).cell!.fullV * 1.05 }),
      /when it is full/,
    ),
  },
  {
    name: 'one draw read twice, three tenths apart',
    makes: 'tight',
    cases: (p) =>
      trialsOf(p)
        .filter((t) => t.of === 'draw' && t.expects!.value > 0.02)
        .map((t): Case => {
          const amps = (by: number): ReadingBody => ({
            of: 'draw',
            state: t.state!,
            amps: by * t.expects!.value,
            volts: t.supply!.volts,
          });
          const spoilt = read(read(p, t, amps(1)), t, amps(0.7));
          return { where: t.id, spoilt, says: /disagree/ };
        }),
  },
  {
    name: 'a whole build that takes half as much again as its parts',
    makes: 'tight',
    cases: each(
      'whole',
      ({ state, supply, expects }) => ({
        of: 'whole',
        state: state!,
        amps: 1.5 * expects!.value,
        volts: supply!.volts,
      }),
      /than its parts/,
    ),
  },
  {
    name: 'hours proved on a stand-in',
    makes: 'tight',
    cases: (p) =>
      trialsOf(p)
        .filter((t) => t.of === 'draw')
        .slice(0, 1)
        .map((t): Case => {
          const one = read(p, t, {
            of: 'draw',
            state: t.state!,
            amps: t.expects!.value,
            volts: t.supply!.volts,
          });
          const readings = one.kit.readings!.map((r) => ({ ...r, isStandIn: true as const }));
          return {
            where: t.id,
            spoilt: { ...one, kit: { ...one.kit, readings } },
            says: /stand-in/,
          };
        }),
  },
  {
    name: 'a cell that holds half of what its maker says',
    makes: 'hit',
    cases: each(
      'capacity',
      ({ item, loadA }, p) => {
        const { cell } = partOfItem(p, item);
        return { of: 'capacity', ah: cell!.capacityAh / 2, amps: loadA!, toV: cell!.cutoffV };
      },
      /Ah of/,
    ),
  },
  {
    name: 'a cell that sags like an old one',
    makes: 'tight',
    cases: each(
      'resistance',
      ({ item, loadA }, p) => {
        const { cell } = partOfItem(p, item);
        const [light, heavy] = [loadA! / 5, loadA!];
        const ohm = 3.2 * cell!.rOhm;
        const volts = cell!.fullV * 0.9;
        return {
          of: 'resistance',
          light: { amps: light, volts: volts - light * ohm },
          heavy: { amps: heavy, volts: volts - heavy * ohm },
        };
      },
      /mΩ where/,
    ),
  },
  {
    name: 'a part that draws nothing',
    makes: 'hit',
    cases: each(
      'draw',
      ({ state, supply }) => ({ of: 'draw', state: state!, amps: 0, volts: supply!.volts }),
      /Draws nothing/,
    ),
  },
  {
    name: 'a converter that gives nothing',
    makes: 'hit',
    cases: each('output', () => ({ of: 'output', volts: 0 }), /0 V at its output/),
  },
  {
    name: 'a converter that gives a fifth too much',
    makes: 'hit',
    cases: each(
      'output',
      ({ expects }) => ({ of: 'output', volts: expects!.value * 1.2 }),
      /V where .* is the most/,
    ),
  },
  {
    name: 'a converter that gives a tenth too little',
    makes: 'hit',
    cases: each(
      'output',
      ({ expects }, p) =>
        drawsInside(p) ? { of: 'output', volts: expects!.value * 0.9 } : undefined,
      /V at the SBC|is wanted|start/,
    ),
  },
  {
    name: 'a converter that stops while the cell is half full',
    makes: 'hit',
    cases: each(
      'least',
      ({ supply }) => ({ of: 'least', volts: supply!.volts }),
      /Works from|start/,
      (t) => t.loadA !== undefined,
    ),
  },
  {
    name: 'a computer that wants more than the rail gives',
    makes: 'hit',
    cases: (p) =>
      each(
        'least',
        () => ({ of: 'least', volts: ABOVE_RAIL_V }),
        /V at the SBC|start/,
        (t) => isComputer(p, t),
      )(p),
  },
  {
    name: 'a computer that draws ten times what was planned',
    makes: 'hit',
    cases: (p) =>
      each(
        'draw',
        ({ state, supply, expects }) => ({
          of: 'draw',
          state: state!,
          amps: Math.min(9, expects!.value * 10),
          volts: supply!.volts,
        }),
        /peak|collapse|start|V/,
        (t) => isComputer(p, t) && t.state === 'peak',
      )(p),
  },
];

/** What was expected, read. */
function expectedOf(t: Trial, p: Project): ReadingBody | undefined {
  const value = t.expects?.value ?? 0;
  switch (t.of) {
    case 'draw':
    case 'whole':
      return { of: t.of, state: t.state!, amps: value, volts: t.supply!.volts };
    case 'output':
    case 'arrival':
    case 'least':
      return { of: t.of, volts: value };
    case 'efficiency':
      return {
        of: 'efficiency',
        into: { amps: 1, volts: t.supply!.volts },
        out: { amps: (t.supply!.volts * value) / 100 / 5, volts: 5 },
      };
    case 'capacity':
      return {
        of: 'capacity',
        ah: 0.98 * value,
        amps: t.loadA!,
        toV: partOfItem(p, t.item).cell!.cutoffV,
      };
    case 'resistance':
      return undefined;
  }
}

/** The whole bench, everything as it was expected. */
export const provedAsPlanned = (p: Project): Project =>
  trialsOf(p).reduce((q, t) => {
    const body = expectedOf(t, p);
    return body ? read(q, t, body) : q;
  }, p);

/** Everything that would spoil it was misread, and taken back. */
export const misreadAndTakenBack = (p: Project): Project => {
  const spoilt = BENCH_KINDS.flatMap((k) => k.cases(p)).flatMap((c) => c.spoilt.kit.readings ?? []);
  const readings = spoilt.map((r, i) => ({ ...r, id: `m${i}`, isTakenBack: true as const }));
  return { ...p, kit: { ...p.kit, readings } };
};
