/** What comes off a board, and what is changed on it. */
import { type Bench, type Draft, stepId } from '../step';

const PHASE = 'Slim and set';

export const slimming = (on: Bench): Draft[] =>
  on.kit.flatMap(({ item, part }) => [
    ...item.struck.map((id): Draft => {
      const block = part.blocks.find((b) => b.id === id)!;
      const off = block.removable;
      return {
        is: ['slim', item.id, id],
        phase: PHASE,
        title: `Take the ${block.name} off ${item.name}`,
        detail: `${off?.tool ?? 'iron'}, difficulty ${off?.difficulty ?? 3} of 5. ${off?.risk ?? ''} Lost: ${off?.lost ?? 'nothing'}.`,
        after: [stepId('bench', item.id)],
        caution: off?.tool === 'rotary tool' ? 'rotary' : 'solder',
        feed: 'no power',
        acts: [{ do: 'take off', item: item.id, block: id }],
      };
    }),
    ...(item.rProgOhm !== undefined && part.charger && item.rProgOhm !== part.charger.rProgOhm
      ? [
          {
            is: ['program', item.id],
            phase: PHASE,
            title: `Change the program resistor of ${item.name} to ${item.rProgOhm} Ω`,
            detail: `It comes with ${part.charger.rProgOhm} Ω. Measure the new one before it goes on.`,
            after: [stepId('bench', item.id)],
            caution: 'solder',
            feed: 'no power',
            acts: [{ do: 'solder', items: [item.id], nets: [] }],
          } satisfies Draft,
        ]
      : []),
  ]);

/** Steps after which nothing of a board is changed any more. */
export const slimmed = (on: Bench, item: string): string[] => [
  stepId('bench', item),
  stepId('program', item),
  ...(on.kit.find((x) => x.item.id === item)?.item.struck ?? []).map((b) =>
    stepId('slim', item, b),
  ),
];
