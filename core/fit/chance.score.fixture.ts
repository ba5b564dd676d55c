/** Prints, for builds by seed, the chance that is told and the share that drawing finds: `node --import tsx core/fit/chance.score.fixture.ts FIRST COUNT DRAWS`. */
import { seeded } from '../geometry/seeded';
import { buildChance } from './chance';
import { doubtfulBuild, drawn } from './chance.fixture';
import { Checker } from './checker';

const [first, count, draws] = process.argv.slice(2).map(Number) as [number, number, number];
for (let i = 0; i < count; i++) {
  const p = doubtfulBuild(first + i);
  const told = buildChance(new Checker(p).findings());
  process.stdout.write(
    `${JSON.stringify({ seed: first + i, told: told.value, shared: told.shared, parts: p.layout.placements.length, share: drawn(p, draws, seeded(first + i + 7000)).share })}\n`,
  );
}
