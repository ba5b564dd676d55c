/**
 * `npm run prove bench`: hidden builds proved from the first trial to the last on the stand-ins, half
 * of them by typed readings; the hours told afterwards against how long each really plays.
 */
import { benchBuilds, scoreOf } from '../core/bench/guided.fixture';

const [builds = 200, first = 1] = process.argv.slice(2).map(Number);
const WANTED = {
  near: 0.95,
  covered: [0.92, 0.98],
  halfWidth: 0.06,
  halfWidthBefore: 0.3,
} as const;
const seeds = Array.from({ length: builds }, (_, i) => first + i);
const s = scoreOf(benchBuilds(), seeds);
const percent = (share: number): string => `${(100 * share).toFixed(1)} %`;
const isWithin = (share: number): boolean =>
  share >= WANTED.covered[0] && share <= WANTED.covered[1];
process.stdout.write(
  `seeds ${first} to ${seeds.at(-1)}: ${s.builds} hidden builds; hours within 5 % in ${percent(s.near)}; bands cover ${percent(s.covered)} (before ${percent(s.coveredBefore)}), median half-width ${percent(s.halfWidth)} (before ${percent(s.halfWidthBefore)})\n`,
);
const isGood =
  s.builds === builds &&
  s.near >= WANTED.near &&
  isWithin(s.covered) &&
  isWithin(s.coveredBefore) &&
  s.halfWidth <= WANTED.halfWidth &&
  s.halfWidthBefore <= WANTED.halfWidthBefore;
process.exit(isGood ? 0 : 1);
