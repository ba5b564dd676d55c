/** Schema changes, in order. A database newer than this program is left alone. */
import { type Kysely, Migrator, sql } from 'kysely';
import type { Db } from '../store/schema';

type AnyDb = Kysely<unknown>;
const MIGRATIONS: Record<string, { up: (db: AnyDb) => Promise<void> }> = {
  '001-builds': {
    async up(db) {
      await db.schema
        .createTable('build')
        .addColumn('key', 'uuid', (c) => c.primaryKey().defaultTo(sql`gen_random_uuid()`))
        .addColumn('name', 'text', (c) => c.notNull())
        .addColumn('version', 'integer', (c) => c.notNull())
        .addColumn('document', 'jsonb', (c) => c.notNull())
        .addColumn('created_at', 'timestamptz', (c) =>
          c.notNull().defaultTo(sql`clock_timestamp()`),
        )
        .addColumn('saved_at', 'timestamptz', (c) => c.notNull().defaultTo(sql`now()`))
        .addColumn('deleted_at', 'timestamptz')
        .execute();
      await db.schema
        .createTable('entry')
        .addColumn('id', 'bigserial', (c) => c.primaryKey())
        .addColumn('build', 'uuid', (c) => c.notNull().references('build.key').onDelete('cascade'))
        .addColumn('kind', 'text', (c) =>
          c.notNull().check(sql`kind in ('revision', 'reading', 'log')`),
        )
        .addColumn('at', 'timestamptz', (c) => c.notNull().defaultTo(sql`now()`))
        .addColumn('note', 'text', (c) => c.notNull())
        .addColumn('body', 'jsonb', (c) => c.notNull())
        .execute();
      await db.schema
        .createIndex('entry_build')
        .on('entry')
        .columns(['build', 'kind', 'id'])
        .execute();
      await db.schema
        .createTable('part')
        .addColumn('id', 'text', (c) => c.primaryKey())
        .addColumn('document', 'jsonb', (c) => c.notNull())
        .addColumn('saved_at', 'timestamptz', (c) => c.notNull().defaultTo(sql`now()`))
        .execute();
      await db.schema
        .createTable('asset')
        .addColumn('sha256', 'char(64)', (c) => c.primaryKey())
        .addColumn('mime', 'text', (c) => c.notNull())
        .addColumn('bytes', 'bytea', (c) => c.notNull())
        .execute();
      await db.schema
        .createTable('build_asset')
        .addColumn('build', 'uuid', (c) => c.notNull().references('build.key').onDelete('cascade'))
        .addColumn('sha256', 'char(64)', (c) => c.notNull().references('asset.sha256'))
        .addPrimaryKeyConstraint('build_asset_pk', ['build', 'sha256'])
        .execute();
      await db.schema
        .createTable('setting')
        .addColumn('key', 'text', (c) => c.primaryKey())
        .addColumn('value', 'text', (c) => c.notNull())
        .execute();
    },
  },
  '002-named-saves': {
    async up(db) {
      await db.schema.alterTable('build').addColumn('last_save', 'uuid').execute();
    },
  },
  '003-every-save': {
    async up(db) {
      await db.schema
        .createTable('save')
        .addColumn('build', 'uuid', (c) => c.notNull().references('build.key').onDelete('cascade'))
        .addColumn('version', 'integer', (c) => c.notNull())
        .addColumn('at', 'timestamptz', (c) => c.notNull().defaultTo(sql`now()`))
        .addColumn('words', 'text', (c) => c.notNull())
        .addColumn('name', 'uuid')
        .addColumn('patch', 'jsonb')
        .addColumn('whole', 'jsonb')
        .addPrimaryKeyConstraint('save_pk', ['build', 'version'])
        .addCheckConstraint('save_holds_a_state', sql`(patch is null) <> (whole is null)`)
        .execute();
      await sql`create index save_whole on save (build, version) where whole is not null`.execute(
        db,
      );
      await sql`insert into save (build, version, at, words, name, whole)
        select key, version, saved_at, 'as it was kept', last_save, document from build`.execute(
        db,
      );
      await sql`alter table build add column way text`.execute(db);
      await sql`update build set way = document->>'way'`.execute(db);
      await sql`alter table build alter column way set not null, drop column document,
        drop column last_save`.execute(db);
    },
  },
  '004-sessions': {
    async up(db) {
      // As connect-pg-simple wants it.
      await sql`create table session (
        sid varchar primary key, sess json not null, expire timestamp(6) not null)`.execute(db);
      await sql`create index session_expire on session (expire)`.execute(db);
    },
  },
  '005-leases': {
    async up(db) {
      await sql`create table lease (
        name text primary key, owner text not null, until timestamptz not null)`.execute(db);
    },
  },
};

/** What was done to this database is listed in it: a change unknown here came with a newer program. */
async function refuseNewer(db: Db): Promise<void> {
  const table = await sql<{ there: string | null }>`
    select to_regclass('kysely_migration')::text as there`.execute(db);
  if (!table.rows[0]?.there) return;
  const done = await sql<{ name: string }>`select name from kysely_migration`.execute(db);
  if (done.rows.every(({ name }) => name in MIGRATIONS)) return;
  throw new Error(
    'This database was written by a newer Deft Shell. Update the program; nothing was changed.',
  );
}

interface Migrating {
  /** The last change to make; every one when nothing is said. */
  upTo?: string;
  /** Asked before a database that was in use is changed, with the changes that are to come. */
  before?: ((names: readonly string[]) => Promise<void>) | undefined;
}

export async function migrate(db: Db, { upTo, before }: Migrating = {}): Promise<void> {
  const schema = await sql<{ here: string }>`select current_schema() as here`.execute(db);
  const migrator = new Migrator({
    db: db as never,
    provider: { getMigrations: () => Promise.resolve(MIGRATIONS as never) },
    // Where our own tables are made: a database of a club may keep ours in a schema of its own.
    migrationTableSchema: schema.rows[0]!.here,
  });
  await refuseNewer(db);
  const all = await migrator.getMigrations();
  const coming = all.filter((m) => !m.executedAt).map((m) => m.name);
  if (coming.length && coming.length < all.length) await before?.(coming);
  const { error, results } = await (upTo ? migrator.migrateTo(upTo) : migrator.migrateToLatest());
  if (!error) return;
  throw new Error(
    `The database could not be brought up to date (${results?.find((r) => r.status === 'Error')?.migrationName ?? 'at the start'}): ${(error as Error).message}`,
  );
}
