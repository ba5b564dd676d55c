/** Demo builds arranged within a budget of places, counted and not timed. */
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

/** What the first whole search finds, and the best after going on. */
export function arranged(c: Case) {
  const p = demos()[c.demo]!;
  const a = new Arranger(c.bare ? { ...p, layout: { placements: [] } } : p, c.seed, c.fixed);
  for (let n = 0; n < BUDGET && !a.work(1000); n += 1000);
  const first = AIMS.map((aim) => a.best.get(aim)!.figures);
  if (c.more) a.work(c.more);
  return { case: c, first, best: AIMS.map((aim) => a.best.get(aim)!) };
}
