/** One finding of the power station, and two figures shown so that one sees that they differ. */
import type { Finding } from '../../model';

export const powerFinding = (
  id: string,
  code: string,
  check: Finding['check'],
  verdict: Finding['verdict'],
  words: Pick<Finding, 'title' | 'what' | 'why'>,
  about: string[] = [],
): Finding => ({ id: `power:${id}`, code, station: 'power', check, verdict, ...words, about });

/** Two figures with as many digits as it takes to see that they differ. */
export function apart(a: number, b: number): [string, string] {
  for (let digits = 1; digits < 4; digits++) {
    const [x, y] = [a.toFixed(digits), b.toFixed(digits)];
    if (x !== y) return [x, y];
  }
  return [a.toFixed(4), b.toFixed(4)];
}
