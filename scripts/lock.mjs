/** One at a time across processes: a lock folder that names its owner; a dead owner's lock is taken over. */
import { mkdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { setTimeout as wait } from 'node:timers/promises';
import { alive, say } from './folders.mjs';

export async function locked(folder, what, work) {
  mkdirSync(dirname(folder), { recursive: true });
  for (let told = false; ;) {
    try {
      mkdirSync(folder);
      writeFileSync(join(folder, 'pid'), String(process.pid));
      break;
    } catch (e) {
      if (e.code !== 'EEXIST') throw e;
      const pid = ownerOf(folder);
      if (pid !== undefined && !alive(pid)) {
        rmSync(folder, { recursive: true, force: true });
        continue;
      }
      if (!told) {
        say(`Waiting for process ${pid ?? '(starting)'}, which is ${what}.`);
        told = true;
      }
      await wait(300);
    }
  }
  try {
    return await work();
  } finally {
    rmSync(folder, { recursive: true, force: true });
  }
}

function ownerOf(folder) {
  try {
    return Number(readFileSync(join(folder, 'pid'), 'utf8')) || undefined;
  } catch {
    return undefined;
  }
}
