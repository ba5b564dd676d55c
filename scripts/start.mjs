/**
 * `npm start`: installs what is missing, opens the private database, builds what changed, serves
 * everything on one loopback port, and stops in order, also when it is stopped while it starts.
 */
import { spawnSync } from 'node:child_process';
import { randomUUID } from 'node:crypto';
import { mkdirSync, readFileSync } from 'node:fs';
import { get } from 'node:https';
import { join } from 'node:path';
import { json } from 'node:stream/consumers';
import { createSecureContext } from 'node:tls';
import { OWN, alive, remember, remembered, say } from './folders.mjs';
import { ensurePackages, ensurePrograms } from './install.mjs';
import { locked } from './lock.mjs';

const own = process.env.DEFT_HOME ?? OWN;
const RUN = join(own, 'run.json');
/** A server that has not answered by then does not, ms. */
const PATIENCE_MS = 1500;

/** The database, while it is opened and once it is open. */
let opening;
let site;
let stopping = false;

async function stop(signal) {
  if (stopping) return;
  stopping = true;
  say(`\nStopping (${signal}) ...`);
  await site?.close();
  await closeCluster();
  if (site) remember(RUN, {});
  process.exit(0);
}
/** What is still being opened is waited for: nothing of it may be left running. */
async function closeCluster() {
  const cluster = await opening?.catch(() => undefined);
  await cluster?.stop();
}

for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP']) process.on(signal, () => void stop(signal));

/** What is asked of a start by its surroundings. */
function port() {
  const { PORT } = process.env;
  if (!PORT) return undefined;
  const n = Number(PORT);
  if (!Number.isInteger(n) || n < 1 || n > 65_535) {
    throw new Error(`PORT is "${PORT}"; a port is a whole number from 1 to 65535.`);
  }
  return n;
}

/** The board of the press test, when it is not the stand-in. */
function boardAddress() {
  const { DEFT_BOARD } = process.env;
  if (!DEFT_BOARD) return undefined;
  if (!/^[^\s:]+:\d{1,5}$/.test(DEFT_BOARD)) {
    throw new Error(`DEFT_BOARD is "${DEFT_BOARD}"; an address is host:port.`);
  }
  return DEFT_BOARD;
}

/** The bench's instruments, when they are not the stand-ins: supply=host:port,meter=host:port,... */
function benchAddresses() {
  const { DEFT_BENCH } = process.env;
  if (!DEFT_BENCH) return undefined;
  const all = DEFT_BENCH.split(',').map((one) => {
    const [, role, address] =
      /^\s*(supply|meter|load|thermometer)=([^\s:]+:\d{1,5})\s*$/.exec(one) ?? [];
    if (!role) {
      throw new Error(
        `DEFT_BENCH says "${one.trim()}"; an instrument is supply, meter, load or thermometer, then =host:port.`,
      );
    }
    return [role, address];
  });
  return Object.fromEntries(all);
}

/** Certificate and key, when pages are to come encrypted. */
function certificate() {
  const { DEFT_TLS_CERT: cert, DEFT_TLS_KEY: key } = process.env;
  if (!cert && !key) return undefined;
  if (!cert || !key) {
    const lacking = cert ? 'DEFT_TLS_KEY' : 'DEFT_TLS_CERT';
    throw new Error(`${lacking} is not set; certificate and key go together.`);
  }
  const read = (name, file) => {
    let text;
    try {
      text = readFileSync(file, 'utf8');
    } catch (e) {
      throw new Error(`${name} is "${file}", which cannot be read (${e.code}).`, { cause: e });
    }
    if (!text.includes('-----BEGIN')) throw new Error(`${name} is "${file}", which is not PEM.`);
    return text;
  };
  const tls = { cert: read('DEFT_TLS_CERT', cert), key: read('DEFT_TLS_KEY', key) };
  try {
    createSecureContext(tls);
  } catch (e) {
    throw new Error(`Certificate and key do not go together: ${e.message}.`, { cause: e });
  }
  return tls;
}

/** What a server says of itself; a certificate of one's own is no hindrance on this machine. */
function health(url) {
  if (url.startsWith('http:')) {
    return fetch(url, { signal: AbortSignal.timeout(PATIENCE_MS) }).then((r) => r.json());
  }
  return new Promise((resolve, reject) => {
    const asked = get(url, { rejectUnauthorized: false, timeout: PATIENCE_MS }, (r) => {
      json(r).then(resolve, reject);
    });
    asked.on('error', reject);
    asked.on('timeout', () => asked.destroy(new Error('late')));
  });
}

/** Whether the server that was remembered is ours and still answers. */
async function answering() {
  const run = remembered(RUN);
  if (!run?.url || !alive(run.pid) || run.pid === process.pid) return undefined;
  try {
    return (await health(`${run.url}/api/health`)).run === run.id ? run.url : undefined;
  } catch {
    return undefined;
  }
}

async function start() {
  const fixed = port();
  const tls = certificate();
  const there = await answering();
  if (there) {
    say(`Deft Shell already runs at ${there}`);
    process.exit(0);
  }
  if (!process.env.DATABASE_URL) await ensurePrograms(['postgresql']);
  await ensurePackages();
  const { openCluster } = await import('./cluster.mjs');
  const { builtServer, builtSite } = await import('./site.mjs');
  if (!process.env.DATABASE_URL) {
    opening = openCluster('pg', process.env.DEFT_HOME ? { folder: join(own, 'pg') } : {});
  }
  const cluster = await opening;
  const webDir = process.env.DEFT_WEB_DIR ?? (await builtSite());
  const { serve } = await import(await builtServer());
  if (stopping) return;
  const id = randomUUID();
  site = await serve({
    databaseUrl: process.env.DATABASE_URL || cluster.url,
    webDir,
    host: process.env.HOST ?? '127.0.0.1',
    password: process.env.DEFT_PASSWORD,
    port: fixed ?? remembered(join(own, 'port.json'))?.port,
    fixedPort: fixed !== undefined,
    run: id,
    copies: join(own, 'copies'),
    logs: join(own, 'log'),
    board: { address: boardAddress() },
    bench: { addresses: benchAddresses() },
    tls,
    beforeMigrating: cluster && ((names) => dumped(cluster, names[0])),
  });
  if (fixed === undefined) remember(join(own, 'port.json'), { port: site.port });
  remember(RUN, { pid: process.pid, url: site.url, id });
  say(`Deft Shell is at ${site.url}\nStop it with Ctrl-C.`);
}

/** The database as it is, as plain SQL in the home folder, before a newer program changes it. */
async function dumped({ url }, before) {
  const { postgresBin } = await import('./install.mjs');
  const folder = join(own, 'copies');
  mkdirSync(folder, { recursive: true, mode: 0o700 });
  const file = join(folder, `before-${before}.sql`);
  const run = spawnSync(join(postgresBin(), 'pg_dump'), ['--dbname', url, '--file', file], {
    encoding: 'utf8',
  });
  if (run.status !== 0) {
    throw new Error(`The database could not be copied before it is changed: ${run.stderr.trim()}`);
  }
  say(`The database as it was lies in ${file}.`);
}

try {
  // Two starts at once: the second waits, and finds the first one running.
  await locked(join(own, 'start.lock'), 'starting', start);
} catch (e) {
  if (!stopping) {
    process.stderr.write(`${e.message}\n`);
    if (process.env.DEFT_DEBUG) process.stderr.write(`${e.stack}\n`);
    await closeCluster();
    process.exit(1);
  }
}
