/**
 * The least set of candidates in which every clause holds: a programme over zeros and ones, given
 * to a solver. A clause says that one of `take` is in the set, or one of `leave` is not.
 */
export interface Clause {
  take: readonly number[];
  leave: readonly number[];
}
export interface Programme {
  /** What each candidate weighs; all above nothing. */
  weights: readonly number[];
  clauses: readonly Clause[];
  /** Candidates that say different things of the same; at most one of each group is in. */
  groups: ReadonlyArray<readonly number[]>;
  /** Candidates that may not be in. */
  barred: ReadonlySet<number>;
}

const isWithin = (a: readonly number[], b: readonly number[]): boolean =>
  a.every((i) => b.includes(i));
/** Whether `a` holding makes `b` hold. */
const implies = (a: Clause, b: Clause): boolean =>
  isWithin(a.take, b.take) && isWithin(a.leave, b.leave);

/** Clauses with one more, without those that another of them says already. */
export function withClause(clauses: readonly Clause[], more: Clause): Clause[] {
  if (clauses.some((c) => implies(c, more))) return [...clauses];
  return [...clauses.filter((c) => !implies(more, c)), more];
}

/** Takes a programme in the LP format; nothing for one that no set fulfils. */
export type Solver = (lp: string) => ReadonlyMap<string, number> | undefined;

const x = (i: number): string => `x${i}`;

/** The programme in the LP format, which solvers read. */
export function lpOf({ weights, clauses, groups, barred }: Programme): string {
  const sum = (terms: readonly string[]): string => terms.join(' ').replace(/^\+ /, '');
  const clause = ({ take, leave }: Clause, i: number): string => {
    const terms = [...take.map((j) => `+ ${x(j)}`), ...leave.map((j) => `- ${x(j)}`)];
    return ` c${i}: ${sum(terms)} >= ${1 - leave.length}`;
  };
  return [
    'Minimize',
    ` obj: ${sum(weights.map((w, i) => `+ ${w.toFixed(4)} ${x(i)}`))}`,
    'Subject To',
    ...clauses.map(clause),
    ...groups.map((g, i) => ` g${i}: ${sum(g.map((j) => `+ ${x(j)}`))} <= 1`),
    ...[...barred].map((j) => ` b${j}: ${x(j)} <= 0`),
    'Binary',
    ` ${weights.map((_, i) => x(i)).join(' ')}`,
    'End',
    '',
  ].join('\n');
}

/** @returns  the candidates of the least set, or nothing when there is none */
export function leastSet(programme: Programme, solve: Solver): number[] | undefined {
  // A clause that nothing can fulfil: no solver is needed to say so.
  if (programme.clauses.some((c) => !c.take.length && !c.leave.length)) return undefined;
  if (!programme.weights.length) return programme.clauses.length ? undefined : [];
  const values = solve(lpOf(programme));
  return values && programme.weights.flatMap((_, i) => ((values.get(x(i)) ?? 0) > 0.5 ? [i] : []));
}
