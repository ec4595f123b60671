/// <reference lib="webworker" />
// The service worker: the pages and the engine are there without a server, and lists are as they were seen last.
import { cleanupOutdatedCaches, matchPrecache, precacheAndRoute } from "workbox-precaching";
import { NavigationRoute, registerRoute } from "workbox-routing";
import { NetworkFirst } from "workbox-strategies";

declare const self: ServiceWorkerGlobalScope & { __WB_MANIFEST: { url: string; revision: string | null }[] };

cleanupOutdatedCaches();
precacheAndRoute(self.__WB_MANIFEST);

// The page that has brought it is its own at once; a newer one waits for the next start.
self.addEventListener("activate", (e) => e.waitUntil(self.clients.claim()));

/** How long the server is waited for before what was seen last is shown, s. */
const patience = 4;

// A page is the server's where it answers, so that a new version is there at the next start.
const page = new NetworkFirst({ cacheName: "pages", networkTimeoutSeconds: patience });
registerRoute(
  new NavigationRoute(
    async ({ request, event }) => {
      const kept = await matchPrecache("/");
      try {
        const url = new URL("/", self.location.origin);
        return await page.handle({ request: new Request(url, { headers: request.headers }), event });
      } catch {
        return kept ?? Response.error();
      }
    },
    { denylist: [/^\/api\//, /^\/trust$/, /^\/authority\.crt$/] },
  ),
);

/** What is kept of the server's lists; what is asked of it is answered by the engine. */
const lists =
  /^\/api\/(knowledge|definitions|guide|setups|plans|programmes|items|drop-tests|trips|places|rounds|tracks|unreadable)(\/|$)/;
const list = { cacheName: "lists", networkTimeoutSeconds: patience };
// What is in the box is there in whatever units it was asked for last.
registerRoute(
  ({ url, request, sameOrigin }) => sameOrigin && request.method === "GET" && url.pathname === "/api/items",
  new NetworkFirst({ ...list, matchOptions: { ignoreSearch: true } }),
);
registerRoute(
  ({ url, request, sameOrigin }) => sameOrigin && request.method === "GET" && lists.test(url.pathname),
  new NetworkFirst(list),
);
