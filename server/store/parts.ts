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
    const document = sql<string>`${JSON.stringify(part)}::jsonb`;
    await this.db
      .insertInto('part')
      .values({ id: part.id, document })
      .onConflict((c) => c.column('id').doUpdateSet({ document, saved_at: sql<Date>`now()` }))
      .execute();
  }
  /** All of them or none. */
  async putAll(parts: readonly Part[]): Promise<void> {
    await this.db.transaction().execute(async (t) => {
      const all = new Parts(t);
      for (const part of parts) await all.put(part);
    });
  }
  async remove(id: string): Promise<void> {
    await this.db.deleteFrom('part').where('id', '=', id).execute();
  }
}
