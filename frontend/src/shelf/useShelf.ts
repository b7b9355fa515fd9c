/** The shelf as the server tells it, and what is done to its parts. */
import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";

import { api, type Refusal } from "../api/client";
import type { components } from "../api/schema";
import type { Shelf } from "../api/types";

export type Moved = components["schemas"]["PartMoveRequest"];

export function useShelf() {
  return useQuery({ queryKey: ["shelf"], queryFn: () => api.settled<Shelf>(api.client.GET("/api/shelf/")) });
}

export function useMove() {
  const queries = useQueryClient();
  return useMutation<Shelf, Refusal, Moved>({
    mutationFn: (body) => api.settled<Shelf>(api.client.POST("/api/shelf/", { body })),
    onSuccess: (told) => queries.setQueryData(["shelf"], told),
    onSettled: () => void Promise.all(["board", "rig-parts", "slot", "shelf"].map((key) => queries.invalidateQueries({ queryKey: [key] }))),
  });
}
