/** Small things a database keeps about itself. */
import { randomBytes } from 'node:crypto';
import type { Db } from './schema';

/** A secret made once in a database's life, the same for every server on it. */
export async function keptSecret(db: Db, key: string): Promise<string> {
  await db
    .insertInto('setting')
    .values({ key, value: randomBytes(32).toString('hex') })
    .onConflict((c) => c.doNothing())
    .execute();
  const row = await db
    .selectFrom('setting')
    .select('value')
    .where('key', '=', key)
    .executeTakeFirstOrThrow();
  return row.value;
}
