/// <reference lib="webworker" />
/** The service worker: the floor's shell and static files from the cache, all else from the network; sends what waits. */
import { type PrecacheEntry, Serwist } from "serwist";
import { offlinePage } from "./offline-page";
import { CLAIM_PAGE, SYNC_TAG, sendWaiting } from "./outbox";

declare const self: ServiceWorkerGlobalScope & { __SW_MANIFEST: (PrecacheEntry | string)[] };

const serwist = new Serwist({
  precacheEntries: self.__SW_MANIFEST,
  precacheOptions: { ignoreURLParametersMatching: [/^(s|lanes|entries|_rsc)$/], cleanupOutdatedCaches: true },
  skipWaiting: true,
  clientsClaim: true,
  navigationPreload: false,
});

// A page's worker is told what it is by its address, which an answer from the cache has lost: it comes from the network.
self.addEventListener("fetch", (event) => {
  if (event.request.destination === "worker") event.stopImmediatePropagation();
});

// A page of the desk that cannot be had is said so; the floor's pages are in the cache.
self.addEventListener("fetch", (event) => {
  if (event.request.mode !== "navigate" || new URL(event.request.url).pathname === "/floor") return;
  event.respondWith(fetch(event.request).catch(offlinePage));
});

serwist.addEventListeners();

// A page that was on its way while this worker began was not taken on with the others: it asks.
self.addEventListener("message", (event) => {
  if (event.data === CLAIM_PAGE) event.waitUntil(self.clients.claim());
});

interface SyncEvent extends ExtendableEvent {
  readonly tag: string;
}

/** The browser has a network again, perhaps with no page of ours open: what waits goes out. It asks again where that fails. */
self.addEventListener("sync" as never, (event: SyncEvent) => {
  if (event.tag !== SYNC_TAG) return;
  event.waitUntil(
    sendWaiting().then(({ hindrance }) => {
      if (hindrance === "offline" || hindrance === "fault") throw new Error(hindrance);
    }),
  );
});
