/**
 * A contact that closes bounces: one press is many edges for some milliseconds. A debounce waits until
 * the line has been still for so long, and tells the state it has then.
 */

/** The line goes to this level at this time, ms; 1 is pressed. */
export interface Edge {
  t: number;
  level: 0 | 1;
}
/** One press and one letting go, as the line showed them. */
export interface Press {
  edges: readonly Edge[];
  /** When the finger pressed and let go, ms. */
  down: number;
  up: number;
}

/**
 * What is told of edges: after every change the line must stay for `stillMs`; only then, and only when
 * it differs from what was told before, it is told.
 *
 * @param edges  in order of time; the line is released before the first
 */
export function debounced(edges: readonly Edge[], stillMs: number): Edge[] {
  const told: Edge[] = [];
  let last: 0 | 1 = 0;
  edges.forEach(({ t, level }, i) => {
    const next = edges[i + 1]?.t ?? Infinity;
    if (next - t <= stillMs || level === last) return;
    told.push({ t: t + stillMs, level });
    last = level;
  });
  return told;
}

export interface Outcome {
  stillMs: number;
  /** Of so many presses: told twice or more, and not at all. */
  presses: number;
  doubles: number;
  missed: number;
  /** From the finger to what is told, ms: typical (median) and of the slowest in a hundred. */
  typicalMs: number;
  slowMs: number;
}

/** Presses told, one by one: how often each is told, and how late. */
export function outcomeOf(presses: readonly Press[], stillMs: number): Outcome {
  let doubles = 0;
  let missed = 0;
  const late: number[] = [];
  for (const { edges, down } of presses) {
    const pressed = debounced(edges, stillMs).filter((e) => e.level === 1);
    if (!pressed.length) missed++;
    else late.push(pressed[0]!.t - down);
    if (pressed.length > 1) doubles++;
  }
  late.sort((a, b) => a - b);
  const at = (share: number): number => late[Math.floor(share * (late.length - 1))] ?? 0;
  return {
    stillMs,
    presses: presses.length,
    doubles,
    missed,
    typicalMs: at(0.5),
    slowMs: at(0.99),
  };
}

/** Settings that are tried, ms: no line is asked more often than a thousand times a second. */
const SETTINGS_MS: readonly number[] = Array.from({ length: 31 }, (_, i) => i);
/** Doubled or missed at most once in so many presses: an evening's play. */
export const ONE_IN = 1000;

export interface Choice {
  all: Outcome[];
  /** The shortest wait that is good enough; nothing where none is. */
  best: Outcome | undefined;
}

/** The shortest wait at which no more than one press in {@link ONE_IN} is doubled or missed. */
export function choose(presses: readonly Press[]): Choice {
  const all = SETTINGS_MS.map((ms) => outcomeOf(presses, ms));
  const isGood = (o: Outcome): boolean => (o.doubles + o.missed) * ONE_IN <= o.presses;
  return { all, best: presses.length ? all.find(isGood) : undefined };
}
