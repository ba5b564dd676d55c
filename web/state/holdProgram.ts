import { whenIdle } from './idle';

/** The service worker holds the program, so that it opens while the server is away. */
export function holdProgram(): void {
  // Browsers offer one only to pages that came over a safe way: this machine, or https.
  const workers = (navigator as Partial<Navigator>).serviceWorker;
  if (!workers) return;
  window.addEventListener('load', () => {
    // The first view goes before: what is held is fetched once the page rests.
    whenIdle(() => {
      // Held back by the browser's settings: the program works without.
      workers.register('/sw.js').catch(() => undefined);
    }, 5000);
  });
}
