// Kept on the tablet so that the page opens when the network is away. What is typed is not its
// business: readings wait in the page's own queue, and nothing but what is read is ever kept here.
const KEPT = "stathmos-1";
const READ = /^\/api\/(session|fields|rigs\/\d+\/(bay|handover))\/$/;

self.addEventListener("install", () => self.skipWaiting());
self.addEventListener("activate", (event) => event.waitUntil(self.clients.claim()));

async function keep(request, answer) {
  if (answer.ok) (await caches.open(KEPT)).put(request, answer.clone());
  return answer;
}

async function kept(request) {
  const found = await caches.match(request);
  if (!found) throw new TypeError("out of reach, and not kept");
  return found;
}

self.addEventListener("fetch", (event) => {
  const { request } = event;
  const url = new URL(request.url);
  if (url.origin !== self.location.origin) return;
  if (request.method === "DELETE" && url.pathname === "/api/session/") {
    event.waitUntil(caches.delete(KEPT)); // signed out: the next person reads nothing of this one's
    return;
  }
  if (request.method !== "GET") return;
  if (url.pathname.startsWith("/static/")) {
    // Every file's name carries its fingerprint: what is kept is what it was.
    event.respondWith(kept(request).catch(() => fetch(request).then((answer) => keep(request, answer))));
  } else if (request.mode === "navigate" && !url.pathname.startsWith("/api/")) {
    const page = new Request("/");
    event.respondWith(fetch(request).then((answer) => keep(page, answer)).catch(() => kept(page)));
  } else if (READ.test(url.pathname)) {
    event.respondWith(fetch(request).then((answer) => keep(request, answer)).catch(() => kept(request)));
  }
});
