/**
 * Unsaved edits in the browser's own database, so that closing the tab while the server is down
 * loses nothing: a whole document now and then, and after that only what has changed since.
 */
import { delMany, getMany, set, setMany } from 'idb-keyval';
import { z } from 'zod';
import { type Project, readProject } from '@deft/core/model';
import { type Patch, patchBetween, patched } from './patch';

export interface Draft {
  basedOn: number;
  document: Project;
}

/** Longer patches than this are written as a whole document. */
const LONGEST = 50;

const Kept = z.object({ basedOn: z.number(), whole: z.string() });
const Operations = z.array(z.looseObject({ op: z.string(), path: z.string() }));
const Since = z.object({ whole: z.string(), patch: Operations });

const slots = (key: string): [string, string, string] => [
  `deft-draft-${key}`,
  `deft-draft-${key}-whole`,
  `deft-draft-${key}-since`,
];

/** The whole document that lies in the database for each build, and its name there. */
const wholes = new Map<string, { basedOn: number; name: string; document: Project }>();

export async function keepDraft(key: string, { basedOn, document }: Draft): Promise<void> {
  const [slot, wholeSlot, sinceSlot] = slots(key);
  const kept = wholes.get(key);
  const patch = kept?.basedOn === basedOn ? patchBetween(kept.document, document) : undefined;
  if (kept && patch && patch.length <= LONGEST) {
    await set(sinceSlot, { whole: kept.name, patch });
    return;
  }
  const name = crypto.getRandomValues(new Uint32Array(2)).join('-');
  wholes.set(key, { basedOn, name, document });
  await setMany([
    [slot, { basedOn, whole: name }],
    [wholeSlot, document],
    [sinceSlot, { whole: name, patch: [] }],
  ]);
}

export async function dropDraft(key: string): Promise<void> {
  wholes.delete(key);
  await delMany(slots(key));
}

/** The draft of a build; nothing when there is none or it cannot be read. */
export async function findDraft(key: string): Promise<Draft | undefined> {
  const found = await getMany<unknown>(slots(key)).catch(() => []);
  const kept = Kept.safeParse(found[0]);
  const since = Since.safeParse(found[2]);
  const whole = readProject(found[1]);
  if (!kept.success || !whole.ok) return undefined;
  const { basedOn } = kept.data;
  // A patch of another whole document is from a moment between two writes: what is whole stands.
  if (!since.success || since.data.whole !== kept.data.whole) {
    return { basedOn, document: whole.value };
  }
  try {
    const read = readProject(patched(whole.value, since.data.patch as unknown as Patch));
    return { basedOn, document: read.ok ? read.value : whole.value };
  } catch {
    return { basedOn, document: whole.value };
  }
}
