/** Does something when the page has nothing better to do, and in this time at the latest, ms. */
export function whenIdle(work: () => void, within: number): void {
  // Not every browser tells when it is idle.
  const { requestIdleCallback } = globalThis as Partial<typeof globalThis>;
  if (requestIdleCallback) requestIdleCallback(work, { timeout: within });
  else setTimeout(work, within / 2);
}
