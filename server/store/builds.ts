/** Builds in the database: a save names the version it was based on; a stale one changes nothing. */
import { createHash } from 'node:crypto';
import { sql } from 'kysely';
import { type Envelope, migrated, type Part, type Project } from '@deft/core/model';
import type { CheckedPicture } from '../intake/pictures';
import { Parts } from './parts';
import type { Db } from './schema';

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
export type Saved =
  { ok: true; version: number; savedAt: string } | { ok: false; current: StoredBuild | undefined };

const json = (value: unknown) => sql<string>`${JSON.stringify(value)}::jsonb`;
/** As it is stored, carried forward when an older program wrote it. */
function asProject(document: unknown): Project {
  const stored = document as Project;
  return (migrated(stored, stored.format) ?? stored) as Project;
}

/** However many there are, one statement and one parameter. */
async function addEntries(db: Db, build: string, e: Envelope): Promise<void> {
  const of = { revision: e.revisions, reading: e.readings, log: e.log } as const;
  const rows = (['revision', 'reading', 'log'] as const).flatMap((kind) =>
    of[kind].map((x) => ({ kind, ...x })),
  );
  await sql`insert into entry (build, kind, at, note, body)
    select ${build}::uuid, x->>'kind', (x->>'at')::timestamptz, x->>'note', x->'body'
    from jsonb_array_elements(${json(rows)}) with ordinality as t (x, n) order by n`.execute(db);
}

export class Builds {
  constructor(private readonly db: Db) {}

  async list(): Promise<ListedBuild[]> {
    const rows = await this.db
      .selectFrom('build')
      .select(['key', 'name', 'version', 'saved_at', sql<string>`document->>'way'`.as('way')])
      .where('deleted_at', 'is', null)
      .orderBy('created_at')
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
    const r = await this.db
      .selectFrom('build')
      .selectAll()
      .where('key', '=', key)
      .where('deleted_at', 'is', null)
      .executeTakeFirst();
    return (
      r && {
        key: r.key,
        version: r.version,
        savedAt: r.saved_at.toISOString(),
        document: asProject(r.document),
      }
    );
  }

  async create(document: Project): Promise<StoredBuild> {
    const r = await this.db
      .insertInto('build')
      .values({ name: document.name, version: 1, document: json(document), deleted_at: null })
      .returning(['key', 'version', 'saved_at'])
      .executeTakeFirstOrThrow();
    return { key: r.key, version: r.version, savedAt: r.saved_at.toISOString(), document };
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
   * Save over exactly the version it was based on, in one statement.
   *
   * @param name  the page's own name for this save: sent again after its answer was lost, it is
   *              answered as it was
   */
  async save(key: string, basedOn: number, document: Project, name?: string): Promise<Saved> {
    const r = await this.db
      .updateTable('build')
      .set({
        document: json(document),
        name: document.name,
        version: basedOn + 1,
        saved_at: sql<Date>`now()`,
        last_save: name ?? null,
      })
      .where('key', '=', key)
      .where('version', '=', basedOn)
      .where('deleted_at', 'is', null)
      .returning(['version', 'saved_at'])
      .executeTakeFirst();
    if (r) return { ok: true, version: r.version, savedAt: r.saved_at.toISOString() };
    const again = name && (await this.#savedAs(key, basedOn + 1, name));
    return again || { ok: false, current: await this.get(key) };
  }

  async #savedAs(key: string, version: number, name: string): Promise<Saved | undefined> {
    const r = await this.db
      .selectFrom('build')
      .select('saved_at')
      .where('key', '=', key)
      .where('version', '=', version)
      .where('last_save', '=', name)
      .executeTakeFirst();
    return r && { ok: true, version, savedAt: r.saved_at.toISOString() };
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
      .execute(async (tx) => {
        const build = await tx
          .selectFrom('build')
          .selectAll()
          .where('key', '=', key)
          .where('deleted_at', 'is', null)
          .executeTakeFirst();
        if (!build) return undefined;
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
        const document = asProject(build.document);
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
      });
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
      const made = await new Builds(tx).create(envelope.document);
      await addEntries(tx, made.key, envelope);
      await sql`insert into build_asset (build, sha256)
        select ${made.key}::uuid, jsonb_array_elements_text(${json([...pictures])})`.execute(tx);
      await new Parts(tx).keepNew(envelope.parts);
      return made;
    });
  }

  /** A picture of a build, named by its content; the same one twice is one. */
  async addAsset(key: string, mime: string, bytes: Uint8Array): Promise<string | undefined> {
    const sha256 = createHash('sha256').update(bytes).digest('hex');
    return this.db.transaction().execute(async (tx) => {
      const build = await tx
        .selectFrom('build')
        .select('key')
        .where('key', '=', key)
        .where('deleted_at', 'is', null)
        .executeTakeFirst();
      if (!build) return undefined;
      await tx
        .insertInto('asset')
        .values({ sha256, mime, bytes: Buffer.from(bytes) })
        .onConflict((c) => c.doNothing())
        .execute();
      await tx
        .insertInto('build_asset')
        .values({ build: key, sha256 })
        .onConflict((c) => c.doNothing())
        .execute();
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
      .values({ build, kind, note, body: json(body) })
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
                body: json({ document: f.document }),
              })),
            )
            .execute();
        }
      }
      return true;
    });
  }
}
