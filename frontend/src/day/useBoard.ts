/** The board as the server tells it, and what is done to its jobs. */
import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";

import { api, type Refusal } from "../api/client";
import type { Board, JobDetail } from "../api/types";

export type Days = "1" | "7";

/** Where a job would stand; without a day it is taken off the board. */
export interface Stand {
  day: string | null;
  minute: number;
  place: number | null;
  person: number | null;
}

export function useBoard(first: string | null, days: Days) {
  return useQuery({
    queryKey: ["board", first, days],
    queryFn: () => api.settled<Board>(api.client.GET("/api/day/", { params: { query: { ...(first ? { first } : {}), days } } })),
    placeholderData: (before) => before,
  });
}

/** Everything that stands on the board is asked for anew. */
export function useAgain() {
  const queries = useQueryClient();
  return () => Promise.all(["board", "job", "slot", "proposals", "morning", "shelf", "rig-parts", "timeline"].map((key) => queries.invalidateQueries({ queryKey: [key] })));
}

export interface Placing {
  job: number;
  version: number;
  to: Stand;
  minutes?: number;
}

export function usePlace() {
  const again = useAgain();
  return useMutation<JobDetail, Refusal, Placing>({
    mutationFn: ({ job, version, to, minutes }) => api.settled<JobDetail>(api.client.POST("/api/jobs/{id}/place/", { params: { path: { id: job } }, body: { version, ...to, ...(minutes === undefined ? {} : { minutes }) } })),
    onSettled: () => void again(),
  });
}

/** A minute of a day as the clock on the wall shows it. */
export function clock(minute: number): string {
  return `${String(Math.floor(minute / 60)).padStart(2, "0")}:${String(minute % 60).padStart(2, "0")}`;
}
