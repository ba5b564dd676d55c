/**
 * A name for this tab that a reload keeps and no second tab shares, also not one that was
 * duplicated from it: whoever holds the lock of a name is that tab.
 */
const SLOT = 'deft-tab';
const lockOf = (name: string): string => `deft-tab-${name}`;
const fresh = (): string => crypto.getRandomValues(new Uint32Array(2)).join('-');

/** Browsers give locks to pages that came over a safe way: this machine, or https. */
const locks = (): LockManager | undefined => (navigator as Partial<Navigator>).locks;

/** Takes the lock for as long as the page lives; false when another page holds it. */
const held = (name: string): Promise<boolean> =>
  new Promise((resolve) => {
    const all = locks();
    if (!all) return resolve(true);
    void all.request(lockOf(name), { ifAvailable: true }, (lock) => {
      resolve(lock !== null);
      // Never settled: the browser gives the lock back when the page ends.
      return lock ? new Promise(() => undefined) : undefined;
    });
  });

/** The tab's own storage; a browser may refuse it. */
function own(): Storage | undefined {
  try {
    return sessionStorage;
  } catch {
    return undefined;
  }
}

async function named(): Promise<string> {
  const before = own()?.getItem(SLOT) ?? null;
  const name = before !== null && (await held(before)) ? before : fresh();
  if (name !== before) await held(name);
  own()?.setItem(SLOT, name);
  return name;
}

let asked: Promise<string> | undefined;
export const tabName = (): Promise<string> => (asked ??= named());

/** What is known of other tabs by their names. */
export async function otherTabs(): Promise<(name: string) => 'open' | 'closed' | 'unknown'> {
  const all = locks();
  if (!all) return () => 'unknown';
  const { held: taken = [] } = await all.query();
  const open = new Set(taken.map((l) => l.name));
  return (name) => (open.has(lockOf(name)) ? 'open' : 'closed');
}
