/** Tables as Kysely sees them. */
import { type Generated, Kysely, PostgresDialect } from 'kysely';
import pg from 'pg';

interface Tables {
  build: {
    key: Generated<string>;
    name: string;
    way: string;
    version: number;
    created_at: Generated<Date>;
    saved_at: Generated<Date>;
    deleted_at: Date | null;
  };
  /** Append-only: every state of a build, whole or as what changed since the one before. */
  save: {
    build: string;
    version: number;
    at: Generated<Date>;
    /** What changed, in words. */
    words: string;
    /** The page's own name for this save. */
    name: Generated<string | null>;
    patch: Generated<string | null>;
    whole: Generated<string | null>;
  };
  /** Append-only: readings, log entries and revisions of a build. */
  entry: {
    id: Generated<number>;
    build: string;
    kind: 'revision' | 'reading' | 'log';
    at: Generated<Date>;
    note: string;
    body: string;
  };
  part: { id: string; document: string; saved_at: Generated<Date> };
  asset: { sha256: string; mime: string; bytes: Buffer };
  build_asset: { build: string; sha256: string };
  setting: { key: string; value: string };
  /** Who has what there is only one of, and until when. */
  lease: { name: string; owner: string; until: Date };
}
export type Db = Kysely<Tables>;

/** @param most  connections at once; a database lets in about a hundred, of all its servers */
export function connect(url: string, most = 12): Db {
  const pool = new pg.Pool({ connectionString: url, max: most });
  // An idle connection that breaks is replaced by the pool; the next query says what is wrong.
  pool.on('error', () => undefined);
  // One that breaks under a query says so as well: the query itself is what fails, not the server.
  pool.on('connect', (client) => client.on('error', () => undefined));
  return new Kysely<Tables>({ dialect: new PostgresDialect({ pool }) });
}
