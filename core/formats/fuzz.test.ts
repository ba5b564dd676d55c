/**
 * 20 seeded mutants of every format, each read in a worker (`npm run prove fuzz` reads 5,000 and ends
 * each after 2 s; here only what hangs is ended).
 */
import { spawn } from 'node:child_process';

test('damaged files are read or refused in a sentence, and none has to be ended', async () => {
  const p = spawn(process.execPath, ['scripts/fuzz.mjs', '20', 'all', 'both', '300'], {
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
});
