/** Open runs of points whose ends meet, joined into closed rings: ends are looked up by place. */
import type { Pt } from '../../geometry';

interface Run {
  points: readonly Pt[];
  used: boolean;
}

/** Runs by the places of their ends, in cells as wide as ends may lie apart. */
class Ends {
  readonly #cells = new Map<string, Run[]>();
  constructor(
    runs: readonly Run[],
    private readonly meet: number,
  ) {
    for (const run of runs) {
      for (const end of [run.points[0]!, run.points[run.points.length - 1]!]) {
        const key = this.#key(...this.#cell(end));
        const there = this.#cells.get(key);
        if (there) there.push(run);
        else this.#cells.set(key, [run]);
      }
    }
  }

  /** A run not used yet that begins or ends here. */
  at(p: Pt): Run | undefined {
    const [i, j] = this.#cell(p);
    for (let di = -1; di <= 1; di++) {
      for (let dj = -1; dj <= 1; dj++) {
        const there = this.#cells.get(this.#key(i + di, j + dj)) ?? [];
        const k = there.findIndex(
          ({ used, points }) =>
            !used && (this.near(p, points[0]!) || this.near(p, points[points.length - 1]!)),
        );
        const run = there[k];
        if (!run) continue;
        // The next one looked for here need not pass by those that are used.
        there.splice(0, k + 1, ...there.slice(0, k).filter((r) => !r.used));
        return run;
      }
    }
    return undefined;
  }

  near(a: Pt, b: Pt): boolean {
    return Math.hypot(a[0] - b[0], a[1] - b[1]) <= this.meet;
  }

  #cell([x, y]: Pt): [number, number] {
    return [Math.floor(x / this.meet), Math.floor(y / this.meet)];
  }
  #key(i: number, j: number): string {
    return `${i} ${j}`;
  }
}

/**
 * @param meet  ends this near are one point
 * @returns     closed rings, their first point not said again, and how many runs stay open
 */
export function chained(
  all: ReadonlyArray<readonly Pt[]>,
  meet: number,
): { rings: Pt[][]; open: number } {
  const runs = all.filter((r) => r.length > 1).map((points): Run => ({ points, used: false }));
  const ends = new Ends(
    runs.filter((r) => !isClosed(r.points, meet)),
    meet,
  );
  const rings: Pt[][] = [];
  let open = 0;
  for (const start of runs) {
    if (start.used) continue;
    start.used = true;
    const points = [...start.points];
    const closed = (): boolean => ends.near(points[0]!, points[points.length - 1]!);
    // Ahead from its end, then back from its beginning.
    if (!closed()) grow(points, ends, closed);
    if (!closed()) {
      points.reverse();
      grow(points, ends, closed);
    }
    if (points.length > 3 && closed()) rings.push(points.slice(0, -1));
    else open++;
  }
  return { rings, open };
}

const isClosed = (points: readonly Pt[], meet: number): boolean => {
  const [a, b] = [points[0]!, points[points.length - 1]!];
  return Math.hypot(a[0] - b[0], a[1] - b[1]) <= meet;
};

function grow(points: Pt[], ends: Ends, closed: () => boolean): void {
  for (;;) {
    const end = points[points.length - 1]!;
    const next = ends.at(end);
    if (!next) return;
    next.used = true;
    const { points: more } = next;
    const ahead = ends.near(end, more[0]!);
    for (let k = 1; k < more.length; k++) points.push(more[ahead ? k : more.length - 1 - k]!);
    if (closed()) return;
  }
}
