/** What a ladder may tell wrongly: levels that are not surely told apart, keys pressed together. */
import type { Input, Project } from '../model';
import { bandOf, levelOf, nearest } from './level';
import type { LadderPlan, Step } from './plan';
import { togetherOf } from './together';

export type LadderFault =
  /** A key whose level may lie nearer to that of another, or to that of none pressed. */
  | { is: 'alike'; key: string; as: string | undefined; channel: number; margin: number }
  /** Two pressed at once are told as one of them, another one, or none. */
  | {
      is: 'together';
      keys: [string, string];
      tells: string | undefined;
      channel: number;
      often: 'always' | 'now and then';
    }
  /** On a channel the converter has not, or a stick has. */
  | { is: 'astray'; keys: string[]; free: number[] };

/** So much of the range must lie between a band and the middle to its neighbour; less is near. */
const MARGIN = 0.01;

export const isNear = (f: Extract<LadderFault, { is: 'alike' }>): boolean => f.margin >= 0;

export function ladderFaults(p: Project, plan: LadderPlan): LadderFault[] {
  return [
    ...(plan.astray.length
      ? [{ is: 'astray' as const, keys: plan.astray.map((i) => i.id), free: plan.free }]
      : []),
    ...plan.channels.flatMap(({ channel, steps }) => [
      ...alike(plan, channel, steps),
      ...together(p, plan, channel, steps),
    ]),
  ];
}

/** Each band against the middles to its neighbours, and that of none pressed against the last key. */
function alike({ setting }: LadderPlan, channel: number, steps: readonly Step[]): LadderFault[] {
  const all = [
    ...steps.map((s) => ({ key: s.input.id, level: s.level, band: s.band })),
    { key: undefined, level: 1, band: bandOf([], setting) },
  ];
  const worst = new Map<string, Extract<LadderFault, { is: 'alike' }>>();
  const note = (key: string | undefined, as: string | undefined, margin: number): void => {
    // Told of a key: what none pressed is taken for is that key.
    const [owner, other] = key === undefined ? [as!, undefined] : [key, as];
    const pair = [owner, other ?? ''].sort().join(' ');
    if (margin >= MARGIN || margin >= (worst.get(pair)?.margin ?? Infinity)) return;
    worst.set(pair, { is: 'alike', key: owner, as: other, channel, margin });
  };
  all.forEach(({ key, level, band }, n) => {
    const [below, above] = [all[n - 1], all[n + 1]];
    if (below) note(key, below.key, band.low - (below.level + level) / 2);
    if (above) note(key, above.key, (level + above.level) / 2 - band.high);
  });
  return [...worst.values()];
}

function together(
  p: Project,
  { setting }: LadderPlan,
  channel: number,
  steps: readonly Step[],
): LadderFault[] {
  const levels = [
    ...steps.map((s) => ({ is: s.input.id, level: s.level })),
    { is: undefined, level: 1 },
  ];
  return steps.flatMap((a, n) =>
    steps.slice(n + 1).flatMap((b): LadderFault[] => {
      const often = togetherOf(p, a.input, b.input);
      if (often === 'never') return [];
      const tells = nearest(levelOf([a.ohm, b.ohm], setting), levels);
      return [{ is: 'together', keys: inOrder(a.input, b.input), tells, channel, often }];
    }),
  );
}

const inOrder = (a: Input, b: Input): [string, string] =>
  a.id < b.id ? [a.id, b.id] : [b.id, a.id];
