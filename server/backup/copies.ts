/** Copies kept night after night in the home folder: one a day, the last seven. */
import { createWriteStream } from 'node:fs';
import { mkdir, readdir, rename, rm } from 'node:fs/promises';
import { join } from 'node:path';
import { pipeline } from 'node:stream/promises';
import { sql } from 'kysely';
import type { Db } from '../store/schema';
import { backup, type BackupList } from './archive';
import { Backup } from './restore';

/** Days a copy is kept. */
const KEPT = 7;
const NAME = /^\d{4}-\d{2}-\d{2}\.zip$/;
/** How often it is looked whether today has its copy, ms. */
const LOOK_MS = 60 * 60 * 1000;
/** The first look waits until the start is over, ms. */
const FIRST_MS = 60 * 1000;
/** Only one server of a database makes a copy at a time. */
const LOCK = 7_354_021;

export interface ListedCopies {
  /** Name of its file. */
  name: string;
  made: string;
  builds: Array<{ key: string; name: string; savedAt: string }>;
}

const dayOf = (now: Date): string => {
  const [y, m, d] = [now.getFullYear(), now.getMonth() + 1, now.getDate()];
  return `${y}-${String(m).padStart(2, '0')}-${String(d).padStart(2, '0')}`;
};

/** Written beside and renamed: a copy broken off leaves none. */
export async function writeBackup(db: Db, path: string, now = new Date()): Promise<BackupList> {
  const fresh = `${path}.${process.pid}.tmp`;
  try {
    const list = await backup(db, (zip) => pipeline(zip, createWriteStream(fresh)), now);
    await rename(fresh, path);
    return list;
  } finally {
    await rm(fresh, { force: true });
  }
}

export class Copies {
  #timer: NodeJS.Timeout | undefined;
  #under: Promise<unknown> = Promise.resolve();

  /** @param folder  where they lie; nothing where none are kept */
  constructor(
    private readonly db: Db,
    private readonly folder: string | undefined,
    private readonly log: (line: string) => void,
  ) {}

  /** From now on every day has its copy. */
  begin(): void {
    if (!this.folder) return;
    const again = (pause: number): void => {
      this.#timer = setTimeout(() => {
        this.#under = this.ofToday()
          .catch((e: Error) => this.log(`Today's copy could not be made: ${e.message}`))
          .finally(() => again(LOOK_MS));
      }, pause);
      this.#timer.unref();
    };
    again(FIRST_MS);
  }

  async end(): Promise<void> {
    await this.#under;
    clearTimeout(this.#timer);
  }

  async #names(): Promise<string[]> {
    if (!this.folder) return [];
    const names = await readdir(this.folder).catch(() => [] as string[]);
    return names
      .filter((n) => NAME.test(n))
      .sort()
      .reverse();
  }

  /** Makes today's copy unless it is there; drops those that are too old. */
  async ofToday(now = new Date()): Promise<boolean> {
    const { folder } = this;
    if (!folder) return false;
    const name = `${dayOf(now)}.zip`;
    if ((await this.#names()).includes(name)) return false;
    await mkdir(folder, { recursive: true, mode: 0o700 });
    const made = await this.db.connection().execute(async (one) => {
      const lock = await sql<{
        mine: boolean;
      }>`select pg_try_advisory_lock(${LOCK}) as mine`.execute(one);
      if (!lock.rows[0]?.mine) return false;
      try {
        // Another server may have made it between the look and the lock.
        if ((await this.#names()).includes(name)) return false;
        const { left } = await writeBackup(this.db, join(folder, name), now);
        for (const b of left) this.log(`Today's copy is without "${b.name}" (${b.key}): ${b.why}`);
        return true;
      } finally {
        await sql`select pg_advisory_unlock(${LOCK})`.execute(one);
      }
    });
    for (const old of (await this.#names()).slice(KEPT)) {
      await rm(join(folder, old), { force: true });
    }
    return made;
  }

  /** What the copies hold, the newest first; one that cannot be read holds nothing. */
  async list(): Promise<ListedCopies[]> {
    const all: ListedCopies[] = [];
    for (const name of await this.#names()) {
      const opened = await Backup.open(join(this.folder!, name)).catch(() => undefined);
      if (!opened) continue;
      const { made, builds } = opened.list;
      opened.close();
      all.push({
        name,
        made,
        builds: builds.map((b) => ({ key: b.key, name: b.name, savedAt: b.savedAt })),
      });
    }
    return all;
  }

  /** A build of a copy as its envelope's bytes; nothing when there is no such copy or build. */
  async envelope(name: string, key: string): Promise<Buffer | undefined> {
    if (!(await this.#names()).includes(name)) return undefined;
    const opened = await Backup.open(join(this.folder!, name));
    try {
      const copy = opened.list.builds.find((b) => b.key === key);
      return copy && (await opened.envelope(copy));
    } finally {
      opened.close();
    }
  }
}
