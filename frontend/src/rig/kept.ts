/** What is typed and not saved yet, kept on this device: leaving the page or closing the tab loses nothing. */
import { typedName } from "../app/device";
import type { Typed } from "./typed";

export interface Kept {
  typed: Typed;
  /** The version of the rig that it was typed on; null for a new rig. */
  version: number | null;
}

const name = (id: number | null) => typedName(`rig-${id ?? "new"}`);

export function recall(id: number | null): Kept | null {
  try {
    const kept = JSON.parse(localStorage.getItem(name(id)) ?? "null") as Kept | null;
    return kept && typeof kept.typed?.entries === "object" && typeof kept.typed.names === "object" ? kept : null;
  } catch {
    return null;
  }
}

export function keep(id: number | null, kept: Kept | null) {
  try {
    if (kept) localStorage.setItem(name(id), JSON.stringify(kept));
    else localStorage.removeItem(name(id));
  } catch {
    // A device that keeps nothing still saves; only the draft would not outlive the page.
  }
}
