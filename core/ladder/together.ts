/** Which keys are pressed at one moment: a channel tells one key, so those do not belong on one. */
import type { Input, InputRole, Project } from '../model';

/** Pressed alone, between moments of play; all others are played with. */
const ALONE: ReadonlySet<InputRole> = new Set<InputRole>([
  'select',
  'start',
  'menu',
  'volume-up',
  'volume-down',
  'power',
]);
/** In one game or another: what a key does besides counts as well. */
const isPlayed = ({ functions }: Input): boolean => functions.some((role) => !ALONE.has(role));
const OPPOSITE: ReadonlyArray<readonly [InputRole, InputRole]> = [
  ['up', 'down'],
  ['left', 'right'],
];

export type Together = 'always' | 'now and then' | 'never';

/** Keys of play at any moment, keys of a chord as well; others in a pause, or beside one of play by chance. */
export function togetherOf(p: Project, a: Input, b: Input): Together {
  const isChord = Object.values(p.controls.duties ?? {}).some(
    (d) => d.by === 'keys' && d.inputs.includes(a.id) && d.inputs.includes(b.id),
  );
  if (isChord) return 'always';
  if (areOpposite(a, b)) return 'never';
  const played = Number(isPlayed(a)) + Number(isPlayed(b));
  if (played === 2) return 'always';
  return played === 1 ? 'now and then' : 'never';
}

/** Up and down of one cross, which do nothing else in any game. */
const areOpposite = (a: Input, b: Input): boolean =>
  a.functions.length === 1 &&
  b.functions.length === 1 &&
  OPPOSITE.some((pair) => pair.includes(a.functions[0]) && pair.includes(b.functions[0]));

const COST: Readonly<Record<Together, number>> = { always: 10, 'now and then': 1, never: 0 };
/** Less than any cost above: four keys on a channel before another one is begun. */
const CROWDED = 0.01;
const ANOTHER = 0.045;
/** Sets tried before the best so far is taken: with a dozen keys on four channels all are. */
const MOST_TRIED = 60_000;

/**
 * Each key on a channel so that as few as can be are told together, on as few channels as hold four keys each.
 *
 * @param fixed  channels chosen by hand, by key
 * @returns      the place of its channel in the list, key by key
 */
export function sharedOut(
  p: Project,
  keys: readonly Input[],
  channels: readonly number[],
  fixed: ReadonlyMap<string, number> = new Map(),
): number[] {
  const cost = keys.map((a) => keys.map((b) => (a === b ? 0 : COST[togetherOf(p, a, b)])));
  const total = (i: number): number => cost[i]!.reduce((s, c) => s + c, 0);
  const order = keys.map((_, i) => i).sort((a, b) => total(b) - total(a));
  const at: number[] = keys.map(() => -1);
  const sizes = channels.map(() => 0);
  keys.forEach((k, i) => {
    const channel = channels.indexOf(fixed.get(k.id) ?? NaN);
    if (channel < 0) return;
    at[i] = channel;
    sizes[channel]!++;
  });
  const free = order.filter((i) => at[i] === -1);
  let best: { cost: number; at: number[] } | undefined;
  let left = MOST_TRIED;
  // A channel more costs a wire and a resistor, a crowded one smaller steps.
  const more = (i: number, channel: number): number =>
    keys.reduce((s, _, j) => s + (at[j] === channel ? cost[i]![j]! : 0), 0) +
    (sizes[channel] ? sizes[channel] * CROWDED : ANOTHER);
  const place = (n: number, sum: number): void => {
    if (left-- <= 0 || (best && sum >= best.cost)) return;
    if (n === free.length) {
      best = { cost: sum, at: [...at] };
      return;
    }
    const i = free[n]!;
    const tries = channels
      .map((_, channel) => ({ channel, adds: more(i, channel) }))
      .sort((a, b) => a.adds - b.adds || a.channel - b.channel);
    for (const { channel, adds } of tries) {
      at[i] = channel;
      sizes[channel]!++;
      place(n + 1, sum + adds);
      sizes[channel]!--;
      at[i] = -1;
    }
  };
  place(0, 0);
  return best?.at ?? at;
}
