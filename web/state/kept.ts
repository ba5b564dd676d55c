/**
 * What the server last said, kept in this browser for when it does not answer: the list, the parts
 * and every build that was opened, each as of its last save.
 */
import { delMany, entries, get, keys, set } from 'idb-keyval';
import type { Part } from '@deft/core/model';
import {
  getBuild,
  isOffline,
  listBuilds,
  type ListedBuild,
  listParts,
  readBuilds,
  readParts,
  stored,
  type StoredBuild,
} from './api';
import { whenIdle } from './idle';
import { tried } from './storage';

/** How often a server that was away is asked whether it is back, ms. */
export const BACK_MS = 2500;
const PREFIX = 'deft-kept:';
const slotOf = (name: string): string => `${PREFIX}${name}`;

/** What waits to be written, the last of each name. */
const waiting = new Map<string, unknown>();

/** Written when the page has nothing better to do; of several only the last. */
function keep(name: string, value: unknown): void {
  const begun = waiting.size > 0;
  waiting.set(name, value);
  if (!begun) whenIdle(() => void written(), 1000);
}

async function written(): Promise<void> {
  const all = [...waiting];
  waiting.clear();
  for (const [name, value] of all) await tried(() => set(slotOf(name), value));
}

/**
 * Asks the server; where it does not answer, what it said last.
 *
 * @param read  what is kept was written by an older page: it is read as carefully as an answer
 */
async function orKept<T>(
  name: string,
  ask: () => Promise<T>,
  read: (kept: unknown) => T,
): Promise<T> {
  try {
    const answer = await ask();
    keep(name, answer);
    return answer;
  } catch (e) {
    if (!isOffline(e)) throw e;
    const found = waiting.get(name) ?? (await tried(() => get<unknown>(slotOf(name))));
    if (found === undefined) throw e;
    try {
      return read(found);
    } catch {
      throw e;
    }
  }
}

/** Only what is named is kept on: a build that is gone needs no copy. */
async function keepOnly(prefix: string, names: readonly string[]): Promise<void> {
  const slots = new Set(names.map(slotOf));
  const all = ((await tried(() => keys())) ?? []).map(String);
  const gone = all.filter((slot) => slot.startsWith(slotOf(prefix)) && !slots.has(slot));
  if (gone.length) await tried(() => delMany(gone));
}

/** A build as it is, or as it was last saved from here. */
export interface OpenedBuild extends StoredBuild {
  /** The server did not answer: it may have another by now. */
  kept?: true;
}
const slotOfBuild = (key: string): string => `build:${key}`;

export const keepBuild = (build: StoredBuild): void => keep(slotOfBuild(build.key), build);

export const openBuild = (key: string): Promise<OpenedBuild> =>
  orKept<OpenedBuild>(
    slotOfBuild(key),
    () => getBuild(key),
    (kept) => ({ ...stored(kept), kept: true }),
  );

export async function knownParts(): Promise<Part[]> {
  const { parts } = await orKept(
    'parts',
    async () => ({ parts: await listParts() }),
    (kept) => ({ parts: readParts(kept) }),
  );
  return parts;
}

export interface KnownBuilds {
  builds: ListedBuild[];
  /** The server did not answer: only what was opened here opens now. */
  kept?: true;
}
export const knownBuilds = async (): Promise<KnownBuilds> => {
  try {
    return await orKept<KnownBuilds>(
      'builds',
      async () => {
        const builds = await listBuilds();
        const names = builds.map((b) => slotOfBuild(b.key));
        void keepOnly(slotOfBuild(''), names);
        return { builds };
      },
      (kept) => ({ builds: readBuilds(kept), kept: true }),
    );
  } catch (e) {
    // The list was never opened here; builds may have been.
    const builds = isOffline(e) ? await keptBuilds() : [];
    if (!builds.length) throw e;
    return { builds, kept: true };
  }
};

async function keptBuilds(): Promise<ListedBuild[]> {
  const all = (await tried(() => entries<string, unknown>())) ?? [];
  const found = all.flatMap(([slot, value]): ListedBuild[] => {
    if (!slot.startsWith(slotOf(slotOfBuild('')))) return [];
    try {
      const { key, version, savedAt, document } = stored(value);
      return [{ key, version, savedAt, name: document.name, way: document.way }];
    } catch {
      return [];
    }
  });
  return found.sort((a, b) => b.savedAt.localeCompare(a.savedAt));
}

/** Who logs out leaves nothing of the server's behind; drafts of their own stay. */
export async function forgetKept(): Promise<void> {
  waiting.clear();
  await keepOnly('', []);
  await globalThis.caches?.delete('deft-pictures');
}
