/**
 * The best question tree there is for small boards, by trying every question in every state.
 *
 * What is known of a key whose contact can only be pressed is which pairs were read open, or the pair
 * that was not. So a state is a set of pairs for each key, and boards are weighed by how they are made.
 */

/** A board of this family: the pair of each key, by its number, or nothing. */
export interface Candidate {
  pairs: ReadonlyArray<number | undefined>;
  weight: number;
}
export const pairsOf = (pads: number): Array<readonly [number, number]> =>
  Array.from({ length: pads }, (_, a) =>
    Array.from({ length: pads - a - 1 }, (_, i) => [a, a + 1 + i] as const),
  ).flat();

const GONE = 0.01;

/** Every board of one common (0.6) or of any pairs (0.4), each contact being gone now and then. */
export function candidates(pads: number, keys: number): Candidate[] {
  const pairs = pairsOf(pads);
  const number = (a: number, b: number): number =>
    pairs.findIndex(([x, y]) => x === Math.min(a, b) && y === Math.max(a, b));
  const weights = new Map<string, Candidate>();
  const add = (of: ReadonlyArray<number | undefined>, weight: number): void => {
    const key = of.join();
    const had = weights.get(key);
    weights.set(key, { pairs: of, weight: (had?.weight ?? 0) + weight });
  };
  const ways = (own: readonly (readonly number[])[], weight: number, distinct: boolean): void => {
    const walk = (k: number, of: Array<number | undefined>, w: number): void => {
      if (k === keys) return add(of, w);
      walk(k + 1, [...of, undefined], w * GONE);
      const free = own[k]!.filter((n) => !distinct || !of.includes(n));
      for (const n of free) walk(k + 1, [...of, n], (w * (1 - GONE)) / free.length);
    };
    walk(0, [], weight);
  };
  for (let common = 0; common < pads; common++) {
    const own = Array.from({ length: pads }, (_, n) => n)
      .filter((n) => n !== common)
      .map((n) => number(common, n));
    ways(
      Array.from({ length: keys }, () => own),
      0.6 / pads,
      true,
    );
  }
  ways(
    Array.from({ length: keys }, () => pairs.map((_, n) => n)),
    0.4,
    false,
  );
  return [...weights.values()];
}

/**
 * Probes the best tree asks on average until the heaviest board left weighs this share of all left.
 *
 * Exact: every question of every state, states remembered by the boards that are left in them.
 */
export function bestTree(
  boards: readonly Candidate[],
  questions: number,
  keys: number,
  sure: number,
): number {
  const memo = new Map<string, number>();
  const cost = (left: readonly number[]): number => {
    const sum = left.reduce((s, n) => s + boards[n]!.weight, 0);
    const most = Math.max(...left.map((n) => boards[n]!.weight));
    if (most / sum >= sure) return 0;
    const key = left.join();
    const known = memo.get(key);
    if (known !== undefined) return known;
    let best = Infinity;
    for (let k = 0; k < keys; k++) {
      for (let q = 0; q < questions; q++) {
        const yes = left.filter((n) => boards[n]!.pairs[k] === q);
        if (!yes.length || yes.length === left.length) continue;
        const no = left.filter((n) => boards[n]!.pairs[k] !== q);
        const weigh = (of: readonly number[]): number =>
          of.reduce((s, n) => s + boards[n]!.weight, 0) / sum;
        const yesCost = weigh(yes) * cost(yes);
        if (1 + yesCost >= best) continue;
        best = Math.min(best, 1 + yesCost + weigh(no) * cost(no));
      }
    }
    memo.set(key, best);
    return best;
  };
  return cost(boards.map((_, n) => n));
}
