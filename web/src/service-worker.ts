/// <reference lib="webworker" />
/** Keeps the whole application in the browser, so that it opens without the server. Data goes by it untouched. */
import { createHandlerBoundToURL, precacheAndRoute, type PrecacheEntry } from "workbox-precaching";
import { NavigationRoute, registerRoute } from "workbox-routing";

/** files: written in as the pages are built (vite.config.ts). */
declare const self: ServiceWorkerGlobalScope & { airyCrumbFiles: PrecacheEntry[] };
/** What is asked for by a browser that lets routes be named before a worker runs (Service Workers, static routing). */
type Installing = ExtendableEvent & {
  addRoutes?: (rule: { condition: { urlPattern: string }; source: "network" }) => Promise<void>;
};

precacheAndRoute(self.airyCrumbFiles);
// Every view is the same page; what it shows, the page decides.
registerRoute(new NavigationRoute(createHandlerBoundToURL("/"), { denylist: [/^\/api\//] }));

// Data does not wait for this worker to be started, which takes longer than many an answer.
self.addEventListener("install", (event: Installing) => {
  const aside = event.addRoutes?.({ condition: { urlPattern: "/api/*" }, source: "network" });
  if (aside) event.waitUntil(aside.catch(() => undefined));
});

// The first version takes the page that brought it along; a newer one waits until the page says that nothing is lost.
self.addEventListener("activate", (event) => event.waitUntil(self.clients.claim()));
self.addEventListener("message", (event) => {
  if (event.data === "SKIP_WAITING") void self.skipWaiting();
});
