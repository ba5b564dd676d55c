/** How the supply of a build is spoilt: rails, feeds, limits and cells that do not do what the plan says. */
import { libraryPart, STARTER_PARTS } from '../../catalogue';
import { applied, FROM_SOURCE, type Part, type Project } from '../../model';
import { heatFindings, warmBodies } from '../../heat';
import { powerFigures } from '../../power';
import { check } from '../check';
import { type Case, type Kind, withPart } from './kind.fixture';
import { drawsInside } from './kit.fixture';

/** AWG 28 at 1 A loses 30 mV over so much of it there and back, mm: seen above what is rounded. */
const MUCH_MM = 90;

/** Every part of the kit that does something, changed; named by the item or by what is said. */
const each =
  (has: (q: Part) => boolean, change: (q: Part) => Part, says: RegExp): Kind['cases'] =>
  (p) =>
    p.kit.items
      .filter((i) => i.where !== 'left out')
      .flatMap((item): Case[] => {
        const part = p.kit.parts.find((q) => q.id === item.part)!;
        if (!has(part)) return [];
        return [{ where: item.name, spoilt: withPart(p, part.id, change), says }];
      });

const converted = (
  change: (c: NonNullable<Part['converter']>) => Partial<typeof c>,
  says: RegExp,
) =>
  each(
    (q) => q.converter !== undefined,
    (q) => ({ ...q, converter: { ...q.converter!, ...change(q.converter!) } }),
    says,
  );
const onPack = (p: Project): boolean => powerFigures(p).run !== undefined && drawsInside(p);
/** Only builds that run from a pack. */
const packed =
  (cases: Kind['cases']): Kind['cases'] =>
  (p) =>
    onPack(p) ? cases(p) : [];

/** A load that runs on the cell as it is has nothing against it. */
const bearsCell = (p: Project, item: string): boolean => {
  const { supply } = powerFigures(p);
  const window = supply?.places.find((q) => q.item === item && q.is === 'load')?.window;
  return window !== undefined && window[0] <= (supply?.energy.pack?.cutoffV ?? Infinity);
};

/** The resistor that charges gently enough for the cell, whatever the tolerance. */
function gentlest(p: Project, kVolts: number): number {
  const { pack } = powerFigures(p).energy;
  return kVolts / (0.85 * (pack?.maxChargeC ?? 1) * (pack?.capacityAh ?? 1));
}

export const POWER_KINDS: readonly Kind[] = [
  {
    name: 'a rail of 12 V on 5 V loads',
    makes: 'hit',
    cases: packed(converted(() => ({ outV: 12, kind: 'boost' }), /V/)),
  },
  {
    name: 'a rail of 4.5 V',
    makes: 'hit',
    cases: packed(converted(() => ({ outV: 4.5 }), /V/)),
  },
  {
    name: 'a linear regulator that should lift a cell to 5 V',
    makes: 'hit',
    cases: packed(converted(() => ({ kind: 'linear' }), /V|start/)),
  },
  {
    name: 'a buck on a single cell',
    makes: 'hit',
    cases: packed(converted(() => ({ kind: 'buck' }), /V|start/)),
  },
  {
    name: 'a boost whose figure is that of its switch',
    makes: 'hit',
    cases: (p) => {
      const peak = powerFigures(p).peak;
      if (!peak) return [];
      return converted(
        () => ({ switchRated: true, limitA: peak.outA * 1.05 }),
        /peak load|A allowed/,
      )(p);
    },
  },
  {
    name: 'a 5 V load wired to the cell',
    makes: 'hit',
    cases: packed((p) =>
      p.kit.items.flatMap((item): Case[] => {
        const part = p.kit.parts.find((q) => q.id === item.part)!;
        if (!part.draws || item.where === 'left out' || bearsCell(p, item.id)) return [];
        const feeds = { [item.id]: FROM_SOURCE };
        return [{ where: item.name, spoilt: { ...p, power: { ...p.power, feeds } }, says: /V/ }];
      }),
    ),
  },
  {
    name: 'a worn cell of high resistance',
    makes: 'hit',
    cases: packed(
      each(
        (q) => q.cell !== undefined,
        (q) => ({ ...q, cell: { ...q.cell!, rOhm: 4 } }),
        /collapse|start|C at a peak/,
      ),
    ),
  },
  {
    name: 'a board that draws ten times what was planned',
    makes: 'hit',
    cases: each(
      (q) => q.computer !== undefined,
      (q) => ({
        ...q,
        draws: { menu: q.draws!.menu * 10, game: q.draws!.game * 10, peak: q.draws!.peak * 10 },
      }),
      /peak|collapse|start|V/,
    ),
  },
  {
    name: 'a capacity that its size cannot hold, charged by it',
    makes: 'hit',
    cases: packed(
      each(
        (q) => q.cell?.kind === 'pouch',
        (q) => ({ ...q, cell: { ...q.cell!, capacityAh: q.cell!.capacityAh * 3 } }),
        /not believable/,
      ),
    ),
  },
  {
    name: 'power wires planned at a finger’s breadth and laid across the shell',
    makes: 'tight',
    // Thin enough that the length is seen at the computer.
    cases: packed((p) => {
      const rail = powerFigures(p).rail;
      if (!rail) return [];
      const spoilt = { ...p, power: { ...p.power, wireAwg: 28, wireMm: 5 } };
      return (check(p).wiring.wires ?? []).some(
        ({ net, cutMm }) => net.feeds?.at === 'rail' && (cutMm ?? 0) > MUCH_MM / rail.value.amps,
      )
        ? [{ where: '5 mm', spoilt, says: /laid/ }]
        : [];
    }),
  },
  {
    name: 'a board so hot that its shell cannot lose it',
    makes: 'hit',
    cases: each(
      (q) => q.computer !== undefined,
      (q) => ({ ...q, draws: { menu: 5, game: 7, peak: 7 } }),
      /°C/,
    ),
  },
  {
    name: 'a charger that burns watts beside the cell in a closed shell',
    makes: 'tight',
    cases: packed((p) =>
      p.kit.items.flatMap((item): Case[] => {
        const part = p.kit.parts.find((q) => q.id === item.part)!;
        // One that is warm already is not spoilt by it; one alone in its body stays cool.
        if (!part.charger || heatFindings(p).length > 0) return [];
        if (warmBodies(p, 'game').length > 1) return [];
        const hot = withPart(p, part.id, (q) => ({
          ...q,
          charger: {
            ...q.charger!,
            switching: false,
            powerPath: false,
            rProgOhm: gentlest(p, q.charger!.kVolts),
          },
        }));
        const items = hot.kit.items.map(({ rProgOhm, ...i }) => {
          void rProgOhm;
          return i;
        });
        return [{ where: item.name, spoilt: { ...hot, kit: { ...hot.kit, items } }, says: /°C/ }];
      }),
    ),
  },
  {
    name: 'a soft latch and no key that wakes it',
    makes: 'open',
    cases: (p) => {
      const add = { do: 'add', part: libraryPart('latch') } as const;
      const isAwake = p.controls.inputs.some((i) => i.functions[0] === 'power');
      return isAwake
        ? []
        : [{ where: 'latch', spoilt: applied(p, add), says: /wants a key on its own two pads/ }];
    },
  },
  {
    name: 'a latch for less than the rail gives',
    makes: 'hit',
    cases: (p) => {
      const latch = STARTER_PARTS.find((q) => q.off?.kind === 'latch')!;
      const weak = { ...latch, id: 'weak-latch', off: { ...latch.off!, amps: 0.1 } };
      const at = powerFigures(p).supply?.computer;
      return at === undefined
        ? []
        : [
            {
              where: 'latch',
              spoilt: applied(p, { do: 'add', part: weak }),
              says: /carries more than it is made for/,
            },
          ];
    },
  },
  {
    name: 'two speakers side by side on a channel that bears one',
    makes: 'hit',
    cases: (p) =>
      p.kit.parts
        .filter((q) => q.speaker)
        .map((q): Case => {
          const both = applied(p, { do: 'add', part: { ...q, id: `${q.id}-b` } });
          const amp = p.kit.parts.find((x) => x.amp)!;
          return {
            where: q.name,
            spoilt: withPart(both, amp.id, (x) => ({
              ...x,
              amp: { ...x.amp!, channels: 1, minOhm: q.speaker!.ohm },
            })),
            says: /side by side on one channel/,
          };
        }),
  },
  {
    name: 'a speaker for a third of a watt on a strong amplifier',
    makes: 'hit',
    cases: each(
      (q) => q.speaker !== undefined,
      (q) => ({ ...q, speaker: { ...q.speaker!, ratedW: 0.3 } }),
      /W into a speaker/,
    ),
  },
  {
    name: 'a speaker that nobody hears',
    makes: 'tight',
    cases: each(
      (q) => q.speaker !== undefined,
      (q) => ({ ...q, speaker: { ...q.speaker!, sensitivityDb: 48 } }),
      /dB/,
    ),
  },
  {
    name: 'a cell that is empty before the weekend is over',
    makes: 'tight',
    cases: packed(
      each(
        (q) => q.converter !== undefined,
        (q) => ({ ...q, converter: { ...q.converter!, idleA: 0.2 } }),
        /off/,
      ),
    ),
  },
];
