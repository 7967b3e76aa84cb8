import {
  cleanupOutdatedCaches,
  createHandlerBoundToURL,
  precacheAndRoute,
} from 'workbox-precaching';
import { NavigationRoute, registerRoute } from 'workbox-routing';
import { StaleWhileRevalidate } from 'workbox-strategies';
import { CACHES, HANDED_OVER, PAGES } from '@/core/site';

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
  new StaleWhileRevalidate({ cacheName: CACHES.onceUsed }),
);

registerRoute(
  ({ url, sameOrigin }) => sameOrigin && url.pathname === HANDED_OVER,
  async ({ request }) => {
    const handed = (await request.formData()).getAll('files');
    const cache = await caches.open(CACHES.handedOver);
    const files = handed.filter((entry) => entry instanceof File);
    await Promise.all(
      files.map((file, i) =>
        cache.put(
          `${HANDED_OVER}/${i}/${encodeURIComponent(file.name)}`,
          new Response(file, { headers: { 'content-type': file.type } }),
        ),
      ),
    );
    return Response.redirect('/', 303);
  },
  'POST',
);

// The first visit's page is served from here at once; later ones take over when the person says so.
self.addEventListener('activate', (event) => event.waitUntil(self.clients.claim()));
self.addEventListener('message', ({ data }) => {
  if (data === 'take over') void self.skipWaiting();
});
