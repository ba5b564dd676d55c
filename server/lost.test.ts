/** The database going away under a query fails that query, never the server. */
import { sql } from 'kysely';
import { connect } from './store/schema';

const url = process.env['DEFT_TEST_DATABASE_URL'];
const db = url ? connect(url) : undefined;
afterAll(() => db?.destroy());

/** A connection that is going may be handed out once more before the pool knows: at most so often. */
const OVER_AFTER = 5;

async function answered(): Promise<number | undefined> {
  for (let i = 0; i < OVER_AFTER; i++) {
    const rows = await sql<{ n: number }>`select 1 as n`.execute(db!).then(
      (r) => r.rows,
      () => [],
    );
    if (rows[0]) return rows[0].n;
  }
  return undefined;
}

(url ? test : test.skip)('a connection ended with a query in flight', async () => {
  const asked = sql`select pg_sleep(60), 'deft-in-flight'::text`.execute(db!).then(
    () => 'answered',
    () => 'failed',
  );
  const end = sql<{ pid: number }>`select pid, pg_terminate_backend(pid) from pg_stat_activity
      where pid <> pg_backend_pid() and query like 'select pg_sleep(60)%'`;
  // Ended as soon as it runs.
  while (!(await end.execute(db!)).rows.length);
  expect(await asked).toBe('failed');
  expect(await answered()).toBe(1);
});
