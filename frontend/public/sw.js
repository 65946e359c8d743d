// Lets Make open again while the server does not answer: what was last shown of it is kept on this device, and said to be old. Everything
// else is asked of the server alone, so that no other page shows what is no longer so.
const KEPT = "ergostrut-make-1";
const API = /^\/api\/jobs\/\d+(\/make(\/plan|\/drawing)?)?$/;
const DRAWING = /\/make\/drawing$/;
const PAGE = "/";

self.addEventListener("install", () => self.skipWaiting());
self.addEventListener("activate", (event) => event.waitUntil(self.clients.claim()));

self.addEventListener("fetch", (event) => {
  const { request } = event;
  const url = new URL(request.url);
  if (request.method !== "GET" || url.origin !== self.location.origin) return;
  const api = url.pathname.startsWith("/api/");
  if (api && !API.test(url.pathname)) return;
  // every page of the app is the same document
  const key = request.mode === "navigate" ? PAGE : url.pathname + (DRAWING.test(url.pathname) ? url.search : "");
  event.respondWith(answer(request, key, api));
});

async function answer(request, key, api) {
  const kept = await caches.open(KEPT);
  try {
    const found = await fetch(request);
    if (found.ok) await kept.put(key, found.clone());
    return found;
  } catch (error) {
    const old = await kept.match(key);
    if (!old) throw error;
    if (!api) return old;
    const headers = new Headers(old.headers);
    headers.set("X-Kept", "1");
    return new Response(await old.blob(), { status: old.status, headers });
  }
}
