/**
 * What a device keeps of whoever works on it. A tablet is shared: what was read goes with the session, however it ends;
 * what was typed waits under its writer's name, and is shown and sent by nobody else.
 */
const READ = "stathmos-read-";
const WRITTEN = "stathmos-typed-";
const USED = "stathmos-used";
const LEFT = "stathmos-left";

let owner = "";

/** Whose session this page is in; nobody's before and after. */
export const ownedBy = (username: string) => {
  owner = username;
};

/** The names under which somebody's things lie here: what they read, and what they typed. */
export const readName = (what: string) => `${READ}${owner}-${what}`;
export const typedName = (what: string) => `${WRITTEN}${owner}-${what}`;

/** What was read leaves the device. */
export async function forget() {
  owner = "";
  Object.keys(localStorage).filter((name) => name.startsWith(READ)).forEach((name) => localStorage.removeItem(name));
  if ("caches" in window) {
    const names = await caches.keys();
    await Promise.all(names.filter((name) => name.startsWith("stathmos-of-")).map((name) => caches.delete(name)));
  }
}

function put(name: string, text: string | null) {
  try {
    if (text === null) localStorage.removeItem(name);
    else localStorage.setItem(name, text);
  } catch {
    // A full device: the server's own clock ends the session all the same.
  }
}

/** Somebody signed out while the server was out of reach: it is told before anything else is asked of it. */
export const left = {
  is: () => localStorage.getItem(LEFT) !== null,
  now: () => put(LEFT, new Date().toISOString()),
  told: () => put(LEFT, null),
  isIts: (event: StorageEvent) => event.key === LEFT && event.newValue !== null,
};

/** When this device was last touched by hand, in any of its pages. */
export const touched = {
  now: () => put(USED, String(Date.now())),
  secondsAgo: () => (Date.now() - Number(localStorage.getItem(USED) ?? Date.now())) / 1000,
};
