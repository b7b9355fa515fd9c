/** The bay's answer for one rig; the last one is kept on the device, for when the server is out of reach. */
import { useQuery } from "@tanstack/react-query";

import { api } from "../api/client";
import type { Bay } from "../api/types";
import { useKeptAnswer } from "../app/kept";

export function useBay(rig: number) {
  const bay = useQuery({
    queryKey: ["bay", rig],
    queryFn: () => api.settled<Bay>(api.client.GET("/api/rigs/{id}/bay/", { params: { path: { id: rig } } })),
    staleTime: 0,
    retry: 0,
  });
  return useKeptAnswer(`bay-${rig}`, bay);
}
