import {
  cleanupOutdatedCaches,
  createHandlerBoundToURL,
  precacheAndRoute,
} from 'workbox-precaching';
import { NavigationRoute, registerRoute } from 'workbox-routing';
import { StaleWhileRevalidate } from 'workbox-strategies';
import { PAGES } from '@/core/pages';

declare const self: ServiceWorkerGlobalScope;

/** Put in by the build: what every screen needs, and where the rest lies. */
declare const NEEDED: readonly { readonly url: string; readonly revision: string }[];
declare const ONCE_USED: readonly string[];

const rest = new Set(ONCE_USED);

precacheAndRoute([...NEEDED]);
cleanupOutdatedCaches();
registerRoute(new NavigationRoute(createHandlerBoundToURL('/index.html'), { allowlist: [PAGES] }));
registerRoute(
  ({ url, sameOrigin }) => sameOrigin && rest.has(url.pathname),
  new StaleWhileRevalidate({ cacheName: 'once-used' }),
);

// The first visit's page is served from here at once; later ones take over when the person says so.
self.addEventListener('activate', (event) => event.waitUntil(self.clients.claim()));
self.addEventListener('message', ({ data }) => {
  if (data === 'take over') void self.skipWaiting();
});
