/**
 * What a build would be with another part in an item's place: the whole scorecard, computed, not guessed.
 */
import { applied, type Part, type Project } from '../model';
import { billOf } from '../kit';
import { type Check, check } from '../verdict';
import { scorecard } from './goals';
import type { Score } from './score';

export interface Outcome {
  hours?: number;
  /** Hits of every station, and the least margin that is left, mm. */
  hits: number;
  leastMm?: number;
  breaks: number;
  cost: number;
  massG: number;
  scores: Pick<Score, 'goal' | 'standing'>[];
}
export interface Alternative {
  part: Part;
  outcome: Outcome;
}

/** What a judged build comes to. */
export function outcomeOf(p: Project, c: Check): Outcome {
  const bill = billOf(p);
  const run = c.power.run?.value;
  const margins = c.findings.flatMap((f) =>
    f.station === 'fit' && f.measure ? [f.measure.gap - f.measure.required] : [],
  );
  return {
    ...(run ? { hours: run.hours } : {}),
    hits: c.findings.filter((f) => f.check !== 'chain' && f.verdict === 'hit').length,
    ...(margins.length ? { leastMm: Math.min(...margins) } : {}),
    breaks: c.findings.filter((f) => f.check === 'chain').length,
    cost: bill.total,
    massG: bill.massG,
    scores: scorecard(p, c).map(({ goal, standing }) => ({ goal, standing })),
  };
}

/** Parts that could stand in an item's place: of its kind, and doing what it does here. */
export function alternatives(p: Project, item: string, library: readonly Part[]): Part[] {
  const part = p.kit.parts.find((q) => q.id === p.kit.items.find((i) => i.id === item)?.part);
  if (!part) return [];
  const known = new Set<string>([part.id]);
  return library.filter(
    (q) =>
      q.family === part.family &&
      !!q.cell === !!part.cell &&
      !!q.charger === !!part.charger &&
      !!q.amp === !!part.amp &&
      !!q.screen === !!part.screen &&
      !!q.off === !!part.off &&
      (known.has(q.id) ? false : (known.add(q.id), true)),
  );
}

/** One alternative after another, so that a worker can tell how far it is. Wires are laid only once one is taken. */
export function* compare(
  p: Project,
  item: string,
  parts: readonly Part[],
  now: Check = check(p),
): Generator<Alternative> {
  for (const part of parts) {
    const q = applied(p, { do: 'swap', item, part });
    yield { part, outcome: outcomeOf(q, check(q, now.checker, true)) };
  }
}
