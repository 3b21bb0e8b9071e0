// The service worker: it keeps Kembo's own files, and the pages of a round as
// they were last seen, so that a yard without a signal is no yard without Kembo.
// It never keeps or replays what was entered; that is queue.js.
"use strict";
const VERSION = "{{.Version}}";
const FILES = {{.Files}};
const SHELL = "kembo-files-" + VERSION, PAGES = "kembo-pages";
const AWAY = "/away";

self.addEventListener("install", (e) => {
  e.waitUntil(caches.open(SHELL).then((c) => c.addAll(FILES.concat(AWAY))).then(() => self.skipWaiting()));
});
self.addEventListener("activate", (e) => {
  e.waitUntil((async () => {
    for (const k of await caches.keys()) if (k.startsWith("kembo-files-") && k !== SHELL) await caches.delete(k);
    // Pages of another build name files that are gone.
    const pages = await caches.open(PAGES), mark = await pages.match("/version");
    if (!mark || (await mark.text()) !== VERSION) {
      await caches.delete(PAGES);
      await (await caches.open(PAGES)).put("/version", new Response(VERSION));
    }
    await self.clients.claim();
  })());
});

const OF_COLONY = "look|life|moves|split|unite|swarm|move|end|feed|treat|harvest|honey|weigh|inspect|queens(/[a-z]+)?";
const KEPT = new RegExp(
  `^/(yards/[^/]+/(round(/summary)?|pull)|colonies/[^/]+/(${OF_COLONY})|colonies/[^/]+|yards/[^/]+|pocket|shorthand)?$`,
);
const keeps = (url) => KEPT.test(url.pathname);

// A page is kept without what only says where it was come from.
const keyOf = (url) => {
  const u = new URL(url);
  u.searchParams.delete("item");
  u.searchParams.delete("all");
  return u.pathname + u.search;
};

async function page(req) {
  const url = new URL(req.url);
  try {
    const res = await fetch(req, { signal: AbortSignal.timeout(8000) });
    if (res.ok && !res.redirected && keeps(url) && req.headers.get("HX-Request-Type") !== "partial") {
      const copy = res.clone(), head = new Headers(copy.headers);
      head.set("X-Kembo-Kept", new Date().toISOString());
      const body = await copy.blob();
      (await caches.open(PAGES)).put(keyOf(req.url), new Response(body, { status: 200, headers: head })).catch(() => {});
    }
    return res;
  } catch (err) {
    const kept = await (await caches.open(PAGES)).match(keyOf(req.url), { ignoreVary: true });
    if (kept) return kept;
    const tag = /^\/t\/([^/]+)$/.exec(url.pathname);
    if (tag) { // a tag is scanned with no signal: the colony as the round was kept
      const stops = (await (await caches.open(PAGES)).keys()).map((r) => new URL(r.url)).filter((u) => u.pathname === `/colonies/${tag[1]}/look` && u.searchParams.get("round"));
      stops.sort((a, b) => (a.searchParams.get("round") < b.searchParams.get("round") ? 1 : -1));
      if (stops.length) return Response.redirect(stops[0].href, 302);
    }
    if (req.mode === "navigate" || req.headers.get("X-Kembo-Keep")) {
      const plain = await (await caches.open(PAGES)).match(url.pathname, { ignoreVary: true, ignoreSearch: true });
      return plain || (await caches.match(AWAY, { ignoreVary: true }));
    }
    throw err;
  }
}

self.addEventListener("fetch", (e) => {
  const url = new URL(e.request.url);
  if (e.request.method !== "GET" || url.origin !== self.location.origin) return;
  if (url.pathname.startsWith("/a/")) {
    e.respondWith(caches.match(e.request, { ignoreVary: true }).then((r) => r || fetch(e.request)));
    return;
  }
  if (e.request.mode === "navigate" || e.request.headers.get("X-Kembo-Keep")) e.respondWith(page(e.request));
});
