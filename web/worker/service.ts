/**
 * The service worker: keeps the page and its parts in the browser, so that Dessin opens at once, and without its server. What shows hold is none of its
 * business (state/session/snapshots): it answers nothing of the API. A newer one waits until somebody takes it, or until no window is open any more.
 */
import { cleanupOutdatedCaches, createHandlerBoundToURL, matchPrecache, type PrecacheEntry, precache } from 'workbox-precaching';

/** What of a service worker is used; the library of types of pages does not know them. */
interface Worker {
  readonly location: Location;
  skipWaiting(): Promise<void>;
  addEventListener(kind: 'message', hear: (event: { readonly data: unknown }) => void): void;
  addEventListener(
    kind: 'fetch',
    hear: (event: { readonly request: Request; respondWith(answer: Promise<Response>): void }) => void,
  ): void;
}
declare const self: Worker;
/** Files of the interface, written in by the build (scripts/lib.mjs). */
declare const DESSIN_FILES: readonly PrecacheEntry[];

/** Where Dessin lies: this file is at its root. */
const ROOT = new URL('./', self.location.href).pathname;
const PAGE = './';

precache([...DESSIN_FILES]);
cleanupOutdatedCaches();
const page = createHandlerBoundToURL(PAGE);

self.addEventListener('fetch', (event) => {
  const { request } = event;
  const url = new URL(request.url);
  if (request.method !== 'GET' || url.origin !== self.location.origin || !url.pathname.startsWith(ROOT)) return;
  const path = url.pathname.slice(ROOT.length);
  if (path.startsWith('api/')) return;
  if (request.mode === 'navigate') {
    // The same page answers every address, and routes by itself. A file that somebody opens by its name is none.
    if (!/\.\w+$/.test(path)) event.respondWith(page({ request, url, event: event as never }));
    return;
  }
  event.respondWith(matchPrecache(url.pathname).then((kept) => kept ?? fetch(request)));
});

self.addEventListener('message', ({ data }) => {
  if (data === 'take') void self.skipWaiting();
});
