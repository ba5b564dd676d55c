/** What is printed for the build: before what it helps to cut or holds, and glued on where it shows. */
import { type Item, MADE_TOOLS, type MadeKind, type Part } from '../../model';
import { type Bench, type Draft, stepId } from '../step';

/** How one that lies outside is put on, and after which cut. */
const ON: Readonly<Partial<Record<MadeKind, string>>> = {
  bezel:
    'Picture on and upright, slide it until the frame is even all round, then glue: a spot at each corner.',
  'port plate': 'Plug in its plug, press the plate against it, glue: the plug sets where it lies.',
  cap: 'Into its hole from inside; it must fall back by itself.',
  'cap extender': 'Under the peg, straight; let it cure before a key is pressed.',
  'light pipe': 'From inside, a drop of clear glue at its flange; black paint round it.',
  filler: 'Flange behind the wall, glued flush.',
  'slot filler': 'Into its slot; it comes out again.',
  door: 'One ledge in first; ease the other with a file until it snaps.',
  'hinge cover': 'Clipped over the barrel; open and shut ten times.',
};

interface MadeItem {
  item: Item & { made: NonNullable<Item['made']> };
  part: Part;
}

const madeOn = (on: Bench): MadeItem[] =>
  on.kit.flatMap(({ item, part }) =>
    item.made ? [{ item: { ...item, made: item.made }, part }] : [],
  );

/** Everything that is printed, one step each. */
export const printing = (on: Bench): Draft[] =>
  madeOn(on).map(({ item, part }): Draft => ({
    is: ['make', item.id],
    phase: 'Slim and set',
    title: `Make ${item.name}`,
    detail: `Print or cut it, deburr it, measure it. ${part.note}`.trim(),
    after: [],
    acts: [{ do: 'make', item: item.id }],
  }));

/** Its hole is cut first: ids of steps that may not be there. */
const holesOf = ({ made }: MadeItem['item']): string[] => {
  const of = made.for;
  return [stepId('open', of), stepId('open', of, 'window'), stepId('blank', of)];
};

/** Put in from inside, before what lies behind them. */
const FROM_INSIDE: ReadonlySet<MadeKind> = new Set<MadeKind>([
  'cap',
  'cap extender',
  'light pipe',
  'filler',
]);

/** What has no place of its own and is put on or in by hand. */
const putOn = (on: Bench): MadeItem[] =>
  madeOn(on)
    .filter(({ item }) => !MADE_TOOLS.has(item.made.kind))
    .filter(({ item }) => !on.p.layout.placements.some((q) => q.item === item.id));

const step = ({ item }: MadeItem, after: readonly string[]): Draft => ({
  is: ['put-on', item.id],
  phase: 'Close and prove',
  title: `Put ${item.name} on`,
  detail: ON[item.made.kind] ?? 'Try it dry, then glue.',
  after: [stepId('make', item.id), ...holesOf(item), ...after],
  feed: 'no power',
  acts: [{ do: 'fix', item: item.id, how: 'glue' }],
});

/** Caps, pipes and fillers: in before anything is set behind them. */
export const fromInside = (on: Bench): Draft[] =>
  putOn(on)
    .filter(({ item }) => FROM_INSIDE.has(item.made.kind))
    .map((m) => step(m, []));

/** What shows outside: on once what lies behind it is in. */
export const covering = (on: Bench, inside: readonly string[]): Draft[] =>
  putOn(on)
    .filter(({ item }) => !FROM_INSIDE.has(item.made.kind))
    .map((m) => step(m, inside));
