/** Another vehicle or trailer put on the rig: which it is the server says, and what was read of it before comes back. */
import { api } from "../api/client";
import type { Entry } from "../api/types";
import type { Names, Path } from "./typed";

export type What = "vehicle" | "trailer";
export const WORD: Record<What, string> = { vehicle: "tow vehicle", trailer: "trailer" };
type Entries = Record<Path, Entry | null | undefined>;

export interface Put {
  entries: Entries;
  names: Partial<Names>;
}

/**
 * ``picked``: the catalogue's figures of it, which are written where nothing that was read of it comes back;
 * ``typed``: the paths at which something of the one that goes is typed and not saved.
 */
export async function another(rig: number, what: What, name: string, plate: string, picked: Record<string, Entry>, typed: Path[] = []): Promise<Put> {
  const told = await api.settled<{ key: string; plate: string; back: string[] }>(
    api.client.POST("/api/rigs/{id}/another/", { params: { path: { id: rig } }, body: { what, name, plate } }),
  );
  const back = new Set(told.back);
  const entries: Entries = Object.fromEntries(typed.filter((path) => path.startsWith(`${what}.`)).map((path) => [path, undefined]));
  entries[`which.${what}`] = { is: told.key, from: "measured", system: "us" };
  for (const [field, entry] of Object.entries(picked)) {
    const path = `${what}.${field}`;
    if (!back.has(path)) entries[path] = { ...entry, again: true };
  }
  return { entries, names: { [`${what}_name`]: name, [`${what}_plate`]: plate || told.plate } };
}
