/// <reference lib="webworker" />
/** Keeps the whole application in the browser, so that it opens without the server. Data goes by it untouched. */
import { createHandlerBoundToURL, precacheAndRoute, type PrecacheEntry } from "workbox-precaching";
import { NavigationRoute, registerRoute } from "workbox-routing";

/** files: written in as the pages are built (vite.config.ts). */
declare const self: ServiceWorkerGlobalScope & { airyCrumbFiles: PrecacheEntry[] };

precacheAndRoute(self.airyCrumbFiles);
// Every view is the same page; what it shows, the page decides.
registerRoute(new NavigationRoute(createHandlerBoundToURL("/"), { denylist: [/^\/api\//] }));

// The first version takes the page that brought it along; a newer one waits until the page says that nothing is lost.
self.addEventListener("activate", (event) => event.waitUntil(self.clients.claim()));
self.addEventListener("message", (event) => {
  if (event.data === "SKIP_WAITING") void self.skipWaiting();
});
