/** The bay's answer for one rig; the last one is kept on the device, for when the server is out of reach. */
import { useQuery } from "@tanstack/react-query";
import { useEffect } from "react";

import { api } from "../api/client";
import type { Bay } from "../api/types";
import { readName } from "../app/device";

const name = (rig: number) => readName(`bay-${rig}`);

function recalled(rig: number): Bay | undefined {
  try {
    return (JSON.parse(localStorage.getItem(name(rig)) ?? "null") as Bay | null) ?? undefined;
  } catch {
    return undefined;
  }
}

export function useBay(rig: number) {
  const bay = useQuery({
    queryKey: ["bay", rig],
    queryFn: () => api.settled<Bay>(api.client.GET("/api/rigs/{id}/bay/", { params: { path: { id: rig } } })),
    staleTime: 0,
    retry: 0,
  });
  useEffect(() => {
    if (!bay.data) return;
    try {
      localStorage.setItem(name(rig), JSON.stringify(bay.data));
    } catch {
      // A full device: the readings come first, the last answer only saves a wait.
    }
  }, [bay.data, rig]);
  const data = bay.data ?? (bay.isError ? recalled(rig) : undefined);
  return { data, error: bay.error, pending: bay.isPending, old: bay.isError };
}
