import { clientsClaim } from 'workbox-core';
import { ExpirationPlugin } from 'workbox-expiration';
import { NavigationRoute, registerRoute } from 'workbox-routing';
import { CacheFirst, NetworkFirst, StaleWhileRevalidate } from 'workbox-strategies';
import { fileCache, pageCache, pageKey } from '../../device/offline/caches.ts';

// It knows no list of files, so that one of an older version does nothing wrong: pages come from the network while there is
// one, files have their content in their names.
void (self as unknown as { skipWaiting: () => Promise<void> }).skipWaiting();
clientsClaim();

/** Every address opens the same page. */
const onePage = { cacheKeyWillBeUsed: () => Promise.resolve(new URL(pageKey, location.href).href) };

registerRoute(
  new NavigationRoute(
    new NetworkFirst({ cacheName: pageCache, networkTimeoutSeconds: 5, plugins: [onePage] }),
    { denylist: [/^\/(api|healthz)\b/, /\.\w+$/] },
  ),
);

registerRoute(
  ({ url, sameOrigin }) => sameOrigin && url.pathname.startsWith('/assets/'),
  new CacheFirst({
    cacheName: fileCache,
    plugins: [new ExpirationPlugin({ maxEntries: 600, purgeOnQuotaError: true })],
  }),
);

registerRoute(
  ({ url, sameOrigin }) =>
    sameOrigin && /^\/(icon\.svg|(manifest|link)\.webmanifest)$/.test(url.pathname),
  new StaleWhileRevalidate({ cacheName: fileCache }),
);
