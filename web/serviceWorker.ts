/**
 * Holds the application, so that a reload while the server is away still opens it. What the server
 * knows is not held here: builds are kept by the page, which knows their versions.
 */
import { ExpirationPlugin } from 'workbox-expiration';
import { cleanupOutdatedCaches, matchPrecache, precacheAndRoute } from 'workbox-precaching';
import { registerRoute, setCatchHandler } from 'workbox-routing';
import { CacheFirst, NetworkOnly } from 'workbox-strategies';

/** Every file of the application with its revision; written in by the build. */
declare const __FILES__: Array<{ url: string; revision: string | null }>;

const worker = self as unknown as ServiceWorkerGlobalScope;

const PAGE = '/index.html';
/** Pictures lie under the hash of what they show: one that was fetched stays right. */
const PICTURE = /^\/api\/builds\/[^/]+\/assets\/[0-9a-f]{64}$/;
/** Pictures kept for when the server is away. */
const PICTURES_MOST = 200;

precacheAndRoute(__FILES__);
cleanupOutdatedCaches();

registerRoute(
  ({ url, request }) => request.method === 'GET' && PICTURE.test(url.pathname),
  new CacheFirst({
    cacheName: 'deft-pictures',
    plugins: [new ExpirationPlugin({ maxEntries: PICTURES_MOST, purgeOnQuotaError: true })],
  }),
);

/** Pages come from the server while it answers: it may be newer than what is held here. */
registerRoute(({ request }) => request.mode === 'navigate', new NetworkOnly());
setCatchHandler(async ({ request }) => {
  const held = request.mode === 'navigate' ? await matchPrecache(PAGE) : undefined;
  return held ?? Response.error();
});

worker.addEventListener('install', () => void worker.skipWaiting());
worker.addEventListener('activate', (e) => e.waitUntil(worker.clients.claim()));
