// Kept on the tablet so that the page opens when the network is away. What is typed is not its business: readings wait in
// the page's own queue. The page itself is nobody's; what was read of the rigs is one person's, and goes with their session.
const PAGE = "stathmos-page";
const OF = "stathmos-of-";
const WHOSE = "Stathmos-Whose";
const READ = /^\/api\/(session|fields|day\/morning|rigs\/\d+\/(bay|handover|round))\/$/;
const ENDS = /^\/api\/session\/(everywhere\/)?$/;

// What was asked before a session ended is not kept when it is answered after.
let sessions = 0;

self.addEventListener("install", () => self.skipWaiting());
self.addEventListener("activate", (event) => event.waitUntil(forgetAllBut(null).then(() => self.clients.claim())));

async function forgetAllBut(mine) {
  const gone = (await caches.keys()).filter((name) => name !== PAGE && name !== mine);
  await Promise.all(gone.map((name) => caches.delete(name)));
}

async function ended() {
  sessions += 1;
  await forgetAllBut(null);
}

async function keep(name, request, answer) {
  if (answer.ok) await (await caches.open(name)).put(request, answer.clone());
  return answer;
}

async function kept(request) {
  const found = await caches.match(request);
  if (!found) throw new TypeError("out of reach, and not kept");
  return found;
}

async function ofSomebody(request, readable) {
  const then = sessions;
  const answer = await fetch(request);
  const whose = answer.headers.get(WHOSE);
  if (whose === null) await ended(); // signed out, switched off, left alone too long: however it ended
  else if (then === sessions) {
    await forgetAllBut(OF + whose);
    if (readable) await keep(OF + whose, request, answer);
  }
  return answer;
}

self.addEventListener("fetch", (event) => {
  const { request } = event;
  const url = new URL(request.url);
  if (url.origin !== self.location.origin) return;
  if (request.method !== "GET" && request.method !== "HEAD") {
    const signsOut = ENDS.test(url.pathname) && (request.method === "DELETE" || url.pathname.includes("everywhere"));
    if (signsOut) event.waitUntil(ended()); // and whether or not the server hears of it
    return;
  }
  if (url.pathname.startsWith("/static/")) {
    // Every file's name carries its fingerprint: what is kept is what it was.
    event.respondWith(kept(request).catch(() => fetch(request).then((answer) => keep(PAGE, request, answer))));
  } else if (request.mode === "navigate" && !/^\/(api|feeds)\//.test(url.pathname)) {
    const page = new Request("/");
    event.respondWith(fetch(request).then((answer) => keep(PAGE, page, answer)).catch(() => kept(page)));
  } else if (READ.test(url.pathname)) {
    event.respondWith(ofSomebody(request, true).catch(() => kept(request)));
  }
});
