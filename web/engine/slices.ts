/** Long searches in short slices, so that an edit that arrives meanwhile is judged first. */

const SLICE_MS = 8;

/** Lets everything that has arrived meanwhile be handled. A message comes back sooner than a timer. */
const breath = (): Promise<void> =>
  new Promise((resolve) => {
    const { port1, port2 } = new MessageChannel();
    port1.onmessage = () => {
      port1.close();
      resolve();
    };
    port2.postMessage(undefined);
  });

/**
 * Runs a search to its end, handing on what it yields.
 *
 * @returns what it found, or nothing once `wanted` says no
 */
export async function inSlices<Y, T>(
  search: Generator<Y, T>,
  wanted: () => boolean,
  each: (said: Y) => void = () => undefined,
): Promise<{ found: T } | undefined> {
  let since = performance.now();
  for (;;) {
    if (!wanted()) return undefined;
    const at = search.next();
    if (at.done) return { found: at.value };
    each(at.value);
    if (performance.now() - since < SLICE_MS) continue;
    await breath();
    since = performance.now();
  }
}
