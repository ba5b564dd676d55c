/** Spoilings of what was chosen: something missing, too weak, of the wrong kind. */
import { libraryPart } from '../../catalogue';
import { applied, type Part, type Project } from '../../model';
import { type Case, type Kind, laidOut, partOfItem, withPart } from './kind.fixture';

const without = (p: Project, id: string): Project => applied(p, { do: 'drop', item: id });

/** Every item whose part a test accepts, dropped from the kit. */
const dropped =
  (wanted: (q: Part) => boolean, says: RegExp): Kind['cases'] =>
  (p) =>
    laidOut(p)
      .filter((q) => wanted(q.part))
      .map((q): Case => ({ where: q.id, spoilt: without(p, q.id), says }));

const swapped =
  (wanted: (q: Part) => boolean, to: string, says: RegExp): Kind['cases'] =>
  (p) =>
    laidOut(p)
      .filter((q) => wanted(q.part) && q.part.id !== to)
      .map((q): Case => ({
        where: `${q.id} is ${to}`,
        spoilt: applied(p, { do: 'swap', item: q.id, part: libraryPart(to) }),
        says,
      }));

const changed =
  (
    wanted: (q: Part) => boolean,
    change: (q: Part) => Part,
    says?: RegExp,
    when: (p: Project) => boolean = () => true,
  ): Kind['cases'] =>
  (p) =>
    laidOut(p)
      .filter((q) => wanted(q.part) && when(p))
      .map((q): Case => ({
        where: q.id,
        spoilt: withPart(p, q.part.id, change),
        ...(says ? { says } : { ids: [q.id] }),
      }));

const added =
  (id: string, says: RegExp): Kind['cases'] =>
  (p) => [{ where: id, spoilt: applied(p, { do: 'add', part: libraryPart(id) }), says, ids: [id] }];

/** Boards that guard a cell, as if they did not. */
const withoutGuards = (p: Project): Project =>
  p.kit.parts.reduce((q, part) => withPart(q, part.id, unguarded), p);
function unguarded(part: Part): Part {
  const bare = { ...part };
  delete bare.protects;
  return bare;
}
const isPouch = (q: Part): boolean => q.cell?.kind === 'pouch';

/** The build with its kept board changed; nothing where no such board runs the games. */
const onKept = (p: Project, change: (q: Part) => Part): Project[] => {
  const id = p.kit.parts.find((q) => q.host?.is === 'kept board')?.id;
  return id === undefined ? [] : [withPart(p, id, change)];
};

/** A device that is carried along draws what it draws from a cell of its own. */
export const drawsInside = (p: Project): boolean =>
  !laidOut(p).some((q) => q.part.host?.is === 'device');

const hasCharger = (p: Project): boolean => laidOut(p).some((q) => q.part.charger);

/** All of a pack: of two cells side by side one alone still feeds the build. */
const withoutCells = (p: Project): Case[] => {
  const cells = p.kit.items.filter((i) => partOfItem(p, i.id).cell && i.where === undefined);
  if (!cells.length) return [];
  const spoilt = cells.reduce((q, { id }) => applied(q, { do: 'drop', item: id }), p);
  return [{ where: cells.map((c) => c.id).join(', '), spoilt, says: /cell|feeds|source/i }];
};

export const KIT_KINDS: readonly Kind[] = [
  {
    name: 'a hole of a board noted beside everything it is made of',
    makes: 'hit',
    cases: changed(
      (q) => (q.holes?.length ?? 0) > 0,
      (q) => ({ ...q, holes: q.holes!.map((h, i) => (i ? h : { ...h, x: h.x - 400 })) }),
      /Hole 1 of/,
    ),
  },
  {
    name: 'a board that takes a line the header does not have',
    makes: 'hit',
    cases: changed(
      (q) => (q.takes?.length ?? 0) > 0,
      (q) => ({ ...q, takes: q.takes!.map((t, i) => (i ? t : { ...t, gpio: 40 })) }),
      /No line 40 on the header/,
    ),
  },
  {
    name: 'digital sound on lines that do not clock it out',
    makes: 'hit',
    cases: changed(
      (q) => (q.takes ?? []).some((t) => t.signal === 'I2S clock'),
      (q) => ({
        ...q,
        takes: q.takes!.map((t) => (t.signal === 'I2S clock' ? { ...t, gpio: 5 } : t)),
      }),
      /I2S clock is on line 18/,
    ),
  },
  {
    name: 'a panel whose clock is on a line that works by software alone',
    makes: 'tight',
    cases: changed(
      (q) => (q.takes ?? []).some((t) => t.signal === 'SPI clock'),
      (q) => ({
        ...q,
        takes: q.takes!.map((t) => (t.signal === 'SPI clock' ? { ...t, gpio: 6 } : t)),
      }),
      /SPI clock is on line 11/,
    ),
  },

  { name: 'no computer', makes: 'open', cases: dropped((q) => q.family === 'sbc', /computer/i) },
  {
    name: 'no cell',
    makes: 'hit',
    // A TV box without a cell is one fed from the wall; with a bank nothing of its supply is left, which is open.
    cases: (p) => (p.way === 'tv box' || !hasCharger(p) ? [] : withoutCells(p)),
  },
  {
    name: 'a bank gone',
    makes: 'open',
    cases: (p) =>
      hasCharger(p) ? [] : dropped((q) => q.cell !== undefined, /cell|feeds|source/i)(p),
  },
  {
    name: 'no charger and no rail',
    makes: 'hit',
    cases: dropped((q) => q.charger !== undefined, /charge|rail/i),
  },
  {
    name: 'no screen and no television',
    makes: 'open',
    cases: (p) =>
      // Of two, the other one still shows something: its window is told.
      laidOut(p).filter((q) => q.part.screen).length === 1
        ? dropped((q) => q.screen !== undefined && !q.host, /picture|screen/i)(p)
        : [],
  },
  {
    name: 'one of two screens gone, its window left',
    makes: 'tight',
    cases: (p) =>
      laidOut(p).filter((q) => q.part.screen).length > 1
        ? dropped((q) => q.screen !== undefined, /shows the inside of the shell/)(p)
        : [],
  },
  {
    name: 'a reed switch without its magnet',
    makes: 'tight',
    cases: (p) =>
      laidOut(p).some((q) => q.part.words.includes('reed'))
        ? dropped(
            (q) => q.family === 'hardware' && q.words.includes('magnet'),
            /none is laid out/,
          )(p)
        : [],
  },
  {
    name: 'an amplifier left out of the chain of sound',
    makes: 'hit',
    cases: dropped((q) => q.amp !== undefined, /speaker|amp|sound/i),
  },
  {
    name: 'switches taken away',
    makes: 'hit',
    cases: dropped(
      (q) => q.family === 'switch' && !q.off && !q.words.includes('reed'),
      /nothing to press|switch/i,
    ),
  },
  {
    name: 'a pack in series on a charger for one',
    makes: 'hit',
    cases: swapped(isPouch, 'pack-2s-2000', /series|Unlike cells/i),
  },
  {
    name: 'loose nickel cells on a lithium charger',
    makes: 'hit',
    cases: (p) =>
      hasCharger(p)
        ? swapped((q) => q.cell !== undefined, 'bay-4', /loose cells|charger|Unlike cells/i)(p)
        : [],
  },
  {
    name: 'a cell far too small for the load',
    makes: 'hit',
    cases: swapped(isPouch, 'slab-300', /C|A |Unlike cells/),
  },
  {
    name: 'a cell thicker than its bay',
    makes: 'hit',
    cases: changed(isPouch, (q) => ({
      ...q,
      blocks: q.blocks.map((b) =>
        b.kind === 'cell' ? { ...b, height: { ...b.height, mm: b.height.mm + 30 } } : b,
      ),
    })),
  },
  {
    name: 'a bare cell without protection',
    makes: 'hit',
    cases: (p) =>
      changed(
        isPouch,
        (q) => ({ ...q, cell: { ...q.cell!, bare: true } }),
        /protection|guard/i,
      )(p).map((c) => ({ ...c, spoilt: withoutGuards(c.spoilt) })),
  },
  {
    name: 'a charge current over the cell',
    makes: 'hit',
    cases: (p) =>
      laidOut(p)
        .filter((q) => q.part.charger)
        .map((q) => ({
          where: q.id,
          spoilt: applied(p, {
            do: 'program',
            item: q.id,
            rProgOhm: q.part.charger!.kVolts / 8,
          }),
          says: /C allowed|charge/i,
        })),
  },
  {
    name: 'a converter too weak for the peak',
    makes: 'hit',
    cases: changed(
      (q) => q.converter !== undefined,
      (q) => ({ ...q, converter: { ...q.converter!, limitA: 0.15 } }),
      /A/,
      drawsInside,
    ),
  },
  {
    name: 'a computer that draws more than anything gives',
    makes: 'hit',
    cases: changed(
      (q) => q.family === 'sbc',
      (q) => ({ ...q, draws: { menu: 12, game: 20, peak: 30 } }),
      /A|V|collapse/,
    ),
  },
  {
    name: 'a speaker below what the amplifier bears',
    makes: 'hit',
    cases: changed(
      (q) => q.speaker !== undefined,
      (q) => ({ ...q, speaker: { ...q.speaker!, ohm: 1 } }),
      /Ω/,
    ),
  },
  {
    name: 'unlike cells side by side',
    makes: 'hit',
    cases: (p) =>
      laidOut(p).some((q) => isPouch(q.part)) ? added('slab-600', /unlike|alike/i)(p) : [],
  },
  {
    name: 'a barrel socket for up to 12 V on the 5 V rail',
    makes: 'hit',
    cases: added('panel-barrel', /12|V/),
  },
  {
    name: 'a screen on lines that others need',
    makes: 'hit',
    cases: swapped(
      (q) => q.screen?.link === 'spi',
      'pane-3-5-parallel',
      /lines|wanted twice|hidden/i,
    ),
  },
  {
    name: 'a charging socket without its pull-downs',
    makes: 'hit',
    cases: added('panel-usb-c-bare', /pull-down|5\.1|C-to-C|resistor/i),
  },
  {
    name: 'buttons through a board that is not there',
    makes: 'hit',
    cases: (p) =>
      p.controls.inputs.length
        ? (['usb', 'expander'] as const)
            .filter((route) => route !== p.controls.route)
            .map((route) => ({
              where: route,
              spoilt: { ...p, controls: { ...p.controls, route } },
              says: /board|expander|controller|inputs/i,
            }))
        : [],
  },
  {
    name: 'a computer whose card nobody can reach',
    needsWalls: true,
    makes: 'hit',
    cases: (p) => {
      const shut: Project = { ...p, brief: { ...p.brief, card: 'under a door' } };
      delete shut.donor;
      // A board that starts from its own chips wants no card.
      if (laidOut(p).some((q) => q.part.host?.starts === 'own chips')) return [];
      const gone = laidOut(p).filter((q) => q.part.family === 'storage');
      const spoilt = gone.reduce((q, at) => without(q, at.id), shut);
      return [{ where: 'card', spoilt, says: /card/i }];
    },
  },
  {
    name: 'a kept board that reads fewer keys than there are',
    makes: 'hit',
    cases: (p) =>
      onKept(p, (q) => ({
        ...q,
        host: { ...q.host!, keys: p.controls.inputs.length - 1 },
      })).map((spoilt) => ({ where: 'keys', spoilt, says: /on the board/ })),
  },
  {
    name: 'a kept board whose picture is another than the screen takes',
    makes: 'hit',
    cases: (p) =>
      onKept(p, (q) => ({
        ...q,
        ports: q.ports!.map((x) => (x.carries === 'spi' ? { ...x, carries: 'composite' } : x)),
      })).map((spoilt) => ({ where: 'picture', spoilt, says: /SPI/ })),
  },
  {
    name: 'a kept board that wants a card and has no slot',
    makes: 'hit',
    cases: (p) =>
      onKept(p, (q) => ({ ...q, host: { ...q.host!, starts: 'card' } })).map((spoilt) => ({
        where: 'card',
        spoilt,
        says: /No card slot/,
      })),
  },
  {
    name: 'a kept board gone',
    makes: 'hit',
    cases: (p) =>
      laidOut(p)
        .filter((q) => q.part.host?.is === 'kept board')
        .map((q) => ({
          where: q.id,
          spoilt: applied(p, { do: 'drop', item: q.id }),
          says: /No computer/,
        })),
  },
  {
    name: 'a television box without a way to the television',
    makes: 'hit',
    cases: (p) =>
      p.way === 'tv box'
        ? laidOut(p)
            .filter((q) => q.part.family === 'sbc')
            .map((q) => ({
              where: q.id,
              spoilt: applied(p, { do: 'reach', item: q.id, connector: 'hdmi', outside: false }),
              says: /television/,
            }))
        : [],
  },
  {
    name: 'a part bought and forgotten',
    makes: 'hit',
    cases: (p) =>
      ['weave-adc', 'hub-2', 'sink-14'].map((id) => ({
        where: id,
        spoilt: applied(p, { do: 'add', part: libraryPart(id) }),
        ids: [id],
      })),
  },
  {
    name: 'a capacity that its size cannot hold',
    makes: 'hit',
    cases: changed(isPouch, (q) => ({
      ...q,
      cell: { ...q.cell!, capacityAh: 3 * q.cell!.capacityAh },
    })),
  },
  {
    name: 'a cell that may not be drawn so hard',
    makes: 'hit',
    cases: changed(isPouch, (q) => ({ ...q, cell: { ...q.cell!, maxDischargeC: 0.1 } })),
  },
  {
    name: 'a converter that stops before the cell is empty',
    makes: 'hit',
    cases: changed(
      (q) => q.converter !== undefined,
      (q) => ({ ...q, converter: { ...q.converter!, minInV: 3.9 } }),
    ),
  },
  {
    name: 'a worn-out cell',
    makes: 'hit',
    cases: (p) =>
      !p.kit.parts.some(isPouch)
        ? []
        : [
            {
              where: 'health',
              spoilt: { ...p, power: { ...p.power, health: 0.21 } },
              says: /h |C/,
            },
          ],
  },
  {
    name: 'thin long power wires',
    makes: 'hit',
    cases: (p) =>
      drawsInside(p)
        ? [
            {
              where: 'AWG 34, 1.5 m',
              spoilt: { ...p, power: { ...p.power, wireAwg: 34, wireMm: 1500 } },
              says: /V|rail/,
            },
          ]
        : [],
  },
  {
    name: 'a switch of 2 Ω in the supply',
    makes: 'hit',
    cases: (p) =>
      drawsInside(p)
        ? [{ where: 'switch', spoilt: { ...p, power: { ...p.power, switchOhm: 2 } }, says: /V/ }]
        : [],
  },
];
