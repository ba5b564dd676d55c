/**
 * `npm run prove load`: 100 savers, one save a second each, none waiting for another's answer, for
 * whole documents and for what changed; beside a bare insert of the whole document, in one run.
 */
import { fork } from 'node:child_process';
import { randomUUID } from 'node:crypto';
import { rmSync } from 'node:fs';
import { setTimeout as wait } from 'node:timers/promises';
import { fileURLToPath } from 'node:url';
import { isDeepStrictEqual } from 'node:util';

const SAVERS = 100;
const SECONDS = Number(process.env.LOAD_SECONDS ?? 30);
const DOCUMENT_BYTES = 100_000;
/** Every loop runs so long before it is measured: programs are compiled and caches filled on all sides. */
const WARM_SECONDS = 5;
/** Beside every so many saves one bare insert, so that what the disk does in between hits both. */
const BARE_EVERY = 5;

const p95 = (times) => times.sort((a, b) => a - b)[Math.floor(times.length * 0.95)];

/** The server in a process of its own, so that its work is told from the savers'. */
if (process.argv[2] === 'serve') {
  const { builtServer } = await import('./site.mjs');
  const { serve } = await import(await builtServer());
  const site = await serve({ databaseUrl: process.argv[3], host: '127.0.0.1' });
  process.on('message', async (m) => {
    if (m === 'end') {
      await site.close();
      process.disconnect();
    } else process.send({ cpu: process.cpuUsage() });
  });
  process.send({ url: site.url });
} else {
  await measured();
}

/** Every saver saves at its own moment of each second, whatever became of its last save. */
async function openLoop(save, insert, seconds = SECONDS) {
  const times = [];
  const bare = [];
  const under = [];
  const begin = performance.now();
  for (let n = 0; n < seconds * SAVERS; n++) {
    const due = begin + (n * 1000) / SAVERS;
    await wait(Math.max(0, due - performance.now()));
    const saver = n % SAVERS;
    const timed = (what, into) =>
      under.push(
        what(saver).then(() => {
          // From when it was due: a save that had to wait for its turn has waited.
          into.push(performance.now() - due);
        }),
      );
    timed(save, times);
    if (n % BARE_EVERY === 0) timed(insert, bare);
  }
  await Promise.all(under);
  return { times, bare };
}

async function measured() {
  const { register } = await import('tsx/esm/api');
  register();
  const { openCluster } = await import('./cluster.mjs');
  const { demos } = await import('../core/catalogue/index.ts');
  const { mustRead, patched } = await import('../core/model/index.ts');
  const { default: pg } = await import('pg');
  const cluster = await openCluster(`load-${process.pid}`, { log: () => {} });
  const child = fork(fileURLToPath(import.meta.url), ['serve', cluster.url]);
  const told = () => new Promise((resolve) => child.once('message', resolve));
  const { url } = await told();
  const cpu = async () => {
    child.send('cpu');
    const { cpu: used } = await told();
    return (used.user + used.system) / 1000;
  };
  const document = grown(structuredClone(demos()[0]));
  const pool = new pg.Pool({ connectionString: cluster.url, max: 20 });
  const call = async (method, path, body) => {
    const r = await fetch(`${url}/api${path}`, {
      method,
      headers: { 'content-type': 'application/json' },
      ...(body ? { body: JSON.stringify(body) } : {}),
    });
    if (!r.ok) throw new Error(`${method} ${path}: ${r.status} ${await r.text()}`);
    return r.json();
  };
  try {
    await pool.query('create table bare (id uuid, n int, body jsonb)');
    const text = JSON.stringify(document);
    const insert = (saver) =>
      pool.query('insert into bare values ($1, $2, $3)', [randomUUID(), saver, text]);
    const figures = [];
    for (const kind of ['whole', 'patch']) {
      const builds = [];
      for (let i = 0; i < SAVERS; i++) {
        const { key } = await call('POST', '/builds', { document });
        builds.push({ key, version: 1, document, last: Promise.resolve() });
      }
      const save = (saver) => {
        const b = builds[saver];
        const n = b.version;
        const [at, length] = n % 2 ? ['/note', 900] : ['/kit/parts/0/note', 500];
        const patch = [
          { op: 'replace', path: at, value: `save ${n} of ${saver} ${'x'.repeat(length)}` },
        ];
        b.document = patched(b.document, patch);
        const what = kind === 'whole' ? { document: b.document } : { patch };
        b.version++;
        // One saver's saves follow each other; another's do not wait for them.
        b.last = b.last.then(() =>
          call(kind === 'whole' ? 'PUT' : 'PATCH', `/builds/${b.key}`, { basedOn: n, ...what }),
        );
        return b.last;
      };
      await openLoop(save, insert, WARM_SECONDS);
      const before = await cpu();
      const run = await openLoop(save, insert);
      const spent = (await cpu()) - before;
      let kept = 0;
      for (const b of builds) {
        const now = await call('GET', `/builds/${b.key}`);
        const isLast = isDeepStrictEqual(mustRead(now.document), mustRead(b.document));
        if (now.version === b.version && isLast) kept++;
      }
      const bare = p95(run.bare);
      const ratio = p95(run.times) / bare;
      const { length: count } = run.times;
      figures.push(
        `${kind}: ${count} saves, ${SAVERS - kept} of ${SAVERS} builds not as last saved, p95 ${ratio.toFixed(1)} × that of a bare insert beside it (${bare.toFixed(1)} ms), CPU ${(spent / count).toFixed(1)} ms a save`,
      );
    }
    process.stdout.write(
      `${(text.length / 1000).toFixed(0)} kB document, ${SAVERS} savers, ${SECONDS} s; ${figures.join('; ')}\n`,
    );
  } finally {
    child.send('end');
    await pool.end();
    await cluster.stop();
    rmSync(cluster.folder, { recursive: true, force: true });
    rmSync(`.deft/load-${process.pid}.where.json`, { force: true });
  }
}

/** A build of that size: spare parts beside it, as a builder's box holds them. */
function grown(p) {
  for (let i = 0; JSON.stringify(p).length < DOCUMENT_BYTES; i++) {
    p.kit.parts.push({ ...p.kit.parts[i], id: `spare-${i}` });
  }
  return p;
}
