/** Puzzles of one class by seeds, in a process of its own: arguments are a class as JSON, first seed, count, seconds, and "plain" for the baseline. */
import { mustRead } from '../model';
import { Arranger } from './index';
import { puzzle, type PuzzleClass, puzzleProject } from './puzzle.fixture';
import { bottomLeft } from './puzzleProblem.fixture';

const [kind, first, count, seconds, plain] = process.argv.slice(2);
const c = JSON.parse(kind!) as PuzzleClass;
const times: number[] = [];
for (let seed = Number(first); seed < Number(first) + Number(count); seed++) {
  const p = puzzle(c, seed);
  const t = performance.now();
  const late = () => performance.now() - t > Number(seconds) * 1000;
  let ok = false;
  if (plain) ok = bottomLeft(p, seed, late);
  else {
    const a = new Arranger(mustRead(JSON.parse(JSON.stringify(puzzleProject(p)))), seed);
    while (!ok && !late()) ok = a.work(50);
  }
  if (ok) times.push((performance.now() - t) / 1000);
}
process.stdout.write(
  JSON.stringify({
    solved: times.length,
    of: Number(count),
    median: times.sort((a, b) => a - b)[times.length >> 1] ?? null,
  }),
);
