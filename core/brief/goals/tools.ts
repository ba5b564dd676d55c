/** What comes off, against the builder's tools and hands. */
import { partOf } from '../../kit';
import type { Block, Brief, Item, Project, Tool } from '../../model';
import { type Judge, judged, missedIf } from './goal';

/** How difficult a thing may be that comes off, by how many were built before; of 5. */
const HARDEST: Readonly<Record<NonNullable<Brief['skill']>, number>> = {
  'first build': 3,
  'a few built': 4,
  'many built': 5,
};

type Taken = { item: Item; block: Block; removable: NonNullable<Block['removable']> };

export const tools: Judge = ({ p, b }) => {
  if (!b.tools && !b.skill) return undefined;
  const most = HARDEST[b.skill ?? 'a few built'];
  const off = p.kit.items.flatMap((item): Taken[] =>
    partOf(p, item).blocks.flatMap((block) =>
      item.struck.includes(block.id) && block.removable
        ? [{ item, block, removable: block.removable }]
        : [],
    ),
  );
  const own = b.tools && atHand(b.tools);
  const lacking = own ? off.filter(({ removable }) => !own.has(removable.tool)) : [];
  const hard = off.filter(({ removable }) => removable.difficulty > most);
  const hasNoIron = b.tools !== undefined && !b.tools.includes('iron') && wantsIron(p);
  const worst = [...lacking, ...hard];
  return judged(
    [b.skill, ...(b.tools ?? [])].filter(Boolean).join(', '),
    missedIf(lacking.length > 0 || hasNoIron, hard.length > 0),
    hasNoIron ? 'no iron: nothing can be wired' : figureOf(off, lacking, hard, most),
    worst[0] ? `${worst[0].block.name} of ${worst[0].item.name}` : 'the kit',
    worst.map(
      ({ block, item, removable }) =>
        `${block.name} of ${item.name}: ${removable.tool}, ${removable.difficulty}/5`,
    ),
  );
};

/** Something in the kit has pads; what is only plugged together needs no iron. */
const wantsIron = (p: Project): boolean =>
  p.kit.items.some((item) => partOf(p, item).pads.length > 0);

/** What everybody has, and what goes with an iron. */
const atHand = (own: readonly Tool[]): ReadonlySet<string> =>
  new Set([...own, 'fingers', 'knife', 'cutters', ...(own.includes('iron') ? ['wick'] : [])]);

function figureOf(
  off: readonly Taken[],
  lacking: readonly Taken[],
  hard: readonly Taken[],
  most: number,
): string {
  const [hardest] = hard;
  if (lacking.length) return `no ${[...new Set(lacking.map((x) => x.removable.tool))].join(', ')}`;
  if (hardest) return `${hardest.removable.difficulty}/5, you do ${most}/5`;
  return `${off.length} ${off.length === 1 ? 'thing comes' : 'things come'} off, all within reach`;
}
