/** The rig on the page, compared by the server with itself judged or built otherwise. */
import { keepPreviousData, useQuery } from "@tanstack/react-query";

import { api } from "../api/client";
import type { Compared } from "../api/types";
import { useRig } from "./context";

export function useCompared(asked: { vehicle?: string; trailer?: string } | null) {
  const { draft } = useRig();
  const body = { entries: draft.entries, rig: draft.record?.id ?? null, ...asked };
  return useQuery({
    queryKey: ["compared", body],
    queryFn: () => api.settled<Compared>(api.client.POST("/api/compare/", { body })),
    enabled: asked !== null,
    placeholderData: keepPreviousData,
    gcTime: 10_000,
  });
}
