/** `npm run prove trace`: kept boards drawn by chance, traced by a hand that slips, and what contradicts itself. */
import { gameOf, unnamed } from '../core/trace/game.fixture';

const [count = 300] = process.argv.slice(2).map(Number);
const SLIP = 0.05;
let wrong = 0;
let probes = 0;
let allPairs = 0;
let larger = 0;
let overShare = 0;
let planted = 0;
let missed = 0;
let accused = 0;
for (let seed = 1; seed <= count; seed++) {
  const score = gameOf(seed, SLIP);
  if (!score.isRight) {
    wrong++;
    process.stdout.write(`seed ${seed}: a wrong table\n`);
  }
  probes += score.probes;
  allPairs += score.allPairs;
  if (score.pads > 8) {
    larger++;
    overShare += Number(score.probes > 0.6 * score.allPairs);
  }
  const readings = unnamed(seed);
  planted += readings.planted;
  missed += readings.missed.length;
  accused += readings.accused;
}
const share = ((100 * probes) / allPairs).toFixed(0);
process.stdout.write(
  `seeds 1 to ${count}, 1 reading in 20 wrong: ${count - wrong} tables right; ${share} % of the readings of all pairs once, ${overShare} of ${larger} boards of more than 8 pads over 60 %; ${planted} planted contradictions, ${missed} missed, ${accused} clean readings accused\n`,
);
process.exit(wrong > 0.02 * count || missed || accused || probes > 0.6 * allPairs ? 1 : 0);
