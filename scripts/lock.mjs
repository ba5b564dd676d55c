/**
 * One at a time across processes, by the system's own file lock: whoever ends, in whatever way, lets
 * go of it. (A lock made of files has to be taken over from a dead owner, and two may do so at once.)
 */
import { spawn } from 'node:child_process';
import { mkdirSync, readFileSync, statSync, writeFileSync } from 'node:fs';
import { dirname } from 'node:path';
import { say } from './folders.mjs';

/** Waiting for so long is told, ms. */
const TOLD_MS = 300;

/**
 * @param file  stays where it is; that it is there says nothing
 * @param what  the work, for whoever waits: "starting"
 */
export async function locked(file, what, work) {
  mkdirSync(dirname(file), { recursive: true });
  const held = await holder(file, what);
  try {
    return await work();
  } finally {
    await held.letGo();
  }
}

/** A process that holds the lock until its input ends, and that ends with us. */
async function holder(file, what) {
  const child = spawn('flock', [file, 'sh', '-c', 'echo held; exec cat >/dev/null'], {
    // In a group of its own: Ctrl-C is for us, and what we do then is still done under the lock.
    detached: true,
    stdio: ['pipe', 'pipe', 'ignore'],
  });
  const over = new Promise((resolve) => {
    child.once('close', resolve);
  });
  const telling = setTimeout(() => {
    say(`Waiting for process ${ownerOf(file) ?? '(starting)'}, which is ${what}.`);
  }, TOLD_MS);
  try {
    await new Promise((resolve, reject) => {
      child.stdout.once('data', resolve);
      child.once('error', (e) =>
        reject(e.code === 'ENOENT' ? new Error('flock is missing: install util-linux.') : e),
      );
      child.once('close', (code) => reject(new Error(`${file} cannot be locked (${code}).`)));
    });
  } finally {
    clearTimeout(telling);
  }
  name(file);
  return {
    async letGo() {
      child.stdin.end();
      await over;
    },
  };
}

/** Who holds it, for whoever waits. */
function name(file) {
  // An older program left a folder here: it can be locked, and not be written.
  if (statSync(file).isFile()) writeFileSync(file, String(process.pid));
}

function ownerOf(file) {
  try {
    return Number(readFileSync(file, 'utf8')) || undefined;
  } catch {
    return undefined;
  }
}
