/** Spoilings of what joins the parts: wires of one's own, thin ones, parts left outside, kept boards, hinges. */
import { libraryPart, withMeasuredSizes } from '../../catalogue';
import { sceneOf } from '../../fit';
import { joinsOf } from '../../kit';
import { appliedAll, isHost, length, type Part, type Placement, type Project } from '../../model';
import { powerFigures } from '../../power';
import { check } from '../check';
import { type Case, type Kind, laidOut, withPart } from './kind.fixture';

interface PadOf {
  item: string;
  pad: string;
}
const padsOf = (p: Project, wanted: (name: string, gpio?: number) => boolean): PadOf[] =>
  laidOut(p).flatMap(({ id, part }) =>
    part.pads.filter((d) => wanted(d.name, d.gpio)).map((d) => ({ item: id, pad: d.name })),
  );

const withNet = (p: Project, ...ends: PadOf[]): Project => ({
  ...p,
  wiring: { nets: [...p.wiring.nets, { id: 'spoilt-net', ends }] },
});

/** The first pad of one kind joined to the first of another. */
const joined =
  (a: (name: string, gpio?: number) => boolean, b: typeof a): Kind['cases'] =>
  (p) => {
    const [from] = padsOf(p, a);
    const to = padsOf(p, b).find((q) => q.item !== from?.item || q.pad !== from.pad);
    if (!from || !to) return [];
    return [
      {
        where: `${from.item} ${from.pad} to ${to.item} ${to.pad}`,
        spoilt: withNet(p, from, to),
        ids: [from.item, to.item],
        // Of several wires on one net the first one is told.
        says: /^(Ground joined to cell|5 V joined to 3\.3 V)/,
      },
    ];
  };
const named =
  (...names: string[]) =>
  (name: string): boolean =>
    names.includes(name);
const isLine = (_: string, gpio?: number): boolean => gpio !== undefined;

const outside = (p: Project, id: string): Project =>
  appliedAll(p, [{ do: 'where', item: id, where: 'outside' }]);
const leftOutside =
  (wanted: (q: Part) => boolean): Kind['cases'] =>
  (p) =>
    laidOut(p)
      .filter((q) => wanted(q.part))
      .map((q): Case => ({ where: q.id, spoilt: outside(p, q.id), ids: [q.id] }));

/** The hinge of a build that has one, changed. */

/** Supply wires that Power counts with, drawn out to a hair. */
const hair: Kind['cases'] = (p) =>
  check(p)
    .wiring.wires.filter(({ net }) => net.feeds?.what === 'everything' && net.what === 'power')
    .slice(0, 2)
    .map(({ net }) => ({
      where: net.id,
      spoilt: {
        ...p,
        wiring: {
          nets: [
            {
              id: net.id,
              ends: [
                { item: net.a.item, pad: net.a.pad },
                { item: net.b.item, pad: net.b.pad },
              ],
              awg: 40,
            },
          ],
        },
      },
      ids: [net.a.item, net.b.item],
    }));

/** Pads of one part called by a number, as on a board nobody read the print of. */
const unnamed =
  (wanted: (q: Part) => boolean, ...names: readonly string[]): Kind['cases'] =>
  (p) =>
    laidOut(p)
      // What stands on a carrier is joined by its contacts.
      .filter(({ id }) => !joinsOf(p).some((j) => j.item.id === id))
      .filter(({ part }) => wanted(part) && part.pads.some((d) => names.includes(d.name)))
      .map(({ id, part }): Case => ({
        where: id,
        spoilt: withPart(p, part.id, (q) => ({
          ...q,
          pads: q.pads.map((d, n) => (names.includes(d.name) ? { ...d, name: `P${n + 1}` } : d)),
        })),
        says: /^No (supply |ground )?wire leads to it|^A wire to a pad that is not there/,
      }));

const isSocket = (q: Part): boolean =>
  q.ports?.some((x) => x.carries === 'supply' && x.role === 'gives') === true;
const isLoad = (q: Part): boolean => (q.draws?.peak ?? 0) > 0 && !isHost(q) && !q.carrier;

/** Of all that draws inside the shell. */
const peakWatts = (p: Project): number =>
  powerFigures(p)
    .energy.loads.filter((l) => l.item.where !== 'outside')
    .reduce((sum, { draws }) => sum + draws.peak, 0);

const keptBoard = (p: Project, more: object): Case[] =>
  p.donor
    ? [
        {
          where: 'kept board',
          spoilt: {
            ...p,
            donor: {
              ...p.donor,
              kept: [
                ...p.donor.kept,
                {
                  id: 'kept-spoilt',
                  name: 'Sabotaged board',
                  kind: 'sound board',
                  w: length(20),
                  h: length(20),
                  d: length(2),
                  proved: 'before and after',
                  tests: ['plays both channels'],
                  senses: [],
                  ...more,
                },
              ],
            },
          },
          ids: ['kept-spoilt'],
        },
      ]
    : [];

/** Two plain blocks, the one of the back half above the one of the front: neither touches, and nothing closes. */
const hooked: Kind['cases'] = (p) => {
  const { shell } = sceneOf(p);
  const [front, back] = ['front', 'back'].map((r) => shell?.body.pieces.find((q) => q.role === r));
  if (!shell || !front || !back || back.depth.mm < 20) return [];
  const wall = shell.body.wall.mm;
  const stand = (item: string, piece: string, lift: number): Placement => ({
    item,
    on: { piece },
    x: HOOK_AT[0],
    y: HOOK_AT[1],
    turn: 0,
    up: 'in',
    stand: 'flat',
    lift,
    held: 'jig',
  });
  const block = withMeasuredSizes(libraryPart('magnet-6'));
  const spoilt = appliedAll(p, [
    { do: 'add', part: block },
    { do: 'add', part: block },
    // The first ends 4 mm over the parting plane, the second hangs 4 mm under it.
    { do: 'stand', placement: stand('magnet-6', back.id, back.depth.mm - wall + 3) },
    { do: 'stand', placement: stand('magnet-6-2', front.id, front.depth.mm - wall + 3) },
  ]);
  return [{ where: 'two blocks', spoilt, ids: ['magnet-6', 'magnet-6-2'] }];
};
/** Free from floor to floor in the builds whose back is deep enough, mm. */
const HOOK_AT = [60, 10] as const;

export const WIRE_KINDS: readonly Kind[] = [
  { name: 'the rail joined to ground', makes: 'hit', cases: joined(named('5V'), named('GND')) },
  {
    name: 'the cell joined the wrong way round',
    makes: 'hit',
    cases: joined(named('BAT+'), named('BAT-', 'GND')),
  },
  { name: '5 V on a line of the computer', makes: 'hit', cases: joined(named('5V'), isLine) },
  {
    name: '3.3 V joined to 5 V',
    makes: 'hit',
    cases: joined(named('3V3'), named('5V')),
  },
  { name: 'two lines on one wire', makes: 'hit', cases: joined(isLine, isLine) },
  {
    name: 'a bridge output joined to ground',
    makes: 'hit',
    cases: joined(named('S-'), named('GND')),
  },
  {
    name: 'a wire to a pad that is not there',
    makes: 'tight',
    cases: (p) =>
      padsOf(p, named('GND'))
        .slice(0, 1)
        .map((q) => ({
          where: q.item,
          spoilt: withNet(p, q, { item: q.item, pad: 'NONE' }),
          ids: [q.item],
        })),
  },
  { name: 'a supply wire as thin as a hair', makes: 'tight', cases: hair },
  {
    name: 'a load whose supply pad nobody named',
    makes: 'tight',
    cases: unnamed((q) => isLoad(q) && !q.pads.some((d) => d.name === '3V3'), '5V', 'VIN'),
  },
  {
    name: 'a load whose ground pad nobody named',
    makes: 'tight',
    // Keys have grounds of their own at what reads them.
    cases: unnamed((q) => isLoad(q) && q.inputs === undefined, 'GND'),
  },
  {
    name: 'a converter whose output nobody named',
    makes: 'tight',
    cases: unnamed((q) => q.converter !== undefined && !q.carrier, '5V', 'OUT+'),
  },
  {
    name: 'a socket in the wall whose 5 V pad nobody named',
    makes: 'tight',
    cases: (p) => (p.power.source === 'wall' ? unnamed(isSocket, '5V')(p) : []),
  },
  {
    name: 'a cell whose terminals nobody named',
    makes: 'tight',
    cases: unnamed((q) => q.cell !== undefined, 'BAT+'),
  },
  {
    name: 'a cell whose minus nobody named',
    makes: 'tight',
    cases: unnamed((q) => q.cell !== undefined, 'BAT-'),
  },
  {
    name: 'a computer outside the shell, wired to what is inside',
    needsWalls: true,
    makes: 'hit',
    cases: leftOutside((q) => q.computer !== undefined),
  },
  {
    name: 'a cell outside the shell, wired to what is inside',
    needsWalls: true,
    makes: 'hit',
    cases: leftOutside((q) => q.cell !== undefined),
  },
  {
    name: 'a charger outside the shell, wired to what is inside',
    makes: 'hit',
    cases: leftOutside((q) => q.charger !== undefined),
  },
  {
    name: 'an amplifier outside the shell, wired to what is inside',
    needsWalls: true,
    makes: 'hit',
    cases: leftOutside((q) => q.amp !== undefined),
  },
  {
    name: 'a screen outside the shell, on a bare ribbon',
    makes: 'hit',
    cases: leftOutside((q) => q.screen !== undefined && q.screen.link === 'spi'),
  },
  {
    name: 'a kept board that misses its fuse',
    makes: 'hit',
    cases: (p) => keptBoard(p, { senses: [{ line: 'fuse', answer: 'open' }] }),
  },
  {
    name: 'a kept board nobody saw working',
    makes: 'hit',
    cases: (p) => keptBoard(p, { proved: 'no' }),
  },
  {
    name: 'a kept power board of which nobody read what it bears',
    makes: 'tight',
    cases: (p) => keptBoard(p, { kind: 'power board' }),
  },
  {
    name: 'a kept power board sized for a tenth of an ampere',
    makes: 'hit',
    cases: (p) =>
      keptBoard(p, { kind: 'power board', rating: { limitA: 0.1, minV: 2.5, maxV: 9 } }),
  },
  {
    name: 'a kept power board that bears the peak by 5 % when new',
    makes: 'tight',
    cases: (p) =>
      keptBoard(p, {
        kind: 'power board',
        rating: { limitA: (1.05 * peakWatts(p)) / 5, minV: 2.5, maxV: 9 },
      }),
  },
  {
    name: 'a kept power board for more volts than the pack gives',
    makes: 'hit',
    cases: (p) =>
      p.power.source === 'wall'
        ? []
        : keptBoard(p, { kind: 'power board', rating: { limitA: 5, minV: 4.5, maxV: 9 } }),
  },
  { name: 'a part of the back above one of the front', makes: 'hit', cases: hooked },
];
