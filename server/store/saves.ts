/**
 * Every saved state of a build: whole now and then, and in between what changed. Any state there
 * ever was can be opened again; the last one is the build.
 */
import { sql } from 'kysely';
import { FORMAT, migrated, type Patch, patched, type Project } from '@deft/core/model';
import type { Db } from './schema';
import type { Spelling } from './spelt';

/** A state is kept whole after so many that say only what changed. */
const WHOLE_EVERY = 50;

export interface State {
  version: number;
  savedAt: string;
  document: Project;
  /** Written in an older format and carried forward: what follows it is kept whole. */
  isOlder: boolean;
  /** Length of its JSON, as far as it is known: what the cache weighs. */
  size: number;
  /** How a page that sends whole documents spelt it, unless it spells them anew every time. */
  spelt?: Spelling | 'anew';
}
/** One line of a build's history. */
export interface SavedLine {
  version: number;
  at: string;
  words: string;
}
/** What a save writes: the whole document, or what changed since the version before. */
export type Written = { document: Project } | { document: Project; patch: Patch };

export const jsonb = (value: unknown) => sql<string>`${JSON.stringify(value)}::jsonb`;

/** As it is stored, carried forward when an older program wrote it. */
function carried(stored: Project): { document: Project; isOlder: boolean } {
  const document = (migrated(stored, stored.format) ?? stored) as Project;
  return { document, isOlder: stored.format !== FORMAT };
}

/**
 * A state of a build.
 *
 * @param version  which; the last one when nothing is said
 * @returns        nothing when there is no such build or it had no such version
 */
export async function stateOf(db: Db, build: string, version?: number): Promise<State | undefined> {
  const upTo = version ?? 2 ** 31 - 1;
  const rows = await sql<{ version: number; at: Date; patch: Patch | null; whole: unknown }>`
    select version, at, whole, patch from save
    where build = ${build}::uuid and version <= ${upTo} and version >= (
      select max(version) from save
      where build = ${build}::uuid and version <= ${upTo} and whole is not null)
    order by version`.execute(db);
  const last = rows.rows.at(-1);
  if (!last || (version !== undefined && last.version !== version)) return undefined;
  const document = replayed(rows.rows);
  return { version: last.version, savedAt: last.at.toISOString(), ...document };
}

/** A whole state and what changed since, as one document. */
function replayed(
  lines: ReadonlyArray<{ whole: unknown; patch: Patch | null }>,
): Pick<State, 'document' | 'isOlder' | 'size'> {
  let document = lines[0]!.whole as Project;
  for (const { patch } of lines.slice(1)) document = patched(document, patch ?? []);
  return { ...carried(document), size: JSON.stringify(document).length };
}

/** Lines of a build's history, the newest first. */
export async function linesOf(db: Db, build: string, before: number): Promise<SavedLine[]> {
  const rows = await db
    .selectFrom('save')
    .select(['version', 'at', 'words'])
    .where('build', '=', build)
    .where('version', '<', before)
    .orderBy('version', 'desc')
    .limit(500)
    .execute();
  return rows.map((r) => ({ version: r.version, at: r.at.toISOString(), words: r.words }));
}

/** The first state of a new build, or of one that was put back. */
export async function writeFirst(
  db: Db,
  build: string,
  version: number,
  document: Project,
): Promise<void> {
  const words = version === 1 ? 'begun' : 'put back';
  await db
    .insertInto('save')
    .values({ build, version, words, whole: jsonb(document) })
    .execute();
}

/**
 * The next state, in one statement with the version it is counted by: both or neither.
 *
 * @param name  the page's own name for this save
 * @returns     nothing when the build is not at `basedOn` (any more)
 */
export async function writeNext(
  db: Db,
  build: string,
  basedOn: number,
  written: Written,
  words: string,
  name: string | undefined,
): Promise<{ version: number; savedAt: string } | undefined> {
  const version = basedOn + 1;
  const { document } = written;
  const patch = 'patch' in written && version % WHOLE_EVERY !== 0 ? written.patch : undefined;
  const rows = await sql<{ at: Date }>`
    with moved as (
      update build set version = ${version}, name = ${document.name}, way = ${document.way},
        saved_at = now()
      where key = ${build}::uuid and version = ${basedOn} and deleted_at is null
      returning key, saved_at)
    insert into save (build, version, at, words, name, patch, whole)
    select key, ${version}, saved_at, ${words.slice(0, 500)}, ${name ?? null}::uuid,
      ${patch ? jsonb(patch) : null}, ${patch ? null : jsonb(document)}
    from moved returning at`.execute(db);
  const [row] = rows.rows;
  return row && { version, savedAt: row.at.toISOString() };
}

/** When a save of this name made this version; nothing when another did. */
export async function savedAs(
  db: Db,
  build: string,
  version: number,
  name: string,
): Promise<{ version: number; savedAt: string } | undefined> {
  const row = await db
    .selectFrom('save')
    .select('at')
    .where('build', '=', build)
    .where('version', '=', version)
    .where('name', '=', name)
    .executeTakeFirst();
  return row && { version, savedAt: row.at.toISOString() };
}

/** Characters a state takes, its spelling among them. */
const weight = (state: State): number => state.size * (typeof state.spelt === 'object' ? 2 : 1);

/** The last states of the builds that are worked on, so that a small change costs little. */
export class Recent {
  readonly #states = new Map<string, State>();
  #size = 0;

  /** @param most  characters of JSON kept in all */
  constructor(private readonly most = 24 * 1024 * 1024) {}

  get(build: string, version: number): State | undefined {
    const state = this.#states.get(build);
    return state?.version === version ? state : undefined;
  }

  /** The last state that was put, whatever its version. */
  last(build: string): State | undefined {
    return this.#states.get(build);
  }

  put(build: string, state: State): void {
    this.drop(build);
    this.#states.set(build, state);
    this.#size += weight(state);
    for (const oldest of this.#states.keys()) {
      if (this.#size <= this.most || oldest === build) break;
      this.drop(oldest);
    }
  }

  drop(build: string): void {
    const state = this.#states.get(build);
    if (!state) return;
    this.#size -= weight(state);
    this.#states.delete(build);
  }
}
