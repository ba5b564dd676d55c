/**
 * `npm run chaos [ROUNDS [SEED]]`: savers and a page save without rest while the server, its
 * database and the page are killed, a second one is started, the port is taken and the disk fills.
 * After every round each acknowledged save must be there, no version may be missing, the page must
 * still have what it was given, and the service must be back by itself.
 */
import { spawn } from 'node:child_process';
import { randomUUID } from 'node:crypto';
import {
  chmodSync,
  existsSync,
  mkdtempSync,
  readdirSync,
  readFileSync,
  rmSync,
  statfsSync,
  writeFileSync,
} from 'node:fs';
import { createServer } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { setTimeout as wait } from 'node:timers/promises';
import { spawnSync } from 'node:child_process';
import { ensurePackages, ensurePrograms } from './install.mjs';
import { ROOT } from './folders.mjs';

const ROUNDS = Number(process.argv[2] ?? 200);
const SEED = Number(process.argv[3] ?? 1);
/** The service is back within this, ms; a start from nothing by hand is not counted. */
const BACK_MS = 15_000;
const SAVERS = 4;
/** In the first rounds each kind has its turn; the clock is the eighth. */
const ROUNDS_BEFORE_CLOCK = 7;

await ensurePrograms([
  'postgresql',
  'chromium',
  ...(ROUNDS > ROUNDS_BEFORE_CLOCK ? ['faketime'] : []),
]);
await ensurePackages();
const BETWEEN_MS = 60;

const { register } = await import('tsx/esm/api');
register();
const { builtSite } = await import('./site.mjs');
const { demos } = await import('../core/catalogue/index.ts');
const { seeded } = await import('../core/geometry/index.ts');
const { chromium } = await import('@playwright/test');
const random = seeded(SEED);
const pick = (list) => list[Math.floor(random() * list.length)];

const web = process.env.DEFT_TEST_WEB ?? (await builtSite());
const home = mkdtempSync(join(tmpdir(), 'deft-chaos-'));
chmodSync(home, 0o755);
// A small disk of its own where this machine lets us: it can be filled.
const small =
  spawnSync('mount', ['-t', 'tmpfs', '-o', 'size=260m,mode=755', 'tmpfs', home]).status === 0;
const env = { ...process.env, DEFT_HOME: home, DEFT_WEB_DIR: web, DATABASE_URL: '', PORT: '' };

/** Every program started here, ended or not. */
const started = new Set();
/** Debian's faketime as a library: its own program would stand between us and the server we stop. */
function faked(clock) {
  const library = readdirSync('/usr/lib')
    .map((dir) => `/usr/lib/${dir}/faketime/libfaketimeMT.so.1`)
    .find((file) => existsSync(file));
  if (!library) throw new Error('faketime is installed, but its library was not found.');
  return { LD_PRELOAD: library, FAKETIME: clock, FAKETIME_DONT_FAKE_MONOTONIC: '1' };
}

/** @param clock  how far the program's clock stands from the machine's, as faketime takes it */
function start(clock) {
  const child = spawn(process.execPath, ['scripts/start.mjs'], {
    cwd: ROOT,
    env: clock ? { ...env, ...faked(clock) } : env,
    stdio: ['ignore', 'pipe', 'pipe'],
  });
  started.add(child);
  let said = '';
  for (const s of [child.stdout, child.stderr]) s.on('data', (d) => (said += d));
  child.said = () => said;
  child.over = new Promise((resolve) => {
    child.once('close', resolve);
  });
  return child;
}
const urlOf = () => {
  try {
    return JSON.parse(readFileSync(join(home, 'run.json'), 'utf8')).url;
  } catch {
    return undefined;
  }
};
async function healthy(ms) {
  const end = Date.now() + ms;
  while (Date.now() < end) {
    const url = urlOf();
    const ok =
      url &&
      (await fetch(`${url}/api/builds`).then(
        (r) => r.ok,
        () => false,
      ));
    if (ok) return true;
    await wait(100);
  }
  return false;
}
const postmaster = () => {
  try {
    return Number(readFileSync(join(home, 'pg/data/postmaster.pid'), 'utf8').split('\n')[0]);
  } catch {
    return undefined;
  }
};
const kill = (pid) => {
  try {
    if (pid) process.kill(pid, 'SIGKILL');
  } catch {
    // Gone already.
  }
};
/** A server process of the database, not its first. */
function backend() {
  const parent = postmaster();
  const kids = spawnSync('pgrep', ['-P', String(parent)], { encoding: 'utf8' });
  return Number(pick(kids.stdout.trim().split('\n')));
}

let server = start();
if (!(await healthy(120_000))) throw new Error(`It did not start: ${server.said()}`);

const document = JSON.parse(JSON.stringify(demos()[3]));
const call = async (method, path, body) => {
  const r = await fetch(`${urlOf()}/api${path}`, {
    method,
    headers: { 'content-type': 'application/json' },
    ...(body ? { body: JSON.stringify(body) } : {}),
    signal: AbortSignal.timeout(8000),
  });
  return { status: r.status, body: await r.json().catch(() => undefined) };
};

/** Asked until it is answered: a database that was just killed may answer once more, and then not. */
async function told(path) {
  const end = Date.now() + BACK_MS;
  for (;;) {
    const r = await call('GET', path).catch(() => undefined);
    if (r?.status === 200 || Date.now() > end) return r?.body;
    await wait(100);
  }
}

/** Builds, each with the last state that was acknowledged, and what it is called there. */
const builds = [];
for (let i = 0; i < SAVERS; i++) {
  const { body } = await call('POST', '/builds', { document });
  builds.push({ key: body.key, version: 1, name: document.name });
}
const count = {
  two: 0,
  acknowledged: 0,
  lost: 0,
  gaps: 0,
  late: 0,
  orphans: 0,
  drafts: 0,
  page: 0,
};
const troubles = [];
const trouble = (what, words) => {
  count[what]++;
  troubles.push(words);
};

/** Saves on and on; an answer that did not come is asked for again under its name. */
let saving = true;
async function saver(b) {
  let pending;
  while (saving) {
    pending ??= { save: randomUUID(), name: `${b.version + 1} ${randomUUID().slice(0, 8)}` };
    const { save, name } = pending;
    const r = await call('PATCH', `/builds/${b.key}`, {
      basedOn: b.version,
      save,
      patch: [{ op: 'replace', path: '/name', value: name }],
    }).catch(() => undefined);
    if (r?.status === 200) {
      b.version = r.body.version;
      b.name = name;
      count.acknowledged++;
      pending = undefined;
    } else if (r?.status === 409) {
      trouble(
        'lost',
        `${b.key}: ${b.version} was acknowledged, ${r.body?.current?.version} stands`,
      );
      b.version = r.body.current.version;
      pending = undefined;
    }
    await wait(r?.status === 200 ? BETWEEN_MS * random() : 200);
  }
}

// A page on a build of its own: it types, and what it typed is there whenever it is opened again.
const profile = mkdtempSync(join(tmpdir(), 'deft-chaos-page-'));
const { body: own } = await call('POST', '/builds', { document });
const context = await chromium.launchPersistentContext(profile, {
  executablePath: process.env.CHROMIUM ?? '/usr/bin/chromium',
  args: ['--no-sandbox', '--disable-quic', '--no-first-run', '--disable-background-networking'],
});
let page;
let typed = 0;
async function openPage() {
  page = await context.newPage();
  for (let i = 0; i < 30; i++) {
    const there = await page
      .goto(`${urlOf()}/b/${own.key}/brief`, { timeout: 5000 })
      .then(() => page.getByRole('button', { name: /^Rename/ }).waitFor({ timeout: 5000 }))
      .then(
        () => true,
        () => false,
      );
    if (there) return;
    await wait(300);
  }
  throw new Error('The page did not open.');
}
/** Renames the build on the page; returns once the name stands in its header. */
async function type() {
  const name = `typed ${typed + 1}`;
  await page.getByRole('button', { name: /^Rename/ }).click({ timeout: 5000 });
  await page.getByLabel('Build name').fill(name, { timeout: 5000 });
  await page.keyboard.press('Enter');
  await page.getByRole('button', { name: `Rename ${name}` }).waitFor({ timeout: 5000 });
  typed++;
}
const shown = async () =>
  Number(
    /typed (\d+)/.exec(await page.getByRole('button', { name: /^Rename/ }).innerText())?.[1] ?? 0,
  );

async function restarted() {
  await server.over;
  server = start();
}

const ACTS = {
  async 'the server is killed'() {
    kill(server.pid);
    await restarted();
  },
  async 'the database is killed'() {
    kill(postmaster());
  },
  async 'a process of the database is killed'() {
    kill(backend());
  },
  async 'both are killed'() {
    kill(postmaster());
    kill(server.pid);
    await restarted();
  },
  async 'the database is killed twice'() {
    kill(postmaster());
    await wait(500 * random());
    kill(postmaster());
  },
  async 'two are started at once'() {
    kill(server.pid);
    await server.over;
    const [a, b] = [start(), start()];
    const one = await Promise.race([a.over, b.over, wait(BACK_MS, 'both')]);
    if (one === 'both') {
      trouble('two', 'two servers run on one database');
      b.kill('SIGTERM');
      await b.over;
    }
    server = a.exitCode === null ? a : b;
  },
  async 'it is stopped in order, and again while it starts'() {
    server.kill('SIGINT');
    await server.over;
    const again = start();
    await wait(1500 * random());
    again.kill(pick(['SIGINT', 'SIGTERM', 'SIGKILL']));
    await again.over;
    server = start();
  },
  async 'the clock is moved'() {
    server.kill('SIGTERM');
    await server.over;
    server = start(pick(['-2d', '+3d', '-1h', '+400d']));
    await healthy(60_000);
    await type();
    await wait(500);
    server.kill('SIGTERM');
    await server.over;
    server = start();
  },
  async 'its port is taken'() {
    const { port } = JSON.parse(readFileSync(join(home, 'port.json'), 'utf8'));
    server.kill('SIGTERM');
    await server.over;
    const squatter = createServer().listen(port, '127.0.0.1');
    await wait(50);
    server = start();
    await healthy(BACK_MS);
    squatter.close();
  },
  async 'the page is closed in the middle'() {
    await page.close();
    await openPage();
  },
  async 'the page is closed while the database is away'() {
    kill(postmaster());
    await type().catch(() => undefined);
    await page.close();
    await healthy(BACK_MS);
    await openPage();
  },
  ...(small
    ? {
        async 'the disk fills'() {
          const ballast = join(home, 'ballast');
          const { bavail, bsize } = statfsSync(home);
          try {
            writeFileSync(ballast, Buffer.alloc(Math.max(0, bavail * bsize - 65_536)));
          } catch {
            // Full, as it should be.
          }
          await wait(1500);
          rmSync(ballast, { force: true });
        },
      }
    : {}),
};

async function looked(round, act) {
  const before = Date.now();
  if (!(await healthy(60_000))) {
    throw new Error(`Not back after "${act}": ${server.said().slice(-800)}`);
  }
  if (Date.now() - before > BACK_MS) trouble('late', `${round} ${act}: ${Date.now() - before} ms`);
  for (const b of builds) {
    const known = { version: b.version, name: b.name };
    const now = await told(`/builds/${b.key}`);
    const then = await told(`/builds/${b.key}/history/${known.version}`);
    if (!(now?.version >= known.version) || then?.document?.name !== known.name) {
      trouble('lost', `${round} ${act}: ${b.key} at ${known.version}`);
    }
    const history = await told(`/builds/${b.key}/history`);
    const versions = history?.saves.map((s) => s.version) ?? [1, 1];
    if (versions.some((v, i) => i && v !== versions[i - 1] - 1)) trouble('gaps', `${round} ${act}`);
  }
  const wanted = typed;
  const has = await shown();
  if (has < wanted) trouble('drafts', `${round} ${act}: typed ${wanted}, shown ${has}`);
  await type();
  count.page++;
}

const savers = builds.map(saver);
await openPage();
await type();
const names = Object.keys(ACTS);
const tally = {};
let done = 0;
try {
  for (let round = 1; round <= ROUNDS; round++) {
    const act = round <= names.length ? names[round - 1] : pick(names);
    await wait(400 * random());
    await ACTS[act]();
    if (page.isClosed()) await openPage();
    // A page from before a new port was taken is on the old address: it is opened anew.
    if (!page.url().startsWith(urlOf() ?? '')) {
      await healthy(BACK_MS);
      await page.close();
      await openPage();
      typed = await shown();
    }
    await looked(round, act);
    tally[act] = (tally[act] ?? 0) + 1;
    done++;
    process.stderr.write(`${round} ${act}\n`);
  }
} finally {
  saving = false;
  await Promise.all(savers);
  await context.close();
  server.kill('SIGTERM');
  await server.over;
  for (const child of started) kill(child.exitCode === null && !child.signalCode ? child.pid : 0);
  await wait(500);
  const left = readdirSync('/proc')
    .filter((p) => /^\d+$/.test(p))
    .filter((p) => {
      try {
        return readFileSync(`/proc/${p}/cmdline`, 'utf8').includes(home);
      } catch {
        return false;
      }
    });
  if (left.length) trouble('orphans', `left running: ${left.join(', ')}`);
  for (const p of left) kill(Number(p));
  await wait(300);
  if (small) spawnSync('umount', [home]);
  if (existsSync(home)) rmSync(home, { recursive: true, force: true });
  rmSync(profile, { recursive: true, force: true });
}
for (const t of troubles.slice(0, 20)) process.stdout.write(`  ${t}\n`);
process.stdout.write(
  `${done} rounds, seed ${SEED}, of ${Object.keys(tally).length} kinds${small ? '' : ' (no disk of its own to fill here)'}; ${count.acknowledged} saves acknowledged, ${count.lost} lost, ${count.gaps} gaps; ${typed} edits typed on a page, ${count.drafts} missing; back later than ${BACK_MS / 1000} s: ${count.late}; two servers at once: ${count.two}; left running: ${count.orphans}\n`,
);
process.exit(
  count.lost + count.gaps + count.drafts + count.late + count.two + count.orphans ? 1 : 0,
);
