/** Arranges demo builds in a process of its own and prints what was found: one JSON line for each case of the first argument. */
import { demos } from '../catalogue';
import { AIMS, Arranger } from './index';

export interface Case {
  demo: number;
  seed: number;
  fixed: string[];
  bare: boolean;
  more: number;
}
/** Enough places for every demo, by count and not by clock. */
const BUDGET = 60_000;

for (const c of JSON.parse(process.argv[2] ?? '[]') as Case[]) {
  const p = demos()[c.demo]!;
  const a = new Arranger(c.bare ? { ...p, layout: { placements: [] } } : p, c.seed, c.fixed);
  for (let n = 0; n < BUDGET && !a.work(1000); n += 1000);
  const first = AIMS.map((aim) => a.best.get(aim)?.figures);
  if (c.more) a.work(c.more);
  process.stdout.write(
    `${JSON.stringify({ case: c, first, best: AIMS.map((aim) => a.best.get(aim)), progress: a.progress })}\n`,
  );
}
