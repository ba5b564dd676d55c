/**
 * The whole database as one open archive (zip): an envelope for each build, its history beside it
 * as lines of JSON, the builder's own parts, and a list of all with checksums.
 */
import { createHash } from 'node:crypto';
import { Readable } from 'node:stream';
import { sql } from 'kysely';
import yazl from 'yazl';
import { z } from 'zod';
import { envelopeOf } from '../store/builds';
import { Parts } from '../store/parts';
import type { Db } from '../store/schema';

export const BACKUP = 'deft-shell-backup/1';
export const LIST = 'list.json';

const Entry = z.strictObject({
  file: z.string().regex(/^[\w./-]{1,200}$/),
  sha256: z.string().regex(/^[0-9a-f]{64}$/),
  bytes: z.int().min(0),
});
export type Entry = z.infer<typeof Entry>;
const ListedCopy = z.strictObject({
  key: z.uuid(),
  name: z.string().max(200),
  version: z.int().min(1),
  savedAt: z.iso.datetime(),
  envelope: Entry,
  history: Entry,
});
export const BackupList = z.strictObject({
  format: z.literal(BACKUP),
  made: z.iso.datetime(),
  builds: z.array(ListedCopy).max(100_000),
  /** Builds that could not be read, and so are not in it. */
  left: z.array(z.strictObject({ key: z.uuid(), name: z.string().max(200), why: z.string() })),
  parts: Entry,
});
export type BackupList = z.infer<typeof BackupList>;
export type ListedCopy = BackupList['builds'][number];

/** A name for a file that any system takes: letters of the build's name, and its key. */
const fileName = (name: string, key: string): string =>
  `${name.replace(/[^A-Za-z0-9]+/g, '-').slice(0, 40)}-${key.slice(0, 8)}`;

/**
 * Everything as it is at one moment, while others save on.
 *
 * @param to  takes the archive as it is made
 */
export async function backup(
  db: Db,
  to: (archive: NodeJS.ReadableStream) => Promise<void>,
  now = new Date(),
): Promise<BackupList> {
  return db
    .transaction()
    .setIsolationLevel('repeatable read')
    .execute(async (tx) => {
      const zip = new yazl.ZipFile();
      const written = to(zip.outputStream);
      // One that cannot be written any more is told where the list is awaited below.
      written.catch(() => undefined);
      const add = async (file: string, text: string): Promise<Entry> => {
        const bytes = Buffer.from(text);
        // As a stream: the archive takes one file after another, and what it took can be let go.
        const taken = Readable.from([bytes]);
        zip.addReadStream(taken, file, { mtime: now });
        await Promise.race([
          new Promise((resolve) => {
            taken.once('close', resolve);
          }),
          written,
        ]);
        return { file, sha256: sha256(bytes), bytes: bytes.length };
      };
      const parts = await new Parts(tx).list();
      const list: BackupList = {
        format: BACKUP,
        made: now.toISOString(),
        builds: [],
        left: [],
        parts: await add('parts.json', JSON.stringify(parts)),
      };
      const builds = await tx
        .selectFrom('build')
        .select(['key', 'name', 'version', 'saved_at'])
        .where('deleted_at', 'is', null)
        .orderBy('created_at')
        .execute();
      for (const { key, name, version, saved_at } of builds) {
        const at = fileName(name, key);
        const envelope = await envelopeOf(tx, key, parts).catch((e: Error) => e);
        // One that is damaged does not keep the others from being copied.
        if (envelope instanceof Error || !envelope) {
          list.left.push({ key, name, why: envelope?.message ?? 'It is not there.' });
          continue;
        }
        list.builds.push({
          key,
          name,
          version,
          savedAt: saved_at.toISOString(),
          envelope: await add(`builds/${at}.json`, JSON.stringify(envelope)),
          history: await add(`history/${at}.jsonl`, await historyLines(tx, key)),
        });
      }
      await add(LIST, JSON.stringify(list, null, 1));
      zip.end();
      await written;
      return list;
    });
}

export const sha256 = (bytes: Uint8Array): string =>
  createHash('sha256').update(bytes).digest('hex');

async function historyLines(db: Db, build: string): Promise<string> {
  const rows = await sql<{ line: string }>`
    select jsonb_strip_nulls(jsonb_build_object('version', version, 'at', at, 'words', words))
      || case when whole is null then jsonb_build_object('patch', patch)
              else jsonb_build_object('whole', whole) end as line
    from save where build = ${build}::uuid order by version`.execute(db);
  return rows.rows.map((r) => `${JSON.stringify(r.line)}\n`).join('');
}
