/** The server and its database are killed outright, again and again; no acknowledged save is ever lost. */
import { type ChildProcess, spawn } from 'node:child_process';
import { chmodSync, existsSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import pg from 'pg';
import { demos } from '@deft/core/catalogue';

const home = mkdtempSync(join(tmpdir(), 'deft-kill-'));
chmodSync(home, 0o755);
writeFileSync(join(home, 'index.html'), '<!doctype html>');
const databasePid = (): number =>
  Number(readFileSync(join(home, 'pg/data/postmaster.pid'), 'utf8').split('\n')[0]);
let running: ChildProcess | undefined;

function start(): Promise<string> {
  const child = spawn(process.execPath, ['scripts/start.mjs'], {
    env: {
      ...process.env,
      DEFT_HOME: home,
      DEFT_WEB_DIR: home,
      DATABASE_URL: '',
      PORT: '',
      HOST: '127.0.0.1',
    },
    stdio: ['ignore', 'pipe', 'inherit'],
  });
  running = child;
  return new Promise((resolve, reject) => {
    child.stdout.on('data', (d: Buffer) => {
      const m = /is at (http:\S+)/.exec(d.toString());
      if (m) resolve(m[1]!);
    });
    child.once('exit', (code) => reject(new Error(`start ended (${code})`)));
  });
}
const gone = (child: ChildProcess): Promise<unknown> =>
  child.exitCode !== null || child.signalCode
    ? Promise.resolve()
    : new Promise((resolve) => {
        child.once('exit', resolve);
      });

afterAll(async () => {
  if (running) {
    running.kill('SIGTERM');
    await gone(running);
  }
  expect(existsSync(join(home, 'pg/data/postmaster.pid'))).toBe(false);
  rmSync(home, { recursive: true, force: true });
});

const withPostgres = existsSync('/usr/lib/postgresql') ? test : test.skip;
withPostgres('every acknowledged save of 200 is there after three kills', async () => {
  const document = JSON.parse(JSON.stringify(demos()[3])) as Record<string, unknown>;
  let url = await start();
  const post = async (path: string, method: string, body: unknown) => {
    const r = await fetch(`${url}/api${path}`, {
      method,
      body: JSON.stringify(body),
      headers: { 'content-type': 'application/json' },
    });
    return { status: r.status, body: (await r.json()) as { key: string; version: number } };
  };
  // [key, version acknowledged, name acknowledged]
  const builds: Array<{ key: string; version: number; name: string }> = [];
  for (let i = 0; i < 4; i++) {
    builds.push({
      key: (await post('/builds', 'POST', { document: { ...document, name: `build ${i}` } })).body
        .key,
      version: 1,
      name: `build ${i}`,
    });
  }

  const secret = JSON.parse(readFileSync(join(home, 'pg/secrets.json'), 'utf8')) as {
    app: string;
  };
  const port = Number(readFileSync(join(home, 'pg/data/postmaster.pid'), 'utf8').split('\n')[3]);
  const client = new pg.Client({
    host: '127.0.0.1',
    port,
    user: 'deft_app',
    password: secret.app,
    database: 'deft',
  });
  await client.connect();
  for (const setting of ['fsync', 'full_page_writes', 'synchronous_commit']) {
    expect(Object.values((await client.query(`show ${setting}`)).rows[0] as object)).toEqual([
      'on',
    ]);
  }
  expect(
    (await client.query('select rolsuper from pg_roles where rolname = current_user')).rows,
  ).toEqual([{ rolsuper: false }]);
  await client.end();

  let acknowledged = 0;
  let kills = 0;
  while (acknowledged < 200) {
    const killAt = kills < 3 ? acknowledged + 50 : Infinity;
    let dead = false;
    await Promise.all(
      builds.map(async (b) => {
        while (!dead && acknowledged < 200) {
          const name = `save ${b.version + 1}`;
          const r = await post(`/builds/${b.key}`, 'PUT', {
            basedOn: b.version,
            document: { ...document, name },
          }).catch(() => undefined);
          if (!r || r.status === 503) return;
          expect(r.status).toBe(200);
          b.version = r.body.version;
          b.name = name;
          acknowledged++;
          if (acknowledged >= killAt && !dead) {
            dead = true;
            process.kill(databasePid(), 'SIGKILL');
            running!.kill('SIGKILL');
          }
        }
      }),
    );
    if (!dead) continue;
    kills++;
    await gone(running!);
    url = await start();
    for (const b of builds) {
      const now = (await (await fetch(`${url}/api/builds/${b.key}`)).json()) as {
        version: number;
        document: { name: string };
      };
      // A save that was under way may have landed unacknowledged; nothing older may be there.
      expect([b.version, b.version + 1]).toContain(now.version);
      if (now.version === b.version) expect(now.document.name).toBe(b.name);
      b.version = now.version;
      b.name = now.document.name;
    }
  }
  expect([kills, acknowledged >= 200]).toEqual([3, true]);
});

withPostgres('a second start prints the running address and ends', async () => {
  const child = spawn(process.execPath, ['scripts/start.mjs'], {
    env: { ...process.env, DEFT_HOME: home, DEFT_WEB_DIR: home, DATABASE_URL: '', PORT: '' },
    stdio: ['ignore', 'pipe', 'inherit'],
  });
  let said = '';
  child.stdout.on('data', (d: Buffer) => {
    said += d.toString();
  });
  await gone(child);
  expect([child.exitCode, said]).toEqual([
    0,
    expect.stringContaining('already runs at http://127.0.0.1:'),
  ]);
});
