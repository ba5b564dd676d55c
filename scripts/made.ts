/**
 * `npm run prove made`: every kind of made part for varied builds, judged by a solid modeller, until
 * there were so many of each kind.
 */
import { madeFor, PROCESSES } from '../core/made';
import { judge } from '../core/made/judge.fixture';
import { varied } from '../core/made/varied.fixture';

const [enough = 60, to = 2000] = process.argv.slice(2).map(Number);
const KINDS = 22;
const truth = await judge();
const counts = new Map<string, number>();
const bad: string[] = [];
let parts = 0;
let seed = 0;
const isDone = (): boolean =>
  counts.size === KINDS && [...counts.values()].every((n) => n >= enough);
while (++seed <= to && !isDone()) {
  const p = varied(seed);
  const way = PROCESSES[seed % PROCESSES.length]!;
  for (const made of madeFor(p, way)) {
    const before = counts.get(made.kind) ?? 0;
    if (before >= enough) continue;
    parts++;
    counts.set(made.kind, before + 1);
    bad.push(...truth.of(p, made, way).map((s) => `seed ${seed}: ${s}`));
  }
}
for (const [kind, n] of [...counts].sort()) process.stdout.write(`${kind}: ${n}\n`);
for (const line of bad.slice(0, 40)) process.stdout.write(`${line}\n`);
const least = Math.min(...counts.values());
process.stdout.write(
  `seeds 1 to ${seed - 1}: ${counts.size} kinds of made part, ${parts} parts, at least ${least} of each; ${bad.length} not as stated\n`,
);
process.exit(bad.length || !isDone() ? 1 : 0);
