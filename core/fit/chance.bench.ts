/** The build's chance against drawn readings, on more builds and draws than the tests take. */
import { seeded } from '../geometry/seeded';
import { buildChance } from './chance';
import { doubtfulBuild, drawn } from './chance.fixture';
import { Checker } from './checker';

export function chanceBench(say: (line: string) => void): void {
  let most = 0;
  let middle = 0;
  const builds = 50;
  const draws = 20_000;
  for (let i = 0; i < builds; i++) {
    const q = doubtfulBuild(3000 + i);
    const told = buildChance(new Checker(q).findings()).value;
    const { share } = drawn(q, draws, seeded(9000 + i));
    most = Math.max(most, Math.abs(told - share));
    if (share > 0.2 && share < 0.8) middle++;
  }
  say(
    `Build's chance against ${draws} draws on ${builds} builds: furthest off ${most.toFixed(3)} (aim 0.02); ${middle} of them between 0.2 and 0.8`,
  );
}
