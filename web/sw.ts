/// <reference lib="webworker" />
import { clientsClaim } from 'workbox-core';
import { cleanupOutdatedCaches, precacheAndRoute, PrecacheFallbackPlugin } from 'workbox-precaching';
import { NavigationRoute, registerRoute } from 'workbox-routing';
import { NetworkOnly } from 'workbox-strategies';

/*
 * Keeps the whole application on the device, so that a reload in a dead spot opens it and every screen in it.
 * Data is the outbox's business, not this worker's.
 */

declare const self: ServiceWorkerGlobalScope;
/** Everything that was built; put in by the build. */
declare const KEPT_FILES: { url: string; revision: string | null }[];

/** A signal that answers later than this is as good as none. */
const PAGE_WITHIN_SECONDS = 4;

void self.skipWaiting();
clientsClaim();
cleanupOutdatedCaches();
precacheAndRoute(KEPT_FILES, { directoryIndex: '' });

// Pages come from the server where it answers, so that nobody stays on an old version for weeks; without an
// answer from what this worker keeps, page and scripts of one version.
registerRoute(
  new NavigationRoute(
    new NetworkOnly({
      networkTimeoutSeconds: PAGE_WITHIN_SECONDS,
      plugins: [new PrecacheFallbackPlugin({ fallbackURL: 'index.html' })],
    }),
    { denylist: [/^\/api\//] },
  ),
);
