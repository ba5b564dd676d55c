/**
 * Unsaved edits in the browser, so that closing the tab while the server is away loses nothing.
 *
 * Each tab keeps its own: in the browser's database a whole document now and then and what has
 * changed since, and beside it, at once, the last change against what the server has, for a tab
 * that is closed before the database has written. A draft is dropped by its own tab when the
 * server has taken it, or when the builder says so. A database that is full, missing or does not
 * answer is said; the page works without it.
 */
import { delMany, getMany, keys, set, setMany } from 'idb-keyval';
import { z } from 'zod';
import {
  lowered,
  OLDER,
  type Patch,
  patchBetween,
  patched,
  type Project,
  readProject,
} from '@deft/core/model';
import { getState } from './api';
import { tried } from './storage';
import { otherTabs, tabName } from './tab';

export interface Draft {
  basedOn: number;
  document: Project;
  /** Names of saves of this version that were sent and not yet answered. */
  sending?: readonly string[] | undefined;
}
/** A draft as it is found again. */
export interface FoundDraft extends Draft {
  /** When it was last edited, ms. */
  at: number;
  tab: string;
}
/** What the server has. */
interface Stored {
  version: number;
  document: Project;
}

/** Longer patches than this are written as a whole document. */
const LONGEST = 50;
/** A change larger than this is left to the database alone, characters. */
const QUICK_MOST = 200_000;

const Kept = z.object({ basedOn: z.number(), whole: z.string(), at: z.number().default(0) });
const Operations = z.array(z.looseObject({ op: z.string(), path: z.string() }));
const Since = z.object({
  whole: z.string(),
  patch: Operations,
  at: z.number().default(0),
  sending: z.array(z.string()).optional(),
});
const Quick = z.object({
  basedOn: z.number(),
  at: z.number(),
  patch: Operations,
  sending: z.array(z.string()).optional(),
});

const base = (key: string, tab: string): string => `deft-draft:${key}:${tab}`;
const quickSlot = (key: string, tab: string): string => `deft-edit:${key}:${tab}`;
const slots = (key: string, tab: string): [string, string, string] => {
  const slot = base(key, tab);
  return [slot, `${slot}:whole`, `${slot}:since`];
};

/** Storage that writes at once; a browser may refuse it, and drafts are then the database's alone. */
function atOnce(): Storage | undefined {
  try {
    return localStorage;
  } catch {
    return undefined;
  }
}

/** Written before anything else happens; small, against what the server has. */
function keepQuick(key: string, tab: string, draft: Draft, stored: Stored, at: number): void {
  const patch =
    draft.basedOn === stored.version ? patchBetween(stored.document, draft.document) : undefined;
  const { basedOn, sending } = draft;
  const text = patch && JSON.stringify({ basedOn, at, patch, sending });
  try {
    if (text && text.length <= QUICK_MOST) atOnce()?.setItem(quickSlot(key, tab), text);
    else atOnce()?.removeItem(quickSlot(key, tab));
  } catch {
    // Full: the database is there for it.
  }
}

/** The whole document that lies in the database for each build, and its name there. */
const wholes = new Map<string, { basedOn: number; name: string; document: Project }>();
/** Known once the tab has its name: a build that is opened asks for it first. */
let here: string | undefined;

/** The document each build was left with by its last edit, and when. */
const edits = new Map<string, { document: Project; at: number }>();

/** When it was edited, not when it was last tried to be sent: the tab edited last is gone on with. */
function editedAt(key: string, document: Project): number {
  const known = edits.get(key);
  if (known?.document === document) return known.at;
  const at = Date.now();
  edits.set(key, { document, at });
  return at;
}

/** @param stored  what the server has, as far as this tab knows */
export async function keepDraft(key: string, draft: Draft, stored: Stored): Promise<void> {
  const at = editedAt(key, draft.document);
  if (here !== undefined) keepQuick(key, here, draft, stored, at);
  here ??= await tabName();
  const tab = here;
  const { basedOn, document, sending } = draft;
  const [slot, wholeSlot, sinceSlot] = slots(key, tab);
  const kept = wholes.get(key);
  const patch = kept?.basedOn === basedOn ? patchBetween(kept.document, document) : undefined;
  if (kept && patch && patch.length <= LONGEST) {
    await tried(() => set(sinceSlot, { whole: kept.name, patch, at, sending }));
    return;
  }
  const name = crypto.getRandomValues(new Uint32Array(2)).join('-');
  wholes.set(key, { basedOn, name, document });
  await tried(() =>
    setMany([
      [slot, { basedOn, whole: name, at }],
      [wholeSlot, document],
      [sinceSlot, { whole: name, patch: [], at, sending }],
    ]),
  );
}

/** @param tab  whose draft; this tab's own when nothing is said */
export async function dropDraft(key: string, tab?: string): Promise<void> {
  here ??= await tabName();
  const whose = tab ?? here;
  if (whose === here) wholes.delete(key);
  atOnce()?.removeItem(quickSlot(key, whose));
  await tried(() => delMany(slots(key, whose)));
}

/**
 * A patch of another whole document is from a moment between two writes: what is whole stands.
 * One that was made by a page of an older format is read as that.
 */
export function afterPatch(document: Project, patch: unknown): Project {
  const before = lowered(document);
  const tries: Array<[object, string]> = [
    [document, document.format],
    ...(before ? [[before, 'deft-shell/4'] as [object, string]] : []),
    ...OLDER.map((format): [object, string] => [document, format]),
  ];
  for (const [whole, format] of tries) {
    try {
      const read = readProject({ ...patched(whole as Project, patch as Patch), format });
      if (read.ok) return read.value;
    } catch {
      // It was not made against this one.
    }
  }
  return document;
}

async function fromDatabase(key: string, tab: string): Promise<FoundDraft | undefined> {
  const found = (await tried(() => getMany<unknown>(slots(key, tab)))) ?? [];
  const kept = Kept.safeParse(found[0]);
  const since = Since.safeParse(found[2]);
  const document = readProject(found[1]);
  if (!kept.success || !document.ok) return undefined;
  const { basedOn, whole: name, at } = kept.data;
  if (!since.success || since.data.whole !== name) {
    return { basedOn, document: document.value, at, tab };
  }
  return {
    basedOn,
    document: afterPatch(document.value, since.data.patch),
    at: Math.max(at, since.data.at),
    sending: since.data.sending,
    tab,
  };
}

/** Against what the server had when it was written: a save of that tab may have been taken unheard since. */
async function fromQuick(
  key: string,
  tab: string,
  stored: Stored,
): Promise<FoundDraft | undefined> {
  try {
    const quick = Quick.parse(JSON.parse(atOnce()?.getItem(quickSlot(key, tab)) ?? 'null'));
    const { basedOn, at, sending } = quick;
    if (!quick.patch.length || basedOn > stored.version) return undefined;
    const { document } = basedOn === stored.version ? stored : await getState(key, basedOn);
    return { basedOn, document: afterPatch(document, quick.patch), at, sending, tab };
  } catch {
    return undefined;
  }
}

/** The newer of what a tab left in the database and beside it. */
async function draftOf(key: string, tab: string, stored: Stored): Promise<FoundDraft | undefined> {
  const [a, b] = [await fromDatabase(key, tab), await fromQuick(key, tab, stored)];
  if (a && b) return b.at >= a.at ? b : a;
  return a ?? b;
}

/** Every tab that left something of this build. */
async function tabsWith(key: string): Promise<string[]> {
  const inDatabase = ((await tried(() => keys())) ?? []).map(String);
  const quick = Object.keys(atOnce() ?? {});
  const found = [...inDatabase, ...quick].flatMap((slot) => {
    const [kind, build, tab] = slot.split(':');
    return (kind === 'deft-draft' || kind === 'deft-edit') && build === key && tab ? [tab] : [];
  });
  return [...new Set(found)];
}

export interface Found {
  /** What this tab, or the last one that was closed, had not saved: it is gone on with. */
  draft?: FoundDraft;
  /** What other closed tabs left: offered, never dropped unasked. */
  others: FoundDraft[];
}

/** Drafts of a build, this tab's own first; those of tabs that are open are theirs. */
export async function findDrafts(key: string, stored: Stored): Promise<Found> {
  here ??= await tabName();
  const tab = here;
  const others = await otherTabs();
  const left = (await tabsWith(key)).filter((t) => t === tab || others(t) !== 'open');
  const all: FoundDraft[] = [];
  for (const t of left) {
    const found = await draftOf(key, t, stored);
    if (found) all.push(found);
  }
  all.sort((a, b) => Number(b.tab === tab) - Number(a.tab === tab) || b.at - a.at);
  // Gone on with is only what surely nobody else has open; the rest is offered.
  const draft = all.find((d) => d.tab === tab || others(d.tab) === 'closed');
  if (draft && draft.tab !== tab) {
    await keepDraft(key, draft, stored);
    await dropDraft(key, draft.tab);
  }
  return { ...(draft ? { draft } : {}), others: all.filter((d) => d !== draft) };
}
