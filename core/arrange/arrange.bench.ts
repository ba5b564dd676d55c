/** Arranging the demos from nothing, by seeds. */
import { demos } from '../catalogue';
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
}
