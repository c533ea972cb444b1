/// <reference lib="webworker" />
import { cleanupOutdatedCaches, precacheAndRoute } from "workbox-precaching";
import { NavigationRoute, registerRoute } from "workbox-routing";
import { CacheFirst, NetworkFirst } from "workbox-strategies";

// The page itself, so that it opens without a signal: its built files beforehand, the page as the server last gave it. What the server
// answers is not kept here (api/kept-answers.ts), and nothing that is written passes through.
declare const FILES: { url: string; revision: string | null }[];

precacheAndRoute(FILES);
cleanupOutdatedCaches();

// One page for every address. An owner's sheet and a link to join are of no use without the server, and are not kept.
const page = new NetworkFirst({
  cacheName: "page",
  networkTimeoutSeconds: 4,
  plugins: [{ cacheKeyWillBeUsed: () => Promise.resolve("/") }],
});
registerRoute(new NavigationRoute(page, { denylist: [/^\/(api|owner|join)\//, /\.[a-z]+$/] }));

// Files of a page newer than this worker.
registerRoute(({ url }) => url.pathname.startsWith("/assets/"), new CacheFirst({ cacheName: "assets" }));
