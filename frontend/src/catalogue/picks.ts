/** What may be picked from the catalogue: found by the server by what is typed, a few at a time, however many there are. */
import { keepPreviousData, useQuery, useQueryClient } from "@tanstack/react-query";

import { api } from "../api/client";
import type { Pick, Picks, UnitSystem } from "../api/types";
import { useUnits } from "../app/units";
import { useLater } from "../parts/later";

export type PickKind = "vehicles" | "trailers";
const PAUSE_MS = 150;
const HOLDS_MS = 30_000;

const asked = (kind: PickKind, query: { q?: string; name?: string; units?: UnitSystem }) => ({
  queryKey: ["catalogue", "picks", kind, query],
  queryFn: () => api.settled<Picks>(api.client.GET("/api/catalogue/{kind}/picks/", { params: { path: { kind }, query } })),
});

/** Those in which every typed word is written somewhere; nothing is asked while the list is shut. */
export function usePicks(kind: PickKind, typed: string, open: boolean) {
  const q = useLater(typed.trim(), PAUSE_MS);
  const { system } = useUnits();
  const found = useQuery({ ...asked(kind, { q, units: system }), enabled: open, placeholderData: keepPreviousData });
  const pending = q !== typed.trim() || found.isPending || found.isPlaceholderData;
  // Until the answer to what is typed is there, nothing is offered that is not called so: Enter is quicker than the server.
  const words = typed.toLowerCase().split(/\s+/);
  const picks = (found.data?.picks ?? []).filter((pick) => !pending || words.every((word) => pick.name.toLowerCase().includes(word)));
  return { picks, found: found.data?.found ?? 0, error: found.error, pending };
}

/** One by its very name, with its figures; null where there is none. Throws where the server does not answer. */
export function usePickOf() {
  const queries = useQueryClient();
  return async (kind: PickKind, name: string): Promise<Pick | null> => {
    if (!name) return null;
    const told = await queries.fetchQuery({ ...asked(kind, { name }), staleTime: HOLDS_MS });
    return told.picks[0] ?? null;
  };
}
