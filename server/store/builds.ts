/** Builds in the database: a save names the version it was based on; a stale one changes nothing. */
import { createHash } from 'node:crypto';
import { sql } from 'kysely';
import {
  DOCUMENT_LIMIT,
  editWords,
  type Envelope,
  type Part,
  type Patch,
  type Project,
  patchTo,
  readPatched,
  readProject,
} from '@deft/core/model';
import { badInput } from '../errors';
import type { CheckedPicture } from '../intake/pictures';
import { Parts } from './parts';
import {
  jsonb,
  linesOf,
  Recent,
  savedAs,
  type SavedLine,
  type State,
  stateOf,
  writeFirst,
  writeNext,
  type Written,
} from './saves';
import type { Db } from './schema';
import { isOfSpelling, readAgain, spelling } from './spelt';

export interface StoredBuild {
  key: string;
  version: number;
  savedAt: string;
  document: Project;
}
export interface ListedBuild {
  key: string;
  name: string;
  version: number;
  savedAt: string;
  way: string;
}
/** Where a build is put that was somewhere before. */
interface Place {
  key?: string;
  version?: number;
}
type Fields = Readonly<Record<string, unknown>>;

/** What goes with a save. */
interface Beside {
  words: string;
  /** The page's own name for it. */
  name: string | undefined;
  size?: number;
  spelt?: State['spelt'];
}
export type Saved =
  { ok: true; version: number; savedAt: string } | { ok: false; current: StoredBuild | undefined };

const stored = (key: string, { version, savedAt, document }: State): StoredBuild => ({
  key,
  version,
  savedAt,
  document,
});

/** However many there are, one statement and one parameter. */
async function addEntries(db: Db, build: string, e: Envelope): Promise<void> {
  const of = { revision: e.revisions, reading: e.readings, log: e.log } as const;
  const rows = (['revision', 'reading', 'log'] as const).flatMap((kind) =>
    of[kind].map((x) => ({ kind, ...x })),
  );
  await sql`insert into entry (build, kind, at, note, body)
    select ${build}::uuid, x->>'kind', (x->>'at')::timestamptz, x->>'note', x->'body'
    from jsonb_array_elements(${jsonb(rows)}) with ordinality as t (x, n) order by n`.execute(db);
}

async function isThere(db: Db, key: string): Promise<boolean> {
  const build = await db
    .selectFrom('build')
    .select('key')
    .where('key', '=', key)
    .where('deleted_at', 'is', null)
    .executeTakeFirst();
  return build !== undefined;
}

/**
 * Everything of a build, as one transaction sees it.
 *
 * @param parts  the library; those the build uses come along
 */
export async function envelopeOf(
  tx: Db,
  key: string,
  parts: readonly Part[],
): Promise<Envelope | undefined> {
  if (!(await isThere(tx, key))) return undefined;
  const entries = await tx
    .selectFrom('entry')
    .selectAll()
    .where('build', '=', key)
    .orderBy('id')
    .execute();
  const assets = await tx
    .selectFrom('asset')
    .innerJoin('build_asset', 'build_asset.sha256', 'asset.sha256')
    .select(['asset.sha256', 'mime', 'bytes'])
    .where('build', '=', key)
    .execute();
  const of = (kind: string) =>
    entries
      .filter((e) => e.kind === kind)
      .map((e) => ({ at: e.at.toISOString(), note: e.note, body: e.body as never }));
  const state = await stateOf(tx, key);
  if (!state) throw new Error('It has no saved state.');
  const { document } = state;
  const used = new Set(document.kit.parts.map((p) => p.id));
  return {
    format: 'deft-shell-envelope/1' as const,
    document,
    revisions: of('revision'),
    readings: of('reading'),
    log: of('log'),
    parts: parts.filter((p) => used.has(p.id)),
    assets: assets.map((a) => ({
      sha256: a.sha256,
      mime: a.mime,
      base64: a.bytes.toString('base64'),
    })),
  };
}

export class Builds {
  constructor(
    private readonly db: Db,
    private readonly recent = new Recent(0),
  ) {}

  async list(): Promise<ListedBuild[]> {
    const rows = await this.db
      .selectFrom('build')
      .select(['key', 'name', 'way', 'version', 'saved_at'])
      .where('deleted_at', 'is', null)
      .orderBy('saved_at', 'desc')
      .orderBy('name')
      .execute();
    return rows.map((r) => ({
      key: r.key,
      name: r.name,
      version: r.version,
      savedAt: r.saved_at.toISOString(),
      way: r.way,
    }));
  }

  async get(key: string): Promise<StoredBuild | undefined> {
    const state = await this.#last(key);
    return state && stored(key, state);
  }

  /** The state that stands; of another process's too. */
  async #last(key: string): Promise<State | undefined> {
    const row = await this.db
      .selectFrom('build')
      .select('version')
      .where('key', '=', key)
      .where('deleted_at', 'is', null)
      .executeTakeFirst();
    if (!row) return undefined;
    const known = this.recent.get(key, row.version);
    if (known) return known;
    const state = await stateOf(this.db, key);
    if (state) this.recent.put(key, state);
    return state;
  }

  /** A build that is there, as it was at a version. */
  async at(key: string, version: number): Promise<StoredBuild | undefined> {
    if (!(await this.#last(key))) return undefined;
    const state = await stateOf(this.db, key, version);
    return state && stored(key, state);
  }

  /** What was saved when, the newest first. */
  async history(key: string, before = 2 ** 31 - 1): Promise<SavedLine[] | undefined> {
    if (!(await this.#last(key))) return undefined;
    return linesOf(this.db, key, before);
  }

  /** A new build; both of its rows or neither. */
  async create(document: Project, place: Place = {}): Promise<StoredBuild> {
    const { version = 1 } = place;
    const both = async (db: Db): Promise<StoredBuild> => {
      const r = await db
        .insertInto('build')
        .values({
          ...(place.key ? { key: place.key } : {}),
          name: document.name,
          way: document.way,
          version,
          deleted_at: null,
        })
        .returning(['key', 'saved_at'])
        .executeTakeFirstOrThrow();
      await writeFirst(db, r.key, version, document);
      return { key: r.key, version, savedAt: r.saved_at.toISOString(), document };
    };
    if (this.db.isTransaction) return both(this.db);
    const made = await this.db.transaction().execute(both);
    const size = JSON.stringify(document).length;
    this.recent.put(made.key, { ...made, isOlder: false, size });
    return made;
  }

  /** A new build with all that came along but its pictures. */
  async fill(envelope: Envelope, place: Place = {}): Promise<StoredBuild> {
    const made = await this.create(envelope.document, place);
    await addEntries(this.db, made.key, envelope);
    await new Parts(this.db).keepNew(envelope.parts);
    return made;
  }

  /** A picture that was looked at, kept with a build; the same one twice is one. */
  async keepPicture(build: string, { sha256, mime, bytes }: CheckedPicture): Promise<void> {
    await this.db
      .insertInto('asset')
      .values({ sha256, mime, bytes })
      .onConflict((c) => c.doNothing())
      .execute();
    await this.db
      .insertInto('build_asset')
      .values({ build, sha256 })
      .onConflict((c) => c.doNothing())
      .execute();
  }

  /** @param picturesOf  a build whose pictures this one shows as well */
  async createBeside(document: Project, picturesOf?: string): Promise<StoredBuild> {
    if (!picturesOf) return this.create(document);
    const both = async (db: Db): Promise<StoredBuild> => {
      const made = await new Builds(db).create(document);
      await sql`insert into build_asset (build, sha256)
        select ${made.key}::uuid, sha256 from build_asset where build = ${picturesOf}`.execute(db);
      return made;
    };
    return this.db.isTransaction ? both(this.db) : this.db.transaction().execute(both);
  }

  /**
   * Save over exactly the version it was based on.
   *
   * @param document  as it came, not yet read
   * @param name      the page's own name for this save: sent again after its answer was lost, it is
   *                  answered as it was
   * @throws          Refusal when it is no build
   */
  async save(key: string, basedOn: number, document: unknown, name?: string): Promise<Saved> {
    const before = this.recent.get(key, basedOn);
    // Of a build that is being worked on only what is new has to be read, and is kept.
    const patch = before && !before.isOlder ? patchTo(before.document, document) : undefined;
    if (patch) {
      const saved = await this.change(key, basedOn, patch, name);
      if (saved.ok) this.#spell(key, saved.version, document as Fields, before?.spelt);
      return saved;
    }
    const read = readProject(document);
    if (!read.ok) throw badInput(read.complaints[0]!);
    return this.#write(key, basedOn, { document: read.value }, { words: 'the whole build', name });
  }

  /** The body of a whole save, read by what is new in it; nothing when it is to be read as any other. */
  again(key: string, body: Buffer): unknown {
    const known = this.recent.last(key)?.spelt;
    return typeof known === 'object' ? readAgain(body, known) : undefined;
  }

  /** Kept for the next whole save, unless this page spells everything anew each time. */
  #spell(key: string, version: number, sent: Fields, before: State['spelt']): void {
    const state = this.recent.get(key, version);
    if (!state || before === 'anew') return;
    const isKnown = !before || isOfSpelling(sent, before);
    const spelt = isKnown ? spelling(sent, state.document, before) : 'anew';
    this.recent.put(key, { ...state, spelt });
  }

  /**
   * The same, told what changed since the version it was based on.
   *
   * @throws Refusal when the changes make no build
   */
  async change(key: string, basedOn: number, patch: Patch, name?: string): Promise<Saved> {
    const before = this.recent.get(key, basedOn) ?? (await this.#last(key));
    if (before?.version !== basedOn) return this.#stale(key, basedOn, name);
    const read = readPatched(before.document, patch);
    if (!read.ok) throw badInput(read.complaints[0]!);
    const document = read.value;
    const size = before.size + JSON.stringify(patch).length;
    if (size > DOCUMENT_LIMIT && JSON.stringify(document).length > DOCUMENT_LIMIT) {
      throw badInput({ path: '', sentence: 'The build would be larger than 5 MB.' });
    }
    const words = editWords(before.document, document, patch);
    const written = before.isOlder ? { document } : { document, patch };
    return this.#write(key, basedOn, written, { words, name, size, spelt: before.spelt });
  }

  async #write(key: string, basedOn: number, written: Written, beside: Beside): Promise<Saved> {
    const saved = await writeNext(this.db, key, basedOn, written, beside.words, beside.name);
    if (!saved) return this.#stale(key, basedOn, beside.name);
    const { document } = written;
    const size = beside.size ?? JSON.stringify(document).length;
    const { spelt } = beside;
    this.recent.put(key, { ...saved, document, isOlder: false, size, ...(spelt && { spelt }) });
    return { ok: true, ...saved };
  }

  /** Another save came first; or it was this very one, whose answer was lost. */
  async #stale(key: string, basedOn: number, name: string | undefined): Promise<Saved> {
    const again = name && (await savedAs(this.db, key, basedOn + 1, name));
    if (again) return { ok: true, ...again };
    return { ok: false, current: await this.get(key) };
  }

  async remove(key: string): Promise<boolean> {
    const r = await this.db
      .updateTable('build')
      .set({ deleted_at: sql<Date>`now()` })
      .where('key', '=', key)
      .where('deleted_at', 'is', null)
      .executeTakeFirst();
    return r.numUpdatedRows > 0n;
  }

  async restore(key: string): Promise<boolean> {
    const r = await this.db
      .updateTable('build')
      .set({ deleted_at: null })
      .where('key', '=', key)
      .executeTakeFirst();
    return r.numUpdatedRows > 0n;
  }

  /** Everything of a build in one transaction's view. */
  async envelope(key: string, parts: readonly Part[]): Promise<Envelope | undefined> {
    return this.db
      .transaction()
      .setIsolationLevel('repeatable read')
      .execute((tx) => envelopeOf(tx, key, parts));
  }

  /**
   * All of an envelope or nothing.
   *
   * @param read  reads it, keeping each picture as it comes; what it throws takes everything back
   */
  async import(
    read: (keep: (p: CheckedPicture) => Promise<void>) => Promise<Envelope>,
  ): Promise<StoredBuild> {
    return this.db.transaction().execute(async (tx) => {
      const pictures = new Set<string>();
      const envelope = await read(async ({ sha256, mime, bytes }) => {
        pictures.add(sha256);
        await tx
          .insertInto('asset')
          .values({ sha256, mime, bytes })
          .onConflict((c) => c.doNothing())
          .execute();
      });
      const made = await new Builds(tx).fill(envelope);
      await sql`insert into build_asset (build, sha256)
        select ${made.key}::uuid, jsonb_array_elements_text(${jsonb([...pictures])})`.execute(tx);
      return made;
    });
  }

  /** A picture of a build, named by its content; the same one twice is one. */
  async addAsset(key: string, mime: string, bytes: Uint8Array): Promise<string | undefined> {
    const sha256 = createHash('sha256').update(bytes).digest('hex');
    return this.db.transaction().execute(async (tx) => {
      if (!(await isThere(tx, key))) return undefined;
      await new Builds(tx).keepPicture(key, { sha256, mime, bytes: Buffer.from(bytes) });
      return sha256;
    });
  }

  async asset(key: string, sha256: string): Promise<{ mime: string; bytes: Buffer } | undefined> {
    return this.db
      .selectFrom('asset')
      .innerJoin('build_asset', 'build_asset.sha256', 'asset.sha256')
      .select(['mime', 'bytes'])
      .where('build', '=', key)
      .where('asset.sha256', '=', sha256)
      .executeTakeFirst();
  }

  /** A build again under another name, with its pictures. */
  async duplicate(key: string): Promise<StoredBuild | undefined> {
    return this.db.transaction().execute(async (tx) => {
      const found = await new Builds(tx).get(key);
      if (!found) return undefined;
      const name = `${found.document.name.slice(0, 190)} (copy)`;
      return new Builds(tx).createBeside({ ...found.document, name }, key);
    });
  }

  async addEntry(
    build: string,
    kind: 'revision' | 'reading' | 'log',
    note: string,
    body: unknown,
  ): Promise<void> {
    await this.db
      .insertInto('entry')
      .values({ build, kind, note, body: jsonb(body) })
      .execute();
  }

  /** Test fits of a build, oldest first, without their documents. */
  async revisions(build: string): Promise<Array<{ id: string; at: string; note: string }>> {
    const rows = await this.db
      .selectFrom('entry')
      .select(['id', 'at', 'note'])
      .where('build', '=', build)
      .where('kind', '=', 'revision')
      .orderBy('at')
      .orderBy('id')
      .execute();
    return rows.map((r) => ({ id: String(r.id), at: r.at.toISOString(), note: r.note }));
  }

  async revision(build: string, id: string): Promise<unknown> {
    const r = await this.db
      .selectFrom('entry')
      .select('body')
      .where('build', '=', build)
      .where('kind', '=', 'revision')
      .where('id', '=', id as never)
      .executeTakeFirst();
    return r?.body;
  }

  /** Demos are loaded once in a database's life, not whenever the list is empty. */
  async loadOnce(
    name: string,
    documents: readonly Project[],
    fits: ReadonlyArray<{ at: string; note: string; document: Project }> = [],
  ): Promise<boolean> {
    return this.db.transaction().execute(async (tx) => {
      const first = await tx
        .insertInto('setting')
        .values({ key: name, value: 'done' })
        .onConflict((c) => c.doNothing())
        .returning('key')
        .executeTakeFirst();
      if (!first) return false;
      for (const [i, d] of documents.entries()) {
        const made = await new Builds(tx).create(d);
        // The first one has a past.
        if (i === 0 && fits.length) {
          await tx
            .insertInto('entry')
            .values(
              fits.map((f) => ({
                build: made.key,
                kind: 'revision',
                at: new Date(f.at),
                note: f.note,
                body: jsonb({ document: f.document }),
              })),
            )
            .execute();
        }
      }
      return true;
    });
  }
}
