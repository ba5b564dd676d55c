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
import { demos } from '@deft/core/catalogue';

const homes: string[] = [];
const begun: Started[] = [];
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
  const one = { child, said: () => text, says, over };
  begun.push(one);
  return one;
}
const addressIn = (text: string): string => /(?:is|runs) at (http:\S+)/.exec(text)![1]!;
const postmaster = (dir: string): number =>
  Number(readFileSync(join(dir, 'pg/data/postmaster.pid'), 'utf8').split('\n')[0]);
/** Processes of PostgreSQL that work in this folder. */
const left = (dir: string): string =>
  spawnSync('pgrep', ['-f', `postgres.*${dir}`], { encoding: 'utf8' }).stdout.trim();

/**
 * What stands at this address once the database answers: a backend may outlive its killed
 * postmaster by one save, so that the reading after it is the first to be refused.
 */
async function readAgain(address: string) {
  for (;;) {
    const r = await fetch(address);
    const said = await r.json();
    if (r.status === 200) return said;
    expect([r.status, said.error.code]).toEqual([503, 'unavailable']);
  }
}

afterAll(async () => {
  for (const one of begun) one.child.kill('SIGTERM');
  await Promise.all(begun.map((one) => one.over));
  for (const dir of homes) {
    expect([dir, left(dir)]).toEqual([dir, '']);
    rmSync(dir, { recursive: true, force: true });
  }
});
const withPostgres = existsSync('/usr/lib/postgresql') ? test : test.skip;

/** Kills the database; the one of the kill before may not have been seen to be gone yet. */
async function killed(dir: string, url: string): Promise<void> {
  for (;;) {
    try {
      process.kill(postmaster(dir), 'SIGKILL');
      return;
    } catch (e) {
      if (!['ESRCH', 'ENOENT'].includes((e as NodeJS.ErrnoException).code ?? '')) throw e;
      // Asked for something, the server finds out, and starts it again.
      await fetch(`${url}/api/builds`);
    }
  }
}

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
      await killed(dir, url);
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
      build = await readAgain(`${url}/api/builds/${key}`);
      expect(build.document.name).toBe(`after ${kills} kills`);
    }
    expect(refused).toBeGreaterThan(0);
    one.child.kill('SIGINT');
    expect(await one.over).toBe(0);
  },
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
    expect((await (await fetch(`${url}/api/builds`)).json()).builds).toHaveLength(demos().length);
    again.child.kill('SIGTERM');
    await again.over;
  },
);

withPostgres('two first starts at once are one server, and the other one says where', async () => {
  const dir = home();
  const both = [start(dir), start(dir)];
  const texts = await Promise.all(both.map((s) => s.says(/(is|runs) at/)));
  expect(new Set(texts.map(addressIn)).size).toBe(1);
  expect(texts.filter((t) => /already runs at/.test(t))).toHaveLength(1);
  both.forEach((s) => s.child.kill('SIGTERM'));
  await Promise.all(both.map((s) => s.over));
});

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
);

withPostgres('a run file that names another program’s server is not taken for ours', async () => {
  const dir = home();
  writeFileSync(
    join(dir, 'run.json'),
    JSON.stringify({ pid: process.ppid, url: 'http://127.0.0.1:9', id: 'x' }),
  );
  const one = start(dir);
  expect(await one.says(/(is|runs) at/)).not.toContain('already runs');
  one.child.kill('SIGINT');
  await one.over;
});

test('a certificate that cannot serve is said in one sentence before anything is opened', async () => {
  const dir = home();
  const text = join(dir, 'text.pem');
  const pem = join(dir, 'broken.pem');
  writeFileSync(text, 'hello');
  writeFileSync(pem, '-----BEGIN CERTIFICATE-----\nAAAA\n-----END CERTIFICATE-----\n');
  const cases: Array<[Record<string, string>, RegExp]> = [
    [{ DEFT_TLS_CERT: pem }, /^DEFT_TLS_KEY is not set; certificate and key go together\.$/],
    [{ DEFT_TLS_CERT: pem, DEFT_TLS_KEY: join(dir, 'no') }, /cannot be read \(ENOENT\)\.$/],
    [{ DEFT_TLS_CERT: pem, DEFT_TLS_KEY: text }, /^DEFT_TLS_KEY is ".*", which is not PEM\.$/],
    [{ DEFT_TLS_CERT: pem, DEFT_TLS_KEY: pem }, /^Certificate and key do not go together: /],
  ];
  for (const [env, sentence] of cases) {
    const refused = start(dir, env);
    expect(await refused.over).toBe(1);
    expect(refused.said().trim()).toMatch(sentence);
  }
  expect(readdirSync(dir)).not.toContain('pg');
});
