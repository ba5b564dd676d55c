/** Where things lie: the checkout, its git-ignored folder, and small files that remember a choice. */
import { mkdirSync, readFileSync, renameSync, writeFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';

export const ROOT = dirname(dirname(fileURLToPath(import.meta.url)));
export const OWN = join(ROOT, '.deft');

export const say = (text) => process.stdout.write(`${text}\n`);

export function remembered(file) {
  try {
    return JSON.parse(readFileSync(file, 'utf8'));
  } catch {
    return undefined;
  }
}

/** Written beside and renamed, so that a crash leaves the old file or the new one. */
export function remember(file, value, mode = 0o644) {
  mkdirSync(dirname(file), { recursive: true });
  const fresh = `${file}.${process.pid}.tmp`;
  writeFileSync(fresh, `${JSON.stringify(value)}\n`, { mode });
  renameSync(fresh, file);
}

export const alive = (pid) => {
  try {
    process.kill(pid, 0);
    return true;
  } catch (e) {
    return e.code === 'EPERM';
  }
};
