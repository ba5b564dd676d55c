/**
 * A name for this tab that a reload keeps and no second tab shares, also not one that was
 * duplicated from it: whoever holds the lock of a name is that tab.
 */
const SLOT = 'deft-tab';
const lockOf = (name: string): string => `deft-tab-${name}`;
const fresh = (): string => crypto.getRandomValues(new Uint32Array(2)).join('-');

/** Takes the lock for as long as the page lives; false when another page holds it. */
const held = (name: string): Promise<boolean> =>
  new Promise((resolve) => {
    void navigator.locks.request(lockOf(name), { ifAvailable: true }, (lock) => {
      resolve(lock !== null);
      // Never settled: the browser gives the lock back when the page ends.
      return lock ? new Promise(() => undefined) : undefined;
    });
  });

async function named(): Promise<string> {
  const before = sessionStorage.getItem(SLOT);
  const name = before !== null && (await held(before)) ? before : fresh();
  if (name !== before) await held(name);
  sessionStorage.setItem(SLOT, name);
  return name;
}

let asked: Promise<string> | undefined;
export const tabName = (): Promise<string> => (asked ??= named());

/** Names of other tabs that are open now. */
export async function openTabs(): Promise<ReadonlySet<string>> {
  const { held: locks = [] } = await navigator.locks.query();
  return new Set(locks.map((l) => (l.name ?? '').replace(/^deft-tab-/, '')));
}
