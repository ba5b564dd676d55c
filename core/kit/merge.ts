/**
 * Many component boxes made a sensible few: neighbours of like height become one block that holds
 * them both, as long as that wastes little room. Every box stays inside some block.
 */
export interface Box {
  names: string[];
  x0: number;
  y0: number;
  x1: number;
  y1: number;
  z0: number;
  z1: number;
}

const volume = (b: Box): number => (b.x1 - b.x0) * (b.y1 - b.y0) * (b.z1 - b.z0);
const join = (a: Box, b: Box): Box => ({
  names: [...a.names, ...b.names],
  x0: Math.min(a.x0, b.x0),
  y0: Math.min(a.y0, b.y0),
  x1: Math.max(a.x1, b.x1),
  y1: Math.max(a.y1, b.y1),
  z0: Math.min(a.z0, b.z0),
  z1: Math.max(a.z1, b.z1),
});
/** Pairs further apart than this in a long list are not tried, so that thousands stay quick. */
const NEAR_MM = 12;

/**
 * @param most   blocks to end with
 * @param waste  mm³ one joining may waste even when there are few enough already
 */
export function merged(boxes: readonly Box[], most = 24, waste = 4): Box[] {
  // What is low is many and matters little: low ones first join on a coarse grid.
  let list = boxes.length > 400 ? coarse(boxes) : [...boxes];
  for (;;) {
    let best: [number, number, number] | undefined;
    for (let i = 0; i < list.length; i++) {
      for (let j = i + 1; j < list.length; j++) {
        const a = list[i]!;
        const b = list[j]!;
        if (
          list.length > most &&
          list.length > 60 &&
          (a.x0 - b.x1 > NEAR_MM ||
            b.x0 - a.x1 > NEAR_MM ||
            a.y0 - b.y1 > NEAR_MM ||
            b.y0 - a.y1 > NEAR_MM)
        ) {
          continue;
        }
        const lost = volume(join(a, b)) - volume(a) - volume(b);
        if (!best || lost < best[2]) best = [i, j, lost];
      }
    }
    if (!best || (list.length <= most && best[2] > waste)) return list;
    const [i, j] = best;
    const both = join(list[i]!, list[j]!);
    list = list.filter((_, k) => k !== i && k !== j);
    list.push(both);
  }
}

function coarse(boxes: readonly Box[]): Box[] {
  const tallest = Math.max(...boxes.map((b) => b.z1 - b.z0));
  const cells = new Map<string, Box>();
  for (const b of boxes) {
    const step = 8;
    const key = `${Math.floor((b.x0 + b.x1) / 2 / step)},${Math.floor((b.y0 + b.y1) / 2 / step)},${Math.round(((b.z1 - b.z0) / tallest) * 6)},${b.z0 < 0}`;
    const known = cells.get(key);
    cells.set(key, known ? join(known, b) : b);
  }
  return [...cells.values()];
}

/** "U1, C3 and 4 more". */
export const namesOf = (names: readonly string[]): string =>
  (names.length <= 3
    ? names.join(', ')
    : `${names.slice(0, 2).join(', ')} and ${names.length - 2} more`
  ).slice(0, 200);
