/** Arranging the main demo from nothing, by seeds, and the whole-build chance against drawn readings. */
import { demos } from '../catalogue';
import { buildChance, Checker } from '../fit';
import { doubtfulBuild, drawn } from '../fit/chance.fixture';
import { seeded } from '../geometry/seeded.fixture';
import { Arranger } from './index';

const LIMIT_MS = 10_000;

export function arrangeBench(say: (line: string) => void): void {
  for (const [name, p] of [['main demo', demos()[1]!], ['TV box', demos()[2]!], ['paperback', demos()[3]!]] as const) {
    const times: number[] = [];
    let found = 0;
    for (let seed = 101; seed <= 110; seed++) {
      const t = performance.now(), a = new Arranger({ ...p, layout: { placements: [] } }, seed);
      let ok = false;
      while (!ok && performance.now() - t < LIMIT_MS) ok = a.work(200);
      if (ok) { found++; times.push(performance.now() - t); }
    }
    times.sort((a, b) => a - b);
    say(`Arrange, ${name} from nothing: ${found} of 10 seeds within 10 s (aim 9), median ${(times[times.length >> 1]! / 1000).toFixed(1)} s, longest ${(times[times.length - 1]! / 1000).toFixed(1)} s`);
  }
  let most = 0, middle = 0;
  const builds = 50, draws = 20_000;
  for (let i = 0; i < builds; i++) {
    const q = doubtfulBuild(3000 + i), told = buildChance(new Checker(q).findings()).value, { share } = drawn(q, draws, seeded(9000 + i));
    most = Math.max(most, Math.abs(told - share));
    if (share > 0.2 && share < 0.8) middle++;
  }
  say(`Build's chance against ${draws} draws on ${builds} builds: furthest off ${most.toFixed(3)} (aim 0.02); ${middle} of them between 0.2 and 0.8`);
}
