/** Arranging the demos from nothing, by seeds. */
import { demos } from '../catalogue';
import { Arranger } from './index';
import { puzzle, puzzleProject } from './puzzle.fixture';
import { bottomLeft } from './puzzleProblem.fixture';

const LIMIT_MS = 10_000;
const PLAIN_MS = 5_000;
const PUZZLES = 8;

export function arrangeBench(say: (line: string) => void): void {
  for (const [name, p] of [
    ['main demo', demos()[1]!],
    ['TV box', demos()[2]!],
    ['paperback', demos()[3]!],
  ] as const) {
    const times: number[] = [];
    let found = 0;
    for (let seed = 101; seed <= 110; seed++) {
      const t = performance.now();
      const a = new Arranger({ ...p, layout: { placements: [] } }, seed);
      let ok = false;
      while (!ok && performance.now() - t < LIMIT_MS) ok = a.work(200);
      if (ok) {
        found++;
        times.push(performance.now() - t);
      }
    }
    times.sort((a, b) => a - b);
    say(
      `Arrange, ${name} from nothing: ${found} of 10 seeds within 10 s (aim 9), median ${(times[times.length >> 1]! / 1000).toFixed(1)} s, longest ${(times[times.length - 1]! / 1000).toFixed(1)} s`,
    );
  }
  for (const [parts, slack, aim] of [
    [16, 0.1, 95],
    [24, 0.1, 90],
    [16, 0.05, 50],
  ] as const) {
    const times: number[] = [];
    let plain = 0;
    for (let seed = 501; seed < 501 + PUZZLES; seed++) {
      const p = puzzle({ parts, slack, extras: true }, seed);
      const t = performance.now();
      const a = new Arranger(puzzleProject(p), seed);
      let ok = false;
      while (!ok && performance.now() - t < LIMIT_MS) ok = a.work(50);
      if (ok) times.push(performance.now() - t);
      const t2 = performance.now();
      if (bottomLeft(p, seed, () => performance.now() - t2 > PLAIN_MS)) plain++;
    }
    times.sort((x, y) => x - y);
    say(
      `Puzzles, ${parts} parts at ${slack * 100} % slack: ${times.length} of ${PUZZLES} within 10 s (aim ${aim} %)${times.length ? `, median ${(times[times.length >> 1]! / 1000).toFixed(1)} s` : ''}; bottom-left in random orders, 5 s: ${plain} of ${PUZZLES}`,
    );
  }
}
