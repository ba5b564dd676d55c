/** The database going away under a query fails that query, never the server. */
import { afterAll, expect, test } from '@jest/globals';
import { sql } from 'kysely';
import { connect } from './store/schema';

const url = process.env['DEFT_TEST_DATABASE_URL'];
const db = url ? connect(url) : undefined;
afterAll(() => db?.destroy());

(url ? test : test.skip)(
  'a connection ended with a query in flight',
  async () => {
    const mark = 'deft-in-flight';
    const asked = sql`select pg_sleep(60), ${mark}::text`.execute(db!).then(
      () => 'answered',
      (e: unknown) => (e as { code?: string }).code,
    );
    const end = sql<{ pid: number }>`select pid, pg_terminate_backend(pid) from pg_stat_activity
    where pid <> pg_backend_pid() and query like 'select pg_sleep(60)%'`;
    // Ended as soon as it runs.
    while (!(await end.execute(db!)).rows.length);
    expect(await asked).toBe('57P01');
    expect((await sql<{ n: number }>`select 1 as n`.execute(db!)).rows).toEqual([{ n: 1 }]);
  },
  60_000,
);
