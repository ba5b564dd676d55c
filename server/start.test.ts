/**
 * Starting and staying up: the database killed under the server comes back by itself; a first start
 * that is broken off, or made twice at once, leaves nothing that keeps the next from starting.
 */
import { type ChildProcess, spawn, spawnSync } from 'node:child_process';
import {
  chmodSync,
  existsSync,
  mkdtempSync,
  readdirSync,
  readFileSync,
  rmSync,
  writeFileSync,
} from 'node:fs';
import { createServer } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, expect, test } from '@jest/globals';

const homes: string[] = [];
const children: ChildProcess[] = [];
function home(): string {
  const dir = mkdtempSync(join(tmpdir(), 'deft-start-'));
  chmodSync(dir, 0o755);
  writeFileSync(join(dir, 'index.html'), '<!doctype html>');
  homes.push(dir);
  return dir;
}
interface Started {
  child: ChildProcess;
  said: () => string;
  /** Resolved once it has said this, or has ended. */
  says: (what: RegExp) => Promise<string>;
  over: Promise<number | null>;
}
function start(dir: string, env: Record<string, string> = {}): Started {
  const child = spawn(process.execPath, ['scripts/start.mjs'], {
    env: { ...process.env, DEFT_HOME: dir, DEFT_WEB_DIR: dir, DATABASE_URL: '', PORT: '', ...env },
    stdio: ['ignore', 'pipe', 'pipe'],
  });
  children.push(child);
  let text = '';
  const heard = new Set<() => void>();
  for (const stream of [child.stdout, child.stderr]) {
    stream.on('data', (d: Buffer) => {
      text += d.toString();
      heard.forEach((h) => h());
    });
  }
  const over = new Promise<number | null>((resolve) => {
    child.once('close', (code) => {
      resolve(code);
      heard.forEach((h) => h());
    });
  });
  const says = (what: RegExp): Promise<string> =>
    new Promise((resolve) => {
      const look = (): void => {
        if (what.test(text) || child.exitCode !== null) resolve(text);
      };
      heard.add(look);
      look();
    });
  return { child, said: () => text, says, over };
}
const addressIn = (text: string): string => /(?:is|runs) at (http:\S+)/.exec(text)![1]!;
const postmaster = (dir: string): number =>
  Number(readFileSync(join(dir, 'pg/data/postmaster.pid'), 'utf8').split('\n')[0]);
/** Processes of PostgreSQL that work in this folder. */
const left = (dir: string): string =>
  spawnSync('pgrep', ['-f', `postgres.*${dir}`], { encoding: 'utf8' }).stdout.trim();

afterAll(async () => {
  for (const child of children) child.kill('SIGTERM');
  for (const dir of homes) {
    expect([dir, left(dir)]).toEqual([dir, '']);
    rmSync(dir, { recursive: true, force: true });
  }
});
const withPostgres = existsSync('/usr/lib/postgresql') ? test : test.skip;

withPostgres(
  'the database killed under the server comes back; meanwhile one sentence, and no save is lost',
  async () => {
    const dir = home();
    const one = start(dir);
    const url = addressIn(await one.says(/is at/));
    const list = await (await fetch(`${url}/api/builds`)).json();
    const { key } = list.builds[3];
    let build = await (await fetch(`${url}/api/builds/${key}`)).json();
    let refused = 0;
    for (let kills = 0; kills < 3; kills++) {
      process.kill(postmaster(dir), 'SIGKILL');
      for (let saved = false; !saved;) {
        const r = await fetch(`${url}/api/builds/${key}`, {
          method: 'PUT',
          headers: { 'content-type': 'application/json' },
          body: JSON.stringify({
            basedOn: build.version,
            save: crypto.randomUUID(),
            document: { ...build.document, name: `after ${kills} kills` },
          }),
        });
        const said = await r.json();
        saved = r.status === 200;
        if (saved) expect(said.version).toBe(build.version + 1);
        else {
          expect([r.status, said.error.code]).toEqual([503, 'unavailable']);
          refused++;
        }
      }
      build = await (await fetch(`${url}/api/builds/${key}`)).json();
      expect(build.document.name).toBe(`after ${kills} kills`);
    }
    expect(refused).toBeGreaterThan(0);
    one.child.kill('SIGINT');
    expect(await one.over).toBe(0);
  },
  180_000,
);

withPostgres(
  'a first start broken off while the database is made: the next one makes it, and serves',
  async () => {
    for (const signal of ['SIGKILL', 'SIGINT'] as const) {
      const dir = home();
      const broken = start(dir);
      await broken.says(/Creating a private database/);
      broken.child.kill(signal);
      await broken.over;
      const next = start(dir);
      expect(addressIn(await next.says(/is at/))).toMatch(/^http/);
      expect(readdirSync(join(dir, 'pg')).filter((n) => n.startsWith('data'))).toEqual(['data']);
      next.child.kill('SIGTERM');
      await next.over;
    }
    // One that an earlier program left: data, and no secrets.
    const dir = home();
    const first = start(dir);
    await first.says(/is at/);
    first.child.kill('SIGTERM');
    await first.over;
    rmSync(join(dir, 'pg/secrets.json'));
    const again = start(dir);
    const url = addressIn(await again.says(/is at/));
    expect(again.said()).toContain('it has a new one');
    expect((await (await fetch(`${url}/api/builds`)).json()).builds).toHaveLength(4);
    again.child.kill('SIGTERM');
    await again.over;
  },
  180_000,
);

withPostgres(
  'two first starts at once are one server, and the other one says where',
  async () => {
    const dir = home();
    const both = [start(dir), start(dir)];
    const texts = await Promise.all(both.map((s) => s.says(/(is|runs) at/)));
    expect(new Set(texts.map(addressIn)).size).toBe(1);
    expect(texts.filter((t) => /already runs at/.test(t))).toHaveLength(1);
    both.forEach((s) => s.child.kill('SIGTERM'));
    await Promise.all(both.map((s) => s.over));
  },
  120_000,
);

withPostgres(
  'a port that is none, or is taken, is named, and no database is left running',
  async () => {
    const dir = home();
    const none = start(dir, { PORT: 'abc' });
    expect(await none.over).toBe(1);
    expect(none.said()).toContain('PORT is "abc"; a port is a whole number from 1 to 65535.');
    const taken = createServer().listen(0, '127.0.0.1');
    await new Promise((resolve) => {
      taken.once('listening', resolve);
    });
    const { port } = taken.address() as { port: number };
    const second = start(dir, { PORT: String(port) });
    expect(await second.over).toBe(1);
    expect(second.said()).toContain(`Port ${port} is taken by another program.`);
    expect(left(dir)).toBe('');
    taken.close();
  },
  120_000,
);

withPostgres(
  'a run file that names another program’s server is not taken for ours',
  async () => {
    const dir = home();
    writeFileSync(
      join(dir, 'run.json'),
      JSON.stringify({ pid: process.ppid, url: 'http://127.0.0.1:9', id: 'x' }),
    );
    const one = start(dir);
    expect(await one.says(/(is|runs) at/)).not.toContain('already runs');
    one.child.kill('SIGINT');
    await one.over;
  },
  120_000,
);
