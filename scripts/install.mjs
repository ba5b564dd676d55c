/** Installs what is missing: npm packages when the lock file changed, Debian packages when a program is not there. */
import { spawnSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { existsSync, mkdirSync, readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { OWN, ROOT, say } from './folders.mjs';
import { locked } from './lock.mjs';

const STAMP = join(ROOT, 'node_modules', '.deft-stamp');
const lockHash = () =>
  createHash('sha256')
    .update(readFileSync(join(ROOT, 'package-lock.json')))
    .digest('hex');
const stamped = () => {
  try {
    return readFileSync(STAMP, 'utf8') === lockHash();
  } catch {
    return false;
  }
};

export async function ensurePackages() {
  if (stamped()) return;
  await locked(join(OWN, 'install.lock'), 'installing packages', () => {
    if (stamped()) return;
    say('Installing npm packages ...');
    const r = spawnSync('npm', ['ci', '--no-audit', '--no-fund'], {
      cwd: ROOT,
      stdio: ['ignore', 'ignore', 'inherit'],
    });
    if (r.status !== 0) throw new Error('npm ci failed; its own words stand above.');
    writeFileSync(STAMP, lockHash());
  });
}

/** Newest PostgreSQL program folder from Debian's packages, or nothing. */
export function postgresBin() {
  const base = '/usr/lib/postgresql';
  const versions = existsSync(base)
    ? readdirSync(base).filter((v) => existsSync(join(base, v, 'bin', 'initdb')))
    : [];
  const newest = versions.sort((a, b) => Number(b) - Number(a))[0];
  return newest && join(base, newest, 'bin');
}

const onPath = (name) =>
  (process.env.PATH ?? '').split(':').some((dir) => existsSync(join(dir, name)));
const NEEDS = {
  postgresql: () => postgresBin() !== undefined,
  chromium: () => onPath('chromium'),
  'poppler-utils': () => onPath('pdftotext'),
  'device-tree-compiler': () => onPath('dtc'),
  gcc: () => onPath('gcc'),
  'libc6-dev': () => existsSync('/usr/include/stdio.h'),
  ngspice: () => onPath('ngspice'),
  faketime: () => onPath('faketime'),
};

export async function ensurePrograms(names) {
  const missing = () => names.filter((n) => !NEEDS[n]());
  if (!missing().length) return;
  if (process.getuid?.() !== 0) {
    throw new Error(
      `Run this once, then start again: sudo apt-get install -y ${missing().join(' ')}`,
    );
  }
  await locked('/tmp/deft-shell-apt.lock', 'installing Debian packages', () => {
    const todo = missing();
    if (!todo.length) return;
    say(`Installing from Debian: ${todo.join(', ')} ...`);
    if (todo.includes('postgresql')) {
      // Debian would start a cluster of its own; ours is private.
      mkdirSync('/etc/postgresql-common', { recursive: true });
      if (!existsSync('/etc/postgresql-common/createcluster.conf')) {
        writeFileSync('/etc/postgresql-common/createcluster.conf', 'create_main_cluster = false\n');
      }
    }
    const apt = (...args) =>
      spawnSync('apt-get', ['-o', 'DPkg::Lock::Timeout=900', '-qq', ...args], {
        stdio: ['ignore', 'ignore', 'inherit'],
        env: { ...process.env, DEBIAN_FRONTEND: 'noninteractive' },
      }).status;
    if (apt('install', '-y', '--no-install-recommends', ...todo) !== 0) {
      apt('update');
      if (apt('install', '-y', '--no-install-recommends', ...todo) !== 0) {
        throw new Error(`apt-get could not install ${todo.join(' ')}; its own words stand above.`);
      }
    }
  });
}
