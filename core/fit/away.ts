/** Moves in plain steps, for what only has to get away from something. */
import type { WayOut } from '../model';
import type { PlacedItem } from './scene';

const WORDS = [
  [1, 0, 'right'],
  [-1, 0, 'left'],
  [0, 1, 'up'],
  [0, -1, 'down'],
] as const;

/** A part moved by so many mm in each direction, or only in some: near first. Nothing for what rides on another. */
export function stepsAway(
  at: PlacedItem,
  lengths: readonly number[],
  words: ReadonlyArray<(typeof WORDS)[number][2]> = ['right', 'left', 'up', 'down'],
): WayOut[] {
  if (!('piece' in at.placement.on)) return [];
  return lengths.flatMap((mm) =>
    WORDS.filter((w) => words.includes(w[2])).map(([dx, dy, word]): WayOut => ({
      id: `step-${at.item.id}-${word}-${mm}`,
      text: `Move ${at.item.name} ${mm} mm ${word}`,
      cost: 'no cut',
      effort: 1.5 + mm / 20,
      changes: [
        {
          do: 'place',
          placement: { ...at.placement, x: at.placement.x + dx * mm, y: at.placement.y + dy * mm },
        },
      ],
    })),
  );
}
