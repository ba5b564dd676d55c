/** For builds by seed: the chance that is told, and the share of draws that close. */
import { seeded } from '../geometry/seeded';
import { buildChance } from './chance';
import { doubtfulBuild, drawn } from './chance.fixture';
import { Checker } from './checker';

export interface Row {
  seed: number;
  told: number;
  shared: number;
  parts: number;
  share: number;
}

export function chanceRow(seed: number, draws: number): Row {
  const p = doubtfulBuild(seed);
  const told = buildChance(new Checker(p).findings());
  const { share } = drawn(p, draws, seeded(seed + 7000));
  const parts = p.layout.placements.length;
  return { seed, told: told.value, shared: told.shared, parts, share };
}
