/** What is typed of a rig and not saved yet: entries by path, and its names. */
import type { Entry, RigRecord } from "../api/types";

export type Path = string;
export type Entries = Record<Path, Entry>;
export type Names = Pick<RigRecord, "customer" | "vehicle_name" | "trailer_name" | "vehicle_plate" | "trailer_plate">;

/** What differs from the record: names, and entries (null: taken back). */
export interface Typed {
  names: Partial<Names>;
  entries: Record<Path, Entry | null>;
}

export const NOTHING_TYPED: Typed = { names: {}, entries: {} };

/** An entry without who wrote it and when. */
export function plain(entry: Entry): Entry {
  const { is, from, system, datum } = entry;
  return datum ? { is, from, system, datum } : { is, from, system };
}

/** The same as it is sent: with whether it was taken again, as it was. */
export function sent(entry: Entry): Entry {
  return entry.again ? { ...plain(entry), again: true } : plain(entry);
}

export function sameEntry(one: Entry | null | undefined, other: Entry | null | undefined): boolean {
  if (!one?.is || !other?.is) return !one?.is && !other?.is;
  return JSON.stringify(plain(one)) === JSON.stringify(plain(other));
}

/** Whether an entry says anything that the record does not. */
export function changes(entry: Entry | null, recorded: Entry | undefined): boolean {
  return Boolean(entry?.again) || !sameEntry(entry, recorded);
}
