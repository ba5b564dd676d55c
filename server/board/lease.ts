/** One owner at a time of a thing there is only one of, over all servers of one database. */
import { sql } from 'kysely';
import type { Db } from '../store/schema';

/** An owner who has done nothing for so long has gone away. */
const HELD_S = 60;

/** Takes it, or keeps it. @returns whether it is this owner's now */
export async function held(db: Db, name: string, owner: string): Promise<boolean> {
  const until = sql<Date>`now() + make_interval(secs => ${HELD_S})`;
  const row = await db
    .insertInto('lease')
    .values({ name, owner, until })
    .onConflict((c) =>
      c
        .column('name')
        .doUpdateSet({ owner, until })
        .where((w) =>
          w.or([w('lease.owner', '=', owner), w('lease.until', '<', sql<Date>`now()`)]),
        ),
    )
    .returning('owner')
    .executeTakeFirst();
  return row !== undefined;
}

export async function letGo(db: Db, name: string, owner: string): Promise<void> {
  await db.deleteFrom('lease').where('name', '=', name).where('owner', '=', owner).execute();
}
