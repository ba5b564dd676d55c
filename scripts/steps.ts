/**
 * The full count of the step replay: every example, 300 variations of them by seed, 300 complete kits
 * and every sabotaged build; each list is walked, and every refusal is printed.
 */
import { buildSteps } from '../core/build';
import { Replay } from '../core/build/replay.fixture';
import { varied } from '../core/build/varied.fixture';
import { completeKit } from '../core/chains/kits.fixture';
import { seeded } from '../core/geometry/seeded';
import { type Project, readProject } from '../core/model';
import { cleanBuilds, fits, KINDS } from '../core/verdict/sabotage/run.fixture';

const say = (text: string): void => void process.stdout.write(`${text}\n`);

function* lists(): Generator<[string, Project]> {
  for (const p of cleanBuilds()) yield [p.id, p];
  for (let seed = 1; seed <= 300; seed++) yield [`variation ${seed}`, varied(seed)];
  const random = seeded(7);
  for (let i = 0; i < 300; i++) yield [`kit ${i}`, completeKit(random).p];
  for (const p of cleanBuilds()) {
    for (const kind of KINDS.filter((k) => fits(k, p))) {
      for (const c of kind.cases(p)) {
        if (readProject(c.spoilt).ok) yield [`${p.id}, ${kind.name}, ${c.where}`, c.spoilt];
      }
    }
  }
}

let count = 0;
let steps = 0;
let refused = 0;
for (const [name, p] of lists()) {
  const list = buildSteps(p);
  count++;
  steps += list.length;
  const refusals = Replay.of(p, list);
  refused += refusals.length;
  if (refusals.length) say(`${name}: ${refusals.slice(0, 3).join('; ')}`);
}
say(`seeds 1 to 300 and 7: ${count} lists, ${steps} steps, ${refused} refused`);
process.exit(refused ? 1 : 0);
