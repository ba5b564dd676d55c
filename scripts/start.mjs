/**
 * `npm start`: installs what is missing, opens the private database, builds the interface when it
 * changed, serves everything on one loopback port, and stops in order.
 */
import { join } from 'node:path';
import { OWN, alive, remember, remembered, say } from './folders.mjs';
import { ensurePackages, ensurePrograms } from './install.mjs';

const own = process.env.DEFT_HOME ?? OWN;
const RUN = join(own, 'run.json');

try {
  const run = remembered(RUN);
  if (run && alive(run.pid) && run.pid !== process.pid && (await healthy(run.url))) {
    say(`Deft Shell already runs at ${run.url}`);
    process.exit(0);
  }
  if (!process.env.DATABASE_URL) await ensurePrograms(['postgresql']);
  await ensurePackages();
  const { openCluster } = await import('./cluster.mjs');
  const { builtSite } = await import('./site.mjs');
  const { register } = await import('tsx/esm/api');
  register();
  const cluster = process.env.DATABASE_URL
    ? undefined
    : await openCluster('pg', process.env.DEFT_HOME ? { folder: join(own, 'pg') } : {});
  const webDir = process.env.DEFT_WEB_DIR ?? (await builtSite());
  const { serve } = await import('../server/main.ts');
  const site = await serve({
    databaseUrl: process.env.DATABASE_URL || cluster.url,
    webDir,
    host: process.env.HOST ?? '127.0.0.1',
    password: process.env.DEFT_PASSWORD,
    port: process.env.PORT ? Number(process.env.PORT) : remembered(join(own, 'port.json'))?.port,
    fixedPort: Boolean(process.env.PORT),
  });
  if (!process.env.PORT) remember(join(own, 'port.json'), { port: site.port });
  remember(RUN, { pid: process.pid, url: site.url });
  say(`Deft Shell is at ${site.url}\nStop it with Ctrl-C.`);
  let stopping = false;
  const stop = async (signal) => {
    if (stopping) return;
    stopping = true;
    say(`\nStopping (${signal}) ...`);
    await site.close();
    await cluster?.stop();
    remember(RUN, {});
    process.exit(0);
  };
  for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP']) process.on(signal, () => void stop(signal));
} catch (e) {
  process.stderr.write(`${e.message}\n`);
  if (process.env.DEFT_DEBUG) process.stderr.write(`${e.stack}\n`);
  process.exit(1);
}

async function healthy(url) {
  try {
    return (await fetch(`${url}/api/health`, { signal: AbortSignal.timeout(1500) })).ok;
  } catch {
    return false;
  }
}
