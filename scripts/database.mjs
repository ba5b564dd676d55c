/** The database for a program beside the server: that of a running server, or opened for a while. */
import { existsSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { OWN } from './folders.mjs';

/** Nothing was ever started here. */
export class NoDatabase extends Error {}

/** Where a start of this checkout keeps its things. */
export const home = () => process.env.DEFT_HOME ?? OWN;

/**
 * @param work  is given the address of the database
 * @throws      when there is no database yet and `make` does not say that one may be made
 */
export async function withDatabase(work, { make = false } = {}) {
  if (process.env.DATABASE_URL) return work(process.env.DATABASE_URL);
  const { openCluster, clusterFolder } = await import('./cluster.mjs');
  const folder = process.env.DEFT_HOME ? join(home(), 'pg') : clusterFolder('pg');
  if (!make && !(folder && existsSync(join(folder, 'data')))) {
    throw new NoDatabase('There is no database here yet. Start the program once with npm start.');
  }
  const wasRunning = folder !== undefined && isRunning(folder);
  const cluster = await openCluster('pg', {
    log: () => undefined,
    ...(process.env.DEFT_HOME ? { folder } : {}),
  });
  try {
    return await work(cluster.url);
  } finally {
    // One that another program runs is left to it.
    if (wasRunning) await cluster.leave();
    else await cluster.stop();
  }
}

function isRunning(folder) {
  try {
    const pid = Number(readFileSync(join(folder, 'data/postmaster.pid'), 'utf8').split('\n')[0]);
    process.kill(pid, 0);
    return true;
  } catch (e) {
    return e.code === 'EPERM';
  }
}
