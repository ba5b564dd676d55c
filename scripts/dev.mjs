/** `npm run dev`: the server restarted on change, the interface with hot reload. */
import { spawn } from 'node:child_process';
import { join } from 'node:path';
import { OWN, ROOT, say } from './folders.mjs';
import { ensurePackages, ensurePrograms } from './install.mjs';

await ensurePrograms(['postgresql']);
await ensurePackages();
const { openCluster, freePort } = await import('./cluster.mjs');
const cluster = await openCluster('pg');
const port = await freePort();
const env = {
  ...process.env,
  DATABASE_URL: cluster.url,
  PORT: String(port),
  DEFT_HOME: join(OWN, 'dev'),
  DEFT_WEB_DIR: join(ROOT, 'web'),
};
const children = [
  spawn(
    process.execPath,
    ['--watch-path=server', '--watch-path=core', '--watch-preserve-output', 'scripts/start.mjs'],
    { cwd: ROOT, env, stdio: 'inherit' },
  ),
  spawn(process.execPath, [join(ROOT, 'node_modules/vite/bin/vite.js')], {
    cwd: join(ROOT, 'web'),
    env: { ...env, DEFT_API: `http://127.0.0.1:${port}` },
    stdio: 'inherit',
  }),
];
const stop = async () => {
  for (const c of children) c.kill('SIGTERM');
  await cluster.stop();
  process.exit(0);
};
for (const s of ['SIGINT', 'SIGTERM', 'SIGHUP']) process.on(s, () => void stop());
say('Open the address Vite prints; Ctrl-C stops both.');
