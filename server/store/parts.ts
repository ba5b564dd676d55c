/** The builder's own parts, shared by all builds. A build keeps copies, so a change here alters none. */
import { sql } from 'kysely';
import type { Part } from '@deft/core/model';
import type { Db } from './schema';

export class Parts {
  constructor(private readonly db: Db) {}
  async list(): Promise<Part[]> {
    const rows = await this.db
      .selectFrom('part')
      .select('document')
      .orderBy('saved_at', 'desc')
      .execute();
    return rows.map((r) => r.document as unknown as Part);
  }
  async put(part: Part): Promise<void> {
    await this.putAll([part]);
  }
  /** All of them or none, in one statement; of two with one id the later one is kept. */
  async putAll(parts: readonly Part[]): Promise<void> {
    await sql`insert into part (id, document) ${rows(parts)}
      on conflict (id) do update set document = excluded.document, saved_at = now()`.execute(
      this.db,
    );
  }
  /** Those the library does not have yet; what is there stays as it is. */
  async keepNew(parts: readonly Part[]): Promise<void> {
    await sql`insert into part (id, document) ${rows(parts)} on conflict (id) do nothing`.execute(
      this.db,
    );
  }
  async remove(id: string): Promise<void> {
    await this.db.deleteFrom('part').where('id', '=', id).execute();
  }
}

/** Parts as rows, one for each id. */
const rows = (parts: readonly Part[]) => {
  const last = new Map(parts.map((p) => [p.id, p]));
  const all = JSON.stringify([...last.values()]);
  return sql`select x->>'id', x from jsonb_array_elements(${all}::jsonb) as x`;
};
