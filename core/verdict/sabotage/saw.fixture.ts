/** What a saw spoils: a chip or a pad in its way, a trace nobody bridged, a cell or a panel under it. */
import { blockBox } from '../../geometry';
import type { Item, Part, Project, Sawn } from '../../model';
import { type Case, type Kind, partOfItem } from './kind.fixture';

/** The build with edges of one of its parts sawn off: for `HARMLESS` too. */
export const sawn = (p: Project, item: string, cuts: Sawn[]): Project => ({
  ...p,
  kit: {
    ...p.kit,
    items: p.kit.items.map((i): Item => (i.id === item ? { ...i, sawn: cuts } : i)),
  },
});

type Crosses = Omit<NonNullable<Sawn['crosses']>, 'atMm'>;
const BARE: Crosses = { planes: true, traces: [] };
const boardOf = (part: Part) =>
  part.blocks.find((b) => b.kind === 'board' && b.plan.kind === 'rect');

const chipOf = (part: Part) => part.blocks.find((b) => b.kind === 'chip');

/** From the right edge of a board to the right edge of something on it, mm. */
function fromRight(part: Part, to: (part: Part) => number | undefined): number | undefined {
  const board = boardOf(part);
  const at = to(part);
  return board && at !== undefined ? blockBox(board)[1][0] - at : undefined;
}

/** One spoilt build for each board of a family on which a place to saw is found. */
const boards =
  (
    is: (part: Part) => boolean,
    mmOf: (part: Part, item: Item) => number | undefined,
    crosses: Crosses | undefined,
    says: RegExp,
  ) =>
  (p: Project): Case[] =>
    p.kit.items.flatMap((item): Case[] => {
      const part = partOfItem(p, item.id);
      const mm = is(part) && item.where === undefined ? mmOf(part, item) : undefined;
      if (mm === undefined || mm <= 0) return [];
      const cut: Sawn = {
        edge: 'right',
        mm,
        ...(crosses ? { crosses: { ...crosses, atMm: mm } } : {}),
      };
      return [{ where: item.id, spoilt: sawn(p, item.id, [cut]), ids: [item.id], says }];
    });

/** Computers have no cell and no glass, and every demo but the television's box has one. */
const isComputer = (part: Part): boolean => part.computer !== undefined;

export const SAW_KINDS: readonly Kind[] = [
  {
    name: 'a board sawn through its main chip',
    makes: 'hit',
    cases: boards(
      isComputer,
      (part) =>
        fromRight(part, (q) => {
          const chip = chipOf(q);
          return chip && (blockBox(chip)[0][0] + blockBox(chip)[1][0]) / 2;
        }),
      BARE,
      /The saw goes through/,
    ),
  },
  {
    name: 'a board sawn so that its main chip goes with the strip',
    makes: 'hit',
    cases: boards(
      isComputer,
      (part) =>
        fromRight(part, (q) => {
          const chip = chipOf(q);
          return chip && blockBox(chip)[0][0] - 0.5;
        }),
      BARE,
      /goes with the strip/,
    ),
  },
  {
    name: 'a board sawn where a pad lies',
    makes: 'hit',
    cases: boards(
      (part) => part.charger !== undefined && part.carrier === undefined,
      (part) =>
        fromRight(part, (q) => {
          const xs = q.pads.map((d) => d.x).sort((a, b) => b - a);
          return xs[0] === undefined ? undefined : xs[0] - 0.3;
        }),
      BARE,
      /pads? go(es)? with the strip/,
    ),
  },
  {
    name: 'a board sawn without a look at what runs there',
    makes: 'open',
    cases: boards(isComputer, () => 1.5, undefined, /What does the saw cross/),
  },
  {
    name: 'a board sawn elsewhere than where somebody looked',
    makes: 'open',
    cases: (p) =>
      boards(
        isComputer,
        () => 1.5,
        BARE,
        /What does the saw cross/,
      )(p).map((c) => ({
        ...c,
        spoilt: sawn(p, c.where, [{ edge: 'right', mm: 1.5, crosses: { ...BARE, atMm: 0.8 } }]),
      })),
  },
  {
    name: 'a board sawn across a trace that nobody bridged',
    makes: 'hit',
    cases: boards(
      isComputer,
      () => 1.5,
      { planes: false, traces: [{ name: '5 V', bridged: false }] },
      /cut and not bridged/,
    ),
  },
  {
    name: 'a panel under the saw',
    makes: 'hit',
    cases: boards(
      (part) => part.screen !== undefined,
      () => 2,
      BARE,
      /Never under a saw/,
    ),
  },
  {
    name: 'a cell under the saw',
    makes: 'hit',
    cases: boards(
      (part) => part.cell !== undefined,
      () => 2,
      BARE,
      /Never under a saw/,
    ),
  },
  {
    name: 'a board of which the saw leaves nothing',
    makes: 'hit',
    cases: boards(isComputer, (part) => fromRight(part, () => -3), BARE, /of it left/),
  },
];

/** A hair off the edge of the computer, its one trace bridged and its planes seen to. */
export function sawnSoundly(p: Project): Project {
  const computer = p.kit.items.find((i) => isComputer(partOfItem(p, i.id)));
  const traces = [{ name: 'lamp', bridged: true }];
  const cut: Sawn = { edge: 'top', mm: 0.5, crosses: { atMm: 0.5, planes: true, traces } };
  return computer ? sawn(p, computer.id, [cut]) : p;
}
