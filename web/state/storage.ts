/** The browser's own database: one that is full, missing or silent is said once and then left alone. */
import { createStore } from 'zustand';

/** One that has not answered by then is taken for one that never will, ms. */
const PATIENCE_MS = 2000;

/** Whether this browser keeps drafts; why not, when it does not. */
export const drafting = createStore<{ trouble?: string }>(() => ({}));

/** What the database does, or nothing when it cannot; then that is said from now on. */
export async function tried<T>(work: () => Promise<T>): Promise<T | undefined> {
  if (drafting.getState().trouble) return undefined;
  let timer: ReturnType<typeof setTimeout> | undefined;
  const late = new Promise<never>((_, reject) => {
    timer = setTimeout(() => reject(new Error('late')), PATIENCE_MS);
  });
  try {
    return await Promise.race([work(), late]);
  } catch (e) {
    const full = e instanceof DOMException && e.name === 'QuotaExceededError';
    const why = full ? 'its storage is full' : 'its storage does not answer';
    drafting.setState({ trouble: `This browser keeps no drafts: ${why}.` });
    return undefined;
  } finally {
    clearTimeout(timer);
  }
}
