/**
 * `npm run prove NAME`: the full counts behind a claim, too long for the tests, with a line for
 * docs/proofs.md: when, at which commit, and the figures it printed last.
 */
import { spawnSync } from 'node:child_process';
import { appendFileSync } from 'node:fs';
import { join } from 'node:path';
import { ROOT, say } from './folders.mjs';

const PROOFS = {
  sabotage: ['--import', 'tsx', 'scripts/sabotage.ts'],
  steps: ['--import', 'tsx', 'scripts/steps.ts'],
  least: ['--import', 'tsx', 'scripts/least.ts'],
  templates: ['--import', 'tsx', 'scripts/templates.ts'],
  made: ['--import', 'tsx', 'scripts/made.ts'],
  press: ['--import', 'tsx', 'scripts/press.ts'],
  trace: ['--import', 'tsx', 'scripts/trace.ts'],
  bench: ['--import', 'tsx', 'scripts/guided.ts'],
  network: ['--import', 'tsx', 'scripts/network.ts'],
  fuzz: ['scripts/fuzz.mjs', '5000', 'all', 'structure'],
  odd: ['--import', 'tsx', 'scripts/odd.ts'],
  intake: ['scripts/intake.mjs'],
  load: ['scripts/load.mjs'],
  login: ['scripts/login.mjs'],
  chaos: ['scripts/chaos.mjs'],
};

const name = process.argv[2];
const args = PROOFS[name];
if (!args) {
  say(`Say which: ${Object.keys(PROOFS).join(', ')}.`);
  process.exit(2);
}
const run = spawnSync(process.execPath, args, {
  cwd: ROOT,
  encoding: 'utf8',
  stdio: ['ignore', 'pipe', 'inherit'],
  maxBuffer: 1e8,
});
say(run.stdout);
if (run.status === null) {
  say(`${name} was ended by ${run.signal}: nothing is noted.`);
  process.exit(1);
}
const commit = spawnSync('git', ['rev-parse', '--short', 'HEAD'], { cwd: ROOT, encoding: 'utf8' });
const figures = run.stdout.trim().split('\n').pop();
const day = new Date().toISOString().slice(0, 10);
appendFileSync(
  join(ROOT, 'docs/proofs.md'),
  `| ${name} | ${day} | ${commit.stdout.trim()} | ${figures} |\n`,
);
process.exit(run.status ?? 1);
