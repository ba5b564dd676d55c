/** What holds of a sound database, looked at one by one; each fault with what to do. */
import { createHash } from 'node:crypto';
import { readdir, statfs } from 'node:fs/promises';
import { sql } from 'kysely';
import { Part, readAs, readProject } from '@deft/core/model';
import { stateOf } from '../store/saves';
import type { Db } from '../store/schema';
import { Backup } from './restore';
import { join } from 'node:path';

export interface Looked {
  what: string;
  /** Nothing when it holds; else what is wrong. */
  fault?: string;
  /** What to do about the fault. */
  cure?: string;
  /** What was looked at, when it holds. */
  found?: string;
}

/** Less free room than this is told, bytes. */
const LEAST_FREE = 500 * 1024 * 1024;
/** A copy older than this is told, ms. */
const OLDEST_COPY_MS = 2 * 24 * 60 * 60 * 1000;

const BACK = 'Go back to its last good state: deft-shell restore COPY --only KEY.';

/** @param folder  home of the nightly copies, when there is one */
export async function doctor(db: Db, folder?: string, now = new Date()): Promise<Looked[]> {
  const looks = [builds(db), entries(db), pictures(db), parts(db)];
  const all = (await Promise.all(looks)).flat();
  if (folder) all.push(await room(folder), await copies(join(folder, 'copies'), now));
  return all;
}

/** Every state leads on from the one before, and the last is a build. */
async function builds(db: Db): Promise<Looked[]> {
  const rows = await sql<{
    key: string;
    name: string;
    version: number;
    states: number;
    first: number;
    last: number;
  }>`
    select b.key, b.name, b.version, count(s.version)::int as states,
      coalesce(min(s.version), 0) as first, coalesce(max(s.version), 0) as last
    from build b left join save s on s.build = b.key
    group by b.key order by b.created_at`.execute(db);
  const faults: Looked[] = [];
  for (const b of rows.rows) {
    const what = `Build "${b.name}" (${b.key})`;
    if (b.last !== b.version) {
      faults.push({
        what,
        fault: `is at version ${b.version}, but its last state is ${b.last}.`,
        cure: BACK,
      });
    } else if (b.states !== b.last - b.first + 1) {
      faults.push({ what, fault: 'lacks states between its first and its last.', cure: BACK });
    } else {
      const fault = await unread(db, b.key);
      if (fault) faults.push({ what, fault, cure: BACK });
    }
  }
  return faults.length
    ? faults
    : [{ what: 'Builds', found: `${rows.rows.length}, each with all its states` }];
}

async function unread(db: Db, key: string): Promise<string | undefined> {
  try {
    const read = readProject((await stateOf(db, key))?.document);
    return read.ok
      ? undefined
      : `does not open: ${read.complaints[0]!.path}: ${read.complaints[0]!.sentence}`;
  } catch (e) {
    return `does not open: ${(e as Error).message}`;
  }
}

/** Test fits hold builds. */
async function entries(db: Db): Promise<Looked[]> {
  const rows = await db
    .selectFrom('entry')
    .select(['id', 'build', 'note', 'body'])
    .where('kind', '=', 'revision')
    .execute();
  const faults = rows.flatMap((r): Looked[] => {
    const read = readProject((r.body as unknown as { document?: unknown } | null)?.document);
    if (read.ok) return [];
    return [
      {
        what: `Test fit "${r.note}" of ${r.build}`,
        fault: `does not open: ${read.complaints[0]!.sentence}`,
        cure: BACK,
      },
    ];
  });
  return faults.length ? faults : [{ what: 'Test fits', found: String(rows.length) }];
}

/** Each picture is the one its name says; those no build shows are told, being harmless. */
async function pictures(db: Db): Promise<Looked[]> {
  const rows = await db.selectFrom('asset').select(['sha256', 'mime']).execute();
  const faults: Looked[] = [];
  for (const { sha256, mime } of rows) {
    const { bytes } = await db
      .selectFrom('asset')
      .select('bytes')
      .where('sha256', '=', sha256)
      .executeTakeFirstOrThrow();
    if (createHash('sha256').update(bytes).digest('hex') !== sha256) {
      faults.push({
        what: `Picture ${sha256.slice(0, 12)} (${mime})`,
        fault: 'is not the one its name says.',
        cure: 'Add it again at the shell station, or restore the build that shows it.',
      });
    }
  }
  const loose = await sql<{ n: number }>`select count(*)::int as n from asset a
    where not exists (select from build_asset b where b.sha256 = a.sha256)`.execute(db);
  const n = loose.rows[0]?.n ?? 0;
  return faults.length
    ? faults
    : [{ what: 'Pictures', found: `${rows.length}${n ? `, ${n} that no build shows` : ''}` }];
}

async function parts(db: Db): Promise<Looked[]> {
  const rows = await db.selectFrom('part').select(['id', 'document']).execute();
  const faults = rows.flatMap((r): Looked[] => {
    const read = readAs(Part, r.document);
    if (read.ok) return [];
    const [{ path, sentence }] = read.complaints as [{ path: string; sentence: string }];
    return [
      {
        what: `Part "${r.id}"`,
        fault: `does not open: ${path}: ${sentence}`,
        cure: 'Delete it in the library and type it again.',
      },
    ];
  });
  return faults.length ? faults : [{ what: 'Parts of your own', found: String(rows.length) }];
}

async function room(folder: string): Promise<Looked> {
  const { bavail, bsize } = await statfs(folder);
  const free = bavail * bsize;
  const gigabytes = `${(free / 1e9).toFixed(1)} GB`;
  if (free >= LEAST_FREE) return { what: 'Room on the disk', found: gigabytes };
  return {
    what: 'Room on the disk',
    fault: `is only ${gigabytes}.`,
    cure: 'Make room: a full disk stops every save.',
  };
}

async function copies(folder: string, now: Date): Promise<Looked> {
  const what = 'Nightly copies';
  const names = (await readdir(folder).catch(() => [] as string[]))
    .filter((n) => n.endsWith('.zip'))
    .sort();
  const last = names.at(-1);
  const cure = 'Leave the program running an hour, or make one now: deft-shell backup FILE.';
  if (!last) return { what, fault: 'there is none yet.', cure };
  try {
    const opened = await Backup.open(join(folder, last));
    try {
      for (const b of opened.list.builds) await opened.envelope(b);
    } finally {
      opened.close();
    }
    const age = now.getTime() - Date.parse(opened.list.made);
    if (age > OLDEST_COPY_MS) {
      return { what, fault: `the last one is of ${opened.list.made.slice(0, 10)}.`, cure };
    }
    return { what, found: `${names.length}, the last of ${opened.list.made.slice(0, 10)}, sound` };
  } catch (e) {
    return {
      what,
      fault: `${last} is damaged: ${(e as Error).message}`,
      cure: 'Delete it; the next one is made within the hour.',
    };
  }
}
