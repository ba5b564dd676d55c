/** The built interface: made again only when its sources changed, swapped in by rename. */
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
import { ROOT, OWN, say } from './folders.mjs';
import { locked } from './lock.mjs';

function sourceHash() {
  const hash = createHash('sha256');
  const walk = (dir) => {
    for (const name of readdirSync(join(ROOT, dir)).sort()) {
      if (name === 'node_modules' || name.startsWith('dist') || name.endsWith('.test.ts')) continue;
      const at = `${dir}/${name}`;
      if (statSync(join(ROOT, at)).isDirectory()) walk(at);
      else hash.update(at).update(readFileSync(join(ROOT, at)));
    }
  };
  for (const dir of ['core', 'web']) walk(dir);
  hash.update(readFileSync(join(ROOT, 'package-lock.json')));
  return hash.digest('hex');
}

/** @returns the folder to serve */
export async function builtSite(folder = 'dist') {
  const out = join(ROOT, 'web', folder);
  const stamp = join(out, '.stamp');
  const fresh = () => existsSync(stamp) && readFileSync(stamp, 'utf8') === sourceHash();
  if (fresh()) return out;
  await locked(join(OWN, `build-${folder}.lock`), 'building the interface', () => {
    if (fresh()) return;
    say('Building the interface ...');
    const next = `${out}.next-${process.pid}`;
    const old = `${out}.old-${process.pid}`;
    const hash = sourceHash();
    const r = spawnSync(
      process.execPath,
      [
        join(ROOT, 'node_modules/vite/bin/vite.js'),
        'build',
        '--outDir',
        next,
        '--emptyOutDir',
        '--logLevel',
        'warn',
      ],
      { cwd: join(ROOT, 'web'), stdio: ['ignore', 'inherit', 'inherit'] },
    );
    if (r.status !== 0) {
      rmSync(next, { recursive: true, force: true });
      throw new Error('The interface did not build; the reason stands above.');
    }
    writeFileSync(join(next, '.stamp'), hash);
    if (existsSync(out)) renameSync(out, old);
    renameSync(next, out);
    rmSync(old, { recursive: true, force: true });
  });
  return out;
}
