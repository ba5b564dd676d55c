/** The built interface and the built server: made again only when their sources changed, swapped in by rename. */
import { spawnSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import {
  existsSync,
  readdirSync,
  readFileSync,
  renameSync,
  rmSync,
  statSync,
  writeFileSync,
} from 'node:fs';
import { join } from 'node:path';
import { pathToFileURL } from 'node:url';
import { ROOT, OWN, say } from './folders.mjs';
import { locked } from './lock.mjs';

/** One that is built from its own folder, the stand-ins and core. */
function sourceHash(own) {
  const hash = createHash('sha256');
  const walk = (dir) => {
    for (const name of readdirSync(join(ROOT, dir)).sort()) {
      if (name === 'node_modules' || name.startsWith('dist') || name.endsWith('.test.ts')) continue;
      const at = `${dir}/${name}`;
      if (statSync(join(ROOT, at)).isDirectory()) walk(at);
      else hash.update(at).update(readFileSync(join(ROOT, at)));
    }
  };
  for (const dir of ['core', 'simulators', own]) walk(dir);
  hash.update(readFileSync(join(ROOT, 'package-lock.json')));
  return hash.digest('hex');
}

/** @returns the folder with what was built of `own` */
async function built(own, folder, what) {
  const out = join(ROOT, own, folder);
  const stamp = join(out, '.stamp');
  const fresh = () => existsSync(stamp) && readFileSync(stamp, 'utf8') === sourceHash(own);
  if (fresh()) return out;
  await locked(join(OWN, `build-${own}-${folder}.lock`), `building the ${what}`, () => {
    if (fresh()) return;
    say(`Building the ${what} ...`);
    const next = `${out}.next-${process.pid}`;
    const old = `${out}.old-${process.pid}`;
    const hash = sourceHash(own);
    const vite = join(ROOT, 'node_modules/vite/bin/vite.js');
    const r = spawnSync(
      process.execPath,
      [
        vite,
        'build',
        '--configLoader',
        'runner',
        '--outDir',
        next,
        '--emptyOutDir',
        '--logLevel',
        'error',
      ],
      { cwd: join(ROOT, own), stdio: ['ignore', 'inherit', 'inherit'] },
    );
    if (r.status !== 0) {
      rmSync(next, { recursive: true, force: true });
      throw new Error(`The ${what} did not build; the reason stands above.`);
    }
    writeFileSync(join(next, '.stamp'), hash);
    if (existsSync(out)) renameSync(out, old);
    renameSync(next, out);
    rmSync(old, { recursive: true, force: true });
  });
  return out;
}

/** @returns the folder to serve */
export const builtSite = (folder = 'dist') => built('web', folder, 'interface');
/** @returns the address of the module that serves, types stripped */
export const builtServer = async (folder = 'dist') =>
  pathToFileURL(join(await built('server', folder, 'server'), 'main.mjs')).href;
