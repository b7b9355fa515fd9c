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

export function sameEntry(one: Entry | null | undefined, other: Entry | null | undefined): boolean {
  if (!one?.is || !other?.is) return !one?.is && !other?.is;
  return JSON.stringify(plain(one)) === JSON.stringify(plain(other));
}
