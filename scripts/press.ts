/**
 * `npm run prove press`: seeded boards with one fault or two, named and mended against the stand-in,
 * and as many clean ones, none of which may be accused.
 */
import { drawn, proved } from '../core/press/judge.fixture';

const [boards = 1000] = process.argv.slice(2).map(Number);
/** Named right in so many of them. */
const SHARE = 0.97;
const bad: string[] = [];
let named = 0;
let cleared = 0;
let accused = 0;
let presses = 0;
let keys = 0;
for (let seed = 1; seed <= boards; seed++) {
  const spoilt = drawn(seed, 1 + (seed % 2));
  const p = proved(spoilt.plan, spoilt.board);
  named += Number(p.isNamed);
  cleared += Number(p.isCleared);
  presses += p.presses;
  keys += spoilt.plan.keys.length;
  if (!p.isNamed || !p.isCleared) {
    bad.push(`seed ${seed}: ${p.planted.join(', ')}; named ${p.named[0]?.join(', ') ?? 'nothing'}`);
  }
  const clean = drawn(seed, 0);
  const q = proved(clean.plan, clean.board);
  accused += Number(q.mends > 0 || !q.isCleared);
}
for (const line of bad.slice(0, 40)) process.stdout.write(`${line}\n`);
process.stdout.write(
  `seeds 1 to ${boards}: ${named} of ${boards} boards with one fault or two named, ${cleared} cleared by what was named, ${(presses / keys).toFixed(2)} presses a key; ${accused} of ${boards} clean boards accused\n`,
);
process.exit(named < SHARE * boards || cleared < boards || accused > 0 ? 1 : 0);
