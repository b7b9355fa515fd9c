/** The loads among a rig's entries: ``loads.<key>.<field>``. */
import type { Entries } from "./typed";

export function loadKeys(entries: Entries): string[] {
  return [...new Set(Object.keys(entries).flatMap((path) => (path.startsWith("loads.") ? [path.split(".")[1] ?? ""] : [])))];
}

/** A key of this kind that no load has yet. */
export function freeKey(kind: string, taken: string[]): string {
  if (!taken.includes(kind)) return kind;
  let number = 2;
  while (taken.includes(`${kind}_${number}`)) number += 1;
  return `${kind}_${number}`;
}
