/** Commands on the database of this checkout, while it runs or while it does not. */
import { existsSync } from 'node:fs';
import { BadInput } from '@deft/core/model';
import {
  Backup,
  connect,
  type Db,
  doctor,
  migrate,
  restore,
  type Restored,
  writeBackup,
} from '../server/backup/index';
import { home, withDatabase } from '../scripts/database.mjs';
import type { Io } from './io';

async function on<T>(work: (db: Db) => Promise<T>, make = false): Promise<T> {
  return withDatabase(
    async (url: string) => {
      const db = connect(url, 4);
      try {
        await migrate(db, { before: async () => refuse() });
        return await work(db);
      } finally {
        await db.destroy();
      }
    },
    { make },
  );
}

/** A database that an older program left is brought up to date by a start, which copies it first. */
function refuse(): never {
  throw new BadInput(
    '',
    'An older program left this database. Start the program once with npm start: it is copied and brought up to date.',
  );
}

export async function backupTo(file: string, force: boolean, io: Io): Promise<number> {
  if (existsSync(file) && !force) {
    throw new BadInput('', `"${file}" is there already. Write over it with --force.`);
  }
  const list = await on((db) => writeBackup(db, file));
  io.out(`${list.builds.length} builds and your own parts are in ${file}.\n`);
  for (const b of list.left) {
    io.err(`Not in it: "${b.name}" (${b.key}): ${b.why} See deft-shell doctor.\n`);
  }
  return list.left.length ? 1 : 0;
}

const BECAME: Readonly<Record<Restored['became'], string>> = {
  restored: 'restored',
  there: 'is there already, as it was',
  beside: 'has gone on since: the older one lies beside it',
};

export async function restoreFrom(file: string, only: string | undefined, io: Io): Promise<number> {
  if (!existsSync(file)) throw new BadInput('', `There is no file "${file}".`);
  const from = await Backup.open(file);
  try {
    if (only !== undefined && !from.list.builds.some((b) => b.key === only)) {
      const there = from.list.builds.map((b) => `  ${b.key}  ${b.name}`).join('\n');
      throw new BadInput('--only', `No build of this backup has this key. It holds:\n${there}`);
    }
    const all = await on((db) => restore(db, from, only ? new Set([only]) : undefined), true);
    for (const b of all) {
      const without = b.withoutHistory ? '; its history was damaged and is left out' : '';
      io.out(`${b.name}: ${BECAME[b.became]}${without}\n`);
    }
    return 0;
  } finally {
    from.close();
  }
}

/** Exit 0: sound. 1: something is wrong, with what to do. */
export async function doctorOf(io: Io): Promise<number> {
  const looked = await on((db) => doctor(db, existsSync(home()) ? home() : undefined));
  for (const l of looked) {
    io.out(
      l.fault ? `FAULT ${l.what} ${l.fault}\n      ${l.cure}\n` : `ok    ${l.what}: ${l.found}\n`,
    );
  }
  return looked.some((l) => l.fault) ? 1 : 0;
}
