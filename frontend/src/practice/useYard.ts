/** The yard of a practice: as it stands, and what is done in it, each act on the one that was seen last. */
import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";

import { api, type Refusal } from "../api/client";
import type { Yard } from "../api/types";
import { useUnits } from "../app/units";

export interface Doing {
  act: string;
  args?: Record<string, string>;
}

/** ``before``: what must be done first, so that what is typed is of the yard as it then stood. */
export function useYard(rig: number, before?: () => Promise<void>) {
  const queries = useQueryClient();
  const { system } = useUnits();
  const key = ["yard", rig];
  const yard = useQuery({ queryKey: key, queryFn: () => api.settled<Yard>(api.client.GET("/api/rigs/{id}/yard/", { params: { path: { id: rig } } })) });
  const act = useMutation<Yard, Refusal, Doing>({
    mutationFn: async ({ act, args = {} }) => {
      await before?.();
      return api.settled<Yard>(api.client.POST("/api/rigs/{id}/yard/act/", { params: { path: { id: rig } }, body: { number: yard.data?.number ?? 0, act, args, system } }));
    },
    onSuccess: (now) => queries.setQueryData(key, now),
    onError: (refused) => refused.status === 409 && void queries.invalidateQueries({ queryKey: key }),
  });
  const end = useMutation<Yard, Refusal, "go" | "hold">({
    mutationFn: (verdict) => api.settled<Yard>(api.client.POST("/api/rigs/{id}/yard/end/", { params: { path: { id: rig } }, body: { verdict } })),
    onSuccess: (now) => {
      queries.setQueryData(key, now);
      void queries.invalidateQueries({ queryKey: ["practices"] });
    },
  });
  return { yard, act, end };
}

export type InYard = ReturnType<typeof useYard>;
