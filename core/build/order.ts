/**
 * A topological order that keeps to a preferred rank where the graph leaves a choice.
 *
 * @param rank  lower comes first; ties keep the given order
 * @throws      RangeError naming a step when steps wait for each other in a circle
 */
export function ordered<T extends { id: string; after: readonly string[] }>(
  list: readonly T[],
  rank: (t: T) => number,
): T[] {
  const left = new Map(list.map((t) => [t.id, new Set(t.after)]));
  const byId = new Map(list.map((t) => [t.id, t]));
  const index = new Map(list.map((t, i) => [t.id, i]));
  const out: T[] = [];
  while (left.size) {
    const open = [...left].filter(([, after]) => after.size === 0).map(([id]) => byId.get(id)!);
    if (!open.length) {
      throw new RangeError(
        `These steps wait for each other: ${[...left.keys()].slice(0, 4).join(', ')}.`,
      );
    }
    const next = open.reduce((a, b) =>
      (rank(b) - rank(a) || index.get(b.id)! - index.get(a.id)!) < 0 ? b : a,
    );
    out.push(next);
    left.delete(next.id);
    for (const after of left.values()) after.delete(next.id);
  }
  return out;
}
