/** 200 seeded mutants of every format, each read in a worker that is ended after 2 s (`npm run fuzz` reads 5,000). */
import { spawn } from 'node:child_process';
import { expect, test } from '@jest/globals';

test('damaged files are read or refused in a sentence; fewer than 1 in 100 has to be ended', async () => {
  const p = spawn(process.execPath, ['scripts/fuzz.mjs', '200'], {
    stdio: ['ignore', 'pipe', 'inherit'],
  });
  let text = '';
  p.stdout.on('data', (d: Buffer) => {
    text += d.toString();
  });
  const code = await new Promise((done) => {
    p.on('close', done);
  });
  process.stdout.write(text);
  expect([code, text.split('\n').filter((l) => / 0 crashed$/.test(l)).length]).toEqual([0, 12]);
}, 400_000);
