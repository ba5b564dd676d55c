/** Unsaved edits in the browser's own database, so that closing the tab while the server is down loses nothing. */
import { del, get, set } from 'idb-keyval';
import { type Project, readProject } from '@deft/core/model';

export interface Draft {
  basedOn: number;
  document: Project;
}

const slot = (key: string): string => `deft-draft-${key}`;
export const keepDraft = (key: string, draft: Draft): Promise<void> => set(slot(key), draft);
export const dropDraft = (key: string): Promise<void> => del(slot(key));
export async function findDraft(key: string): Promise<Draft | undefined> {
  const kept: unknown = await get(slot(key)).catch(() => undefined);
  if (typeof kept !== 'object' || kept === null) return undefined;
  const { basedOn, document } = kept as Partial<Draft>;
  const read = readProject(document);
  return typeof basedOn === 'number' && read.ok ? { basedOn, document: read.value } : undefined;
}
