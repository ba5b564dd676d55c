/**
 * What a backup holds, put back. Nothing that is there is overwritten: a build that is there as it
 * was in the backup is left alone, one that has gone on meanwhile gets the older beside it.
 */
import { buffer } from 'node:stream/consumers';
import yauzl from 'yauzl';
import { z } from 'zod';
import {
  BadInput,
  type Envelope,
  ENVELOPE_LIMIT,
  migrated,
  Part,
  patched,
  PatchBody,
  type Project,
  readAs,
  readEnvelope,
  readJson,
} from '@deft/core/model';
import { checkedPicture } from '../intake/pictures';
import { Builds } from '../store/builds';
import { Parts } from '../store/parts';
import { jsonb, stateOf } from '../store/saves';
import type { Db } from '../store/schema';
import { BACKUP, BackupList, type Entry, LIST, type ListedCopy, sha256 } from './archive';

/** The list of a backup of 100,000 builds is smaller. */
const LIST_LIMIT = 64 * 1024 * 1024;
/** Lines of one build's history in all, bytes. */
const HISTORY_LIMIT = 512 * 1024 * 1024;

/** An opened archive: its list, and its files one by one. */
export class Backup {
  private constructor(
    private readonly zip: yauzl.ZipFile,
    private readonly entries: ReadonlyMap<string, yauzl.Entry>,
    readonly list: BackupList,
  ) {}

  /** @throws BadInput when it is no backup */
  static async open(path: string): Promise<Backup> {
    const zip = await yauzl.openPromise(path, { autoClose: false }).catch((e: Error) => {
      throw new BadInput('', `This is no backup: ${e.message.replace(/\.+$/, '')}.`);
    });
    try {
      const entries = new Map<string, yauzl.Entry>();
      for await (const entry of zip.eachEntry()) entries.set(entry.fileName, entry);
      const at = entries.get(LIST);
      if (!at) throw new BadInput('', `This is no backup: it holds no ${LIST}.`);
      const json = readJson((await contents(zip, at, LIST_LIMIT)).toString('utf8'), LIST_LIMIT);
      if (!json.ok) {
        throw new BadInput(LIST, 'The list of this backup is damaged: it cannot be read.');
      }
      refuseNewer(json.value);
      const list = readAs(BackupList, json.value);
      if (!list.ok) {
        throw new BadInput(
          `${LIST}.${list.complaints[0]!.path}`,
          'The list of this backup is damaged.',
        );
      }
      return new Backup(zip, entries, list.value);
    } catch (e) {
      zip.close();
      throw e;
    }
  }

  /** A file as it was written; anything else is refused. */
  async file({ file, sha256: sum, bytes }: Entry, limit: number): Promise<Buffer> {
    const entry = this.entries.get(file);
    if (!entry) throw new BadInput(file, 'This file is missing from the backup.');
    if (bytes > limit) throw new BadInput(file, 'This file is larger than the program reads.');
    const found = await contents(this.zip, entry, bytes);
    if (found.length !== bytes || sha256(found) !== sum) {
      throw new BadInput(file, 'This file is not as it was written: the backup is damaged.');
    }
    return found;
  }

  envelope(copy: ListedCopy): Promise<Buffer> {
    return this.file(copy.envelope, ENVELOPE_LIMIT);
  }

  close(): void {
    this.zip.close();
  }
}

function refuseNewer(value: unknown): void {
  const { format } = (value ?? {}) as { format?: unknown };
  if (typeof format === 'string' && /^deft-shell-backup\/\d+$/.test(format) && format !== BACKUP) {
    throw new BadInput(
      'format',
      `This backup is ${format}, newer than this program reads (${BACKUP}).`,
    );
  }
}

/** @param most  bytes it may hold; a file that says less and holds more is cut off by the reader */
async function contents(zip: yauzl.ZipFile, entry: yauzl.Entry, most: number): Promise<Buffer> {
  if (entry.uncompressedSize > most) {
    throw new BadInput(
      entry.fileName,
      'This file is not as it was written: the backup is damaged.',
    );
  }
  try {
    return await buffer(await zip.openReadStreamPromise(entry));
  } catch {
    throw new BadInput(entry.fileName, 'This file cannot be read: the backup is damaged.');
  }
}

export interface Restored {
  name: string;
  key: string;
  /** `there`: nothing had to be done. `beside`: what is there has gone on, so this is another build. */
  became: 'restored' | 'there' | 'beside';
  /** Its history did not come along, being damaged. */
  withoutHistory?: true;
}

/** @param only  keys of the builds wanted; every one when nothing is said */
export async function restore(
  db: Db,
  from: Backup,
  only?: ReadonlySet<string>,
): Promise<Restored[]> {
  const wanted = from.list.builds.filter((b) => !only || only.has(b.key));
  await restoreParts(db, from);
  const all: Restored[] = [];
  for (const copy of wanted) all.push(await restoreBuild(db, from, copy));
  return all;
}

async function restoreParts(db: Db, from: Backup): Promise<void> {
  const bytes = await from.file(from.list.parts, ENVELOPE_LIMIT);
  const read = readAs(z.array(Part), JSON.parse(bytes.toString('utf8')));
  if (!read.ok) throw new BadInput(from.list.parts.file, read.complaints[0]!.sentence);
  if (read.value.length) await new Parts(db).keepNew(read.value);
}

async function restoreBuild(db: Db, from: Backup, copy: ListedCopy): Promise<Restored> {
  const envelope = envelopeIn(await from.envelope(copy), copy);
  const lines = await historyOf(from, copy, envelope.document);
  return db.transaction().execute(async (tx) => {
    const there = await tx
      .selectFrom('build')
      .select(['version', 'deleted_at'])
      .where('key', '=', copy.key)
      .executeTakeFirst();
    const same = there && !there.deleted_at && there.version === copy.version;
    // A version counts saves: two databases that went on apart may both have got that far.
    if (same && alike((await stateOf(tx, copy.key))?.document, envelope.document)) {
      return { name: copy.name, key: copy.key, became: 'there' as const };
    }
    const name = there ? `${copy.name.slice(0, 170)} (from a backup)` : copy.name;
    const document = { ...envelope.document, name };
    const builds = new Builds(tx);
    const made = await builds.fill({ ...envelope, document }, there ? {} : copy);
    for (const picture of envelope.assets) {
      const { sha256: sum, mime, bytes } = checkedPicture(picture, copy.name);
      await builds.keepPicture(made.key, { sha256: sum, mime, bytes });
    }
    // The line of states goes on where it was; a copy beside begins its own.
    if (!there && lines) await putHistory(tx, made.key, lines);
    return {
      name,
      key: made.key,
      became: there ? ('beside' as const) : ('restored' as const),
      ...(lines ? {} : { withoutHistory: true as const }),
    };
  });
}

function envelopeIn(bytes: Buffer, copy: ListedCopy): Envelope {
  const json = readJson(bytes.toString('utf8'), ENVELOPE_LIMIT);
  const read = json.ok ? readEnvelope(json.value) : json;
  if (read.ok) return read.value;
  const [{ path, sentence }] = read.complaints as [{ path: string; sentence: string }];
  throw new BadInput(`${copy.envelope.file} ${path}`.trim(), sentence);
}

const line = z.strictObject({
  version: z.int().min(1),
  at: z.string().max(40),
  words: z.string().max(500),
  whole: z.unknown().optional(),
  patch: PatchBody.optional(),
});
type Line = z.infer<typeof line>;
type Json = Readonly<Record<string, unknown>>;

/** The states of a build, when they lead to what it is; nothing when they do not. */
async function historyOf(
  from: Backup,
  copy: ListedCopy,
  document: Project,
): Promise<Line[] | undefined> {
  try {
    const text = (await from.file(copy.history, HISTORY_LIMIT)).toString('utf8');
    const lines = text
      .split('\n')
      .filter(Boolean)
      .map((l) => line.parse(JSON.parse(l)));
    let state: unknown;
    lines.forEach((l, i) => {
      if (i && l.version !== lines[i - 1]!.version + 1) throw new Error('A state is missing.');
      state = l.patch ? patched(state as Project, l.patch) : l.whole;
    });
    const isWhole = lines.at(-1)?.version === copy.version;
    // One not touched since an older program wrote it is carried forward in its envelope.
    const last = migrated(state as Json, (state as Project).format);
    const leads = alike(last, document);
    return isWhole && leads ? lines : undefined;
  } catch {
    return undefined;
  }
}

const alike = (a: unknown, b: unknown): boolean =>
  JSON.stringify(sorted(a)) === JSON.stringify(sorted(b));

/** With the keys of every object in order: two databases may keep them in two. */
function sorted(value: unknown): unknown {
  if (Array.isArray(value)) return value.map(sorted);
  if (typeof value !== 'object' || value === null) return value;
  const entries = Object.entries(value).sort(([a], [b]) => (a < b ? -1 : 1));
  return Object.fromEntries(entries.map(([k, v]) => [k, sorted(v)]));
}

async function putHistory(tx: Db, build: string, lines: Line[]): Promise<void> {
  await tx.deleteFrom('save').where('build', '=', build).execute();
  for (const l of lines) {
    await tx
      .insertInto('save')
      .values({
        build,
        version: l.version,
        at: new Date(l.at),
        words: l.words,
        patch: l.patch ? jsonb(l.patch) : null,
        whole: l.patch ? null : jsonb(l.whole),
      })
      .execute();
  }
}
