/** What waits on this device until the server has it: lists that are read anew only where they were written, here or in another tab. */
const NOTHING: unknown[] = [];
const listeners = new Set<() => void>();
const known = new Map<string, { text: string; list: unknown[] }>();

/** The list of a place; the same one as long as nobody wrote to it. */
export function listAt<One>(place: string): One[] {
  const text = localStorage.getItem(place) ?? "";
  const before = known.get(place);
  if (before?.text === text) return before.list as One[];
  let list = NOTHING;
  try {
    const found: unknown = JSON.parse(text || "[]");
    if (Array.isArray(found) && found.length) list = found;
  } catch {
    // What cannot be read any more is left in its place; nothing goes over it until something new is written.
  }
  known.set(place, { text, list });
  return list as One[];
}

export function putAt<One>(place: string, list: One[]) {
  if (list.length) localStorage.setItem(place, JSON.stringify(list));
  else localStorage.removeItem(place);
  tellAll();
}

export function tellAll() {
  listeners.forEach((tell) => tell());
}

export function listen(tell: () => void) {
  listeners.add(tell);
  window.addEventListener("storage", tell);
  return () => {
    listeners.delete(tell);
    window.removeEventListener("storage", tell);
  };
}

/** A key that nobody else has; `crypto.randomUUID` is wanting where the page is not served securely. */
export function newKey(): string {
  const bytes = crypto.getRandomValues(new Uint8Array(16));
  bytes[6] = ((bytes[6] ?? 0) & 0x0f) | 0x40;
  bytes[8] = ((bytes[8] ?? 0) & 0x3f) | 0x80;
  const hex = Array.from(bytes, (byte) => byte.toString(16).padStart(2, "0")).join("");
  return `${hex.slice(0, 8)}-${hex.slice(8, 12)}-${hex.slice(12, 16)}-${hex.slice(16, 20)}-${hex.slice(20)}`;
}
