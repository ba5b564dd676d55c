/** What keeps two starts apart: locks with owners, files that are old or new and never half. */
import { spawn } from 'node:child_process';
import { mkdirSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';

const dir = mkdtempSync(join(tmpdir(), 'deft-lock-'));
afterAll(() => rmSync(dir, { recursive: true, force: true }));
const node = (code: string): Promise<{ code: number | null; out: string }> =>
  new Promise((resolve) => {
    const child = spawn(process.execPath, ['--input-type=module', '-e', code], {
      cwd: process.cwd(),
      stdio: ['ignore', 'pipe', 'inherit'],
    });
    let out = '';
    child.stdout.on('data', (d: Buffer) => {
      out += d.toString();
    });
    child.on('exit', (c) => resolve({ code: c, out }));
  });

test('five processes that want one lock work one after the other', async () => {
  const log = join(dir, 'log');
  writeFileSync(log, '');
  const code = `import { appendFileSync } from 'node:fs'; import { locked } from './scripts/lock.mjs';
    await locked(${JSON.stringify(join(dir, 'one.lock'))}, 'at work', async () => { appendFileSync(${JSON.stringify(log)}, 'in '); await new Promise((r) => setImmediate(r)); appendFileSync(${JSON.stringify(log)}, 'out '); });`;
  const all = await Promise.all(Array.from({ length: 5 }, () => node(code)));
  expect(all.map((r) => r.code)).toEqual([0, 0, 0, 0, 0]);
  expect(readFileSync(log, 'utf8')).toBe('in out '.repeat(5));
});

/** Takes the lock and is killed in the middle of its work. */
const killedHolding = (lock: string): Promise<void> =>
  new Promise((resolve) => {
    const child = spawn(
      process.execPath,
      [
        '--input-type=module',
        '-e',
        `import { locked } from './scripts/lock.mjs'; await locked(${JSON.stringify(lock)}, 'x', () => { console.log('in'); return new Promise(() => setInterval(() => 0, 1000)); });`,
      ],
      { cwd: process.cwd(), stdio: ['ignore', 'pipe', 'inherit'] },
    );
    child.stdout.once('data', () => child.kill('SIGKILL'));
    child.once('exit', () => resolve());
  });

test('a lock whose owner is killed is taken over by one of many, never by two', async () => {
  const lock = join(dir, 'dead.lock');
  const log = join(dir, 'dead.log');
  writeFileSync(log, '');
  for (let round = 0; round < 3; round++) {
    await killedHolding(lock);
    const code = `import { appendFileSync } from 'node:fs'; import { locked } from './scripts/lock.mjs';
      await locked(${JSON.stringify(lock)}, 'at work', async () => { appendFileSync(${JSON.stringify(log)}, 'in '); await new Promise((r) => setTimeout(r, 5)); appendFileSync(${JSON.stringify(log)}, 'out '); });`;
    await Promise.all(Array.from({ length: 6 }, () => node(code)));
  }
  expect(readFileSync(log, 'utf8')).toBe('in out '.repeat(18));
});

test('a folder an older program left for a lock is no hindrance, and work that fails lets go', async () => {
  const lock = join(dir, 'old.lock');
  mkdirSync(lock);
  writeFileSync(join(lock, 'pid'), '999999');
  const run = (work: string) =>
    node(
      `import { locked } from './scripts/lock.mjs'; await locked(${JSON.stringify(lock)}, 'x', ${work}).catch(() => console.log('failed'));`,
    );
  expect((await run(`() => { throw new Error('no'); }`)).out).toContain('failed');
  expect((await run(`() => console.log('mine')`)).out).toContain('mine');
});

test('what is remembered is read back; what is damaged is as if it were not there', async () => {
  const file = join(dir, 'deep/er/note.json');
  const r = await node(`import { remember, remembered, alive } from './scripts/folders.mjs';
    remember(${JSON.stringify(file)}, { port: 4711 }, 0o600); console.log(remembered(${JSON.stringify(file)}).port, remembered('/nowhere/at/all'), alive(process.pid), alive(999999));`);
  expect(r.out.trim()).toBe('4711 undefined true false');
  writeFileSync(file, '{"port":');
  expect(
    (
      await node(
        `import { remembered } from './scripts/folders.mjs'; console.log(remembered(${JSON.stringify(file)}));`,
      )
    ).out.trim(),
  ).toBe('undefined');
});
