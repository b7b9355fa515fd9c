/** The walk of one rig; the last one is kept on the device, for when the server is out of reach. */
import { useQuery } from "@tanstack/react-query";

import { api } from "../api/client";
import type { Round } from "../api/types";
import { useKeptAnswer } from "../app/kept";

export function useRound(rig: number) {
  const round = useQuery({
    queryKey: ["round", rig],
    queryFn: () => api.settled<Round>(api.client.GET("/api/rigs/{id}/round/", { params: { path: { id: rig } } })),
    staleTime: 0,
    retry: 0,
  });
  return useKeptAnswer(`round-${rig}`, round);
}
