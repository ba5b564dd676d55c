/** An empty database of one's own beside the others of a test run: a schema that is dropped again. */
import { randomUUID } from 'node:crypto';
import pg from 'pg';

export interface OwnSchema {
  url: string;
  query: (text: string, values?: unknown[]) => Promise<pg.QueryResult>;
  drop: () => Promise<void>;
}

export async function ownSchema(databaseUrl: string): Promise<OwnSchema> {
  const name = `own_${randomUUID().replaceAll('-', '')}`;
  const client = new pg.Client({ connectionString: databaseUrl });
  await client.connect();
  await client.query(`create schema ${name}; set search_path = ${name}`);
  return {
    url: `${databaseUrl}?options=${encodeURIComponent(`-c search_path=${name}`)}`,
    query: (text, values) => client.query(text, values),
    async drop() {
      await client.query(`drop schema ${name} cascade`);
      await client.end();
    },
  };
}
