/** What comes off a board, and what is changed on it. */
import { wholePartOf } from '../../kit';
import { type Item, listed, mm1, type Sawn } from '../../model';
import { type Bench, type Draft, stepId } from '../step';

const PHASE = 'Slim and set';

export const slimming = (on: Bench): Draft[] =>
  on.kit.flatMap(({ item, part }) => [
    ...item.struck.map((id): Draft => {
      const block = wholePartOf(on.p, item).blocks.find((b) => b.id === id)!;
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
    ...sawing(item),
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

const crossed = ({ crosses }: Sawn): string => {
  if (!crosses) return 'Look first what it crosses.';
  const bridged = crosses.traces.map((t) => t.name);
  return [
    bridged.length ? `Bridge ${listed(bridged)} with thin wire round the new edge.` : '',
    crosses.planes
      ? 'File the cut edge back 0.3 mm, so that no plane is smeared onto the next, and seal it with lacquer.'
      : '',
  ]
    .filter(Boolean)
    .join(' ');
};

/** Edges come off after what stands on them, and the board is read before it sees power again. */
function sawing(item: Item): Draft[] {
  const cuts = item.sawn ?? [];
  if (!cuts.length) return [];
  const off = item.struck.map((b) => stepId('slim', item.id, b));
  return [
    ...cuts.map((cut): Draft => ({
      is: ['saw', item.id, cut.edge],
      phase: PHASE,
      title: `Saw ${mm1(cut.mm)} mm off the ${cut.edge} edge of ${item.name}`,
      detail: `Score both faces along a rule, clamp it between wood, a fine saw, outside the line; then file to it. ${crossed(cut)}`,
      after: [stepId('bench', item.id), ...off],
      caution: 'rotary',
      feed: 'no power',
      acts: [{ do: 'saw', item: item.id, edge: cut.edge }],
    })),
    {
      is: ['saw-gate', item.id],
      phase: PHASE,
      title: `Gate: ${item.name} after the saw`,
      detail: 'Planes lie a hair apart at a cut edge. Read it before anything feeds it again.',
      after: cuts.map((cut) => stepId('saw', item.id, cut.edge)),
      feed: 'no power',
      gate: {
        point: `every rail of ${item.name} to ground`,
        state: 'off',
        expects: 'as before the saw, and over 1 kΩ both ways round',
      },
    },
  ];
}

/** Steps after which nothing of a board is changed any more. */
export const slimmed = (on: Bench, item: string): string[] => [
  stepId('bench', item),
  stepId('program', item),
  ...(on.kit.find((x) => x.item.id === item)?.item.struck ?? []).map((b) =>
    stepId('slim', item, b),
  ),
  stepId('saw-gate', item),
];
