/**
 * Turning it off, event by event: the press, the request, the system that halts, "I am down", the cut.
 * Whether the card was at risk is whether power went while the system was up.
 */

/** What turns it off: a latch that waits for the system, a switch in the supply, or the menu alone. */
export type Way = 'latch' | 'switch' | 'menu';

export interface Plan {
  way: Way;
  /** The system halts in so long once it is asked, s: 5 to 20 typical. */
  haltS: number;
  /** The key is held for so long, s. */
  heldS: number;
  /** The latch cuts so long after "I am down", s. */
  graceS: number;
  /** A key held for so long cuts whatever the system does, s. */
  forceS: number;
}

export type Mishap =
  /** The request never reaches the system. */
  | { is: 'no request' }
  /** The system's "I am down" never reaches the latch. */
  | { is: 'no answer' }
  /** It comes so much later, s. */
  | { is: 'late answer'; s: number }
  /** The latch hears "I am down" all the time. */
  | { is: 'answer stuck' }
  /** The system hangs: it never halts. */
  | { is: 'hangs' }
  /** The plug is pulled, or the guard of the cell cuts, at this time, s. */
  | { is: 'pulled'; at: number }
  | { is: 'guard'; at: number };

export type Line = 'key' | 'request' | 'system' | 'down' | 'power';
export interface Moment {
  /** s from the press. */
  t: number;
  line: Line;
  /** What the line is from here on. */
  is: string;
}

export interface Run {
  moments: Moment[];
  /** When power went, and when the system was down; nothing when neither came. */
  cutAt: number | undefined;
  downAt: number | undefined;
  /** Power went while the system was up. */
  isAtRisk: boolean;
  /** The system is down, and power stays on: the cell goes on emptying. */
  isDraining: boolean;
}

/** What was typical of small latches and systems; a builder types his own. */
export const USUAL: Plan = { way: 'latch', haltS: 10, heldS: 0.3, graceS: 2, forceS: 8 };

const has = (mishaps: readonly Mishap[], is: Mishap['is']): boolean =>
  mishaps.some((m) => m.is === is);

/** The key goes down at 0. */
export function simulated(plan: Plan, mishaps: readonly Mishap[]): Run {
  const asked = askedAt(plan, mishaps);
  const halted = asked === undefined || has(mishaps, 'hangs') ? undefined : asked + plan.haltS;
  const answered = answeredAt(plan, mishaps, halted);
  const cuts = [
    ...(plan.way === 'switch' ? [0] : []),
    ...(plan.way === 'latch' && answered !== undefined ? [answered + plan.graceS] : []),
    ...(plan.way === 'latch' && plan.heldS >= plan.forceS ? [plan.forceS] : []),
    ...mishaps.flatMap((m) => (m.is === 'pulled' || m.is === 'guard' ? [m.at] : [])),
  ];
  const cutAt = cuts.length ? Math.min(...cuts) : undefined;
  const alive = (t: number | undefined): t is number =>
    t !== undefined && (cutAt === undefined || t <= cutAt);
  const downAt = alive(halted) ? halted : undefined;
  return {
    moments: momentsOf(plan, { asked, downAt, answered, cutAt, mishaps }),
    cutAt,
    downAt,
    isAtRisk: cutAt !== undefined && downAt === undefined,
    isDraining: cutAt === undefined && downAt !== undefined,
  };
}

/** The menu asks without a line; a switch asks nobody. */
function askedAt(plan: Plan, mishaps: readonly Mishap[]): number | undefined {
  if (plan.way === 'menu') return 0;
  return plan.way === 'latch' && !has(mishaps, 'no request') ? 0 : undefined;
}

/** When the latch hears that the system is down. */
function answeredAt(
  plan: Plan,
  mishaps: readonly Mishap[],
  halted: number | undefined,
): number | undefined {
  if (plan.way !== 'latch') return undefined;
  if (has(mishaps, 'answer stuck')) return 0;
  if (halted === undefined || has(mishaps, 'no answer')) return undefined;
  return mishaps.reduce((t, m) => (m.is === 'late answer' ? t + m.s : t), halted);
}

interface Times {
  asked: number | undefined;
  downAt: number | undefined;
  answered: number | undefined;
  cutAt: number | undefined;
  mishaps: readonly Mishap[];
}

/** Every line at the beginning, and each time it changes. */
function momentsOf(plan: Plan, { asked, downAt, answered, cutAt, mishaps }: Times): Moment[] {
  const end = cutAt ?? Infinity;
  const at = (t: number | undefined, line: Line, is: string): Moment[] =>
    t !== undefined && t <= end ? [{ t, line, is }] : [];
  const isStuck = has(mishaps, 'answer stuck');
  const out = [
    ...(plan.way === 'menu' ? [] : at(0, 'key', 'pressed')),
    ...(plan.way === 'menu' ? [] : [{ t: plan.heldS, line: 'key' as const, is: 'let go' }]),
    ...(plan.way === 'latch' ? at(asked, 'request', 'asked') : []),
    ...at(0, 'system', asked === undefined ? 'up' : 'halting'),
    ...at(downAt, 'system', 'down'),
    ...(plan.way === 'latch' && isStuck ? at(0, 'down', 'says down') : []),
    ...(plan.way === 'latch' && !isStuck ? at(answered, 'down', 'says down') : []),
    { t: 0, line: 'power' as const, is: 'on' },
    ...(cutAt === undefined ? [] : [{ t: cutAt, line: 'power' as const, is: 'off' }]),
  ];
  return out.sort((a, b) => a.t - b.t);
}

/**
 * What a capacitor would have to hold to keep a build up while it halts: C = 2·P·t / (V₁² − V₂²), F.
 *
 * @param watts  drawn meanwhile; @param s  for so long
 * @param from   rail at the beginning, V; @param to  the lowest it may fall to, V
 */
export function holdUpFarad(watts: number, s: number, from: number, to: number): number {
  if (!(from > to)) {
    throw new RangeError(`A capacitor that falls from ${from} to ${to} V gives nothing.`);
  }
  return (2 * watts * s) / (from ** 2 - to ** 2);
}
