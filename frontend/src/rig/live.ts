/** The live answer: each station's own, in the units on screen; the last one kept while the next is worked out. */
import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useEffect, useMemo, useState } from "react";

import { api } from "../api/client";
import type { Live, LiveAsk, UnitSystem, WhatIfAsk } from "../api/types";
import { useLater } from "../parts/later";
import { STATIONS, type StationKey } from "../stations/stations";
import type { Entries } from "./typed";

/** Typing goes on: the question is asked when it pauses. */
const PAUSE_MS = 150;
/** Nobody types: the stations beside this one are fetched, so that going there waits for nothing. */
const IDLE_MS = 900;
const KEPT_MS = 60_000;
const AGAIN_MS = 2000;
const GIVEN_UP_MS = 12_000;

interface Answered {
  live: Live;
  asked: LiveAsk;
  /** what it was the answer to, whatever the station and the units */
  of: string;
  at: Date;
}

export interface LiveAnswer {
  /** the station's own answer; its last one while the next is worked out */
  room: Answered | undefined;
  roomIsOlder: boolean;
  /** the newest answer of any station: verdict, findings, drawing */
  head: Live | undefined;
  headAsked: LiveAsk | undefined;
  headIsOlder: boolean;
  headAt: Date | undefined;
  error: Error | null;
}

interface Of {
  entries: Entries;
  rig: number | null;
  whatIf: WhatIfAsk | null;
  station: StationKey;
  system: UnitSystem;
  /** what else the answer hangs on: the rig's version, its waivers */
  state: unknown[];
}

export function useLive({ entries, rig, whatIf, station, system, state }: Of): LiveAnswer {
  const queries = useQueryClient();
  const typed = useMemo(() => ({ entries, rig, what_if: whatIf }), [entries, rig, whatIf]);
  const paused = useLater(typed, PAUSE_MS);
  const stateKey = JSON.stringify(state);
  const now = useMemo(() => JSON.stringify([typed, stateKey]), [typed, stateKey]);
  const of = useMemo(() => JSON.stringify([paused, stateKey]), [paused, stateKey]);

  const asking = (at: StationKey) => {
    const asked: LiveAsk = { ...paused, station: at, system };
    return {
      queryKey: ["live", asked, stateKey],
      // An overtaken question is cancelled: its answer is nobody's any more.
      queryFn: async ({ signal }: { signal: AbortSignal }) => ({ asked, of, at: new Date(), live: await api.settled<Live>(api.client.POST("/api/assess/", { body: asked, signal: AbortSignal.any([signal, AbortSignal.timeout(GIVEN_UP_MS)]) })) }),
    };
  };
  // Refused or out of reach it is asked again and again: the answer heals by itself.
  const query = useQuery({ ...asking(station), gcTime: KEPT_MS, retry: false, refetchInterval: (one) => (one.state.status === "error" ? AGAIN_MS : false) });

  const [kept, setKept] = useState<Partial<Record<StationKey, Answered>>>({});
  const [last, setLast] = useState<Answered>();
  if (query.data && (kept[station] !== query.data || last !== query.data)) {
    setKept({ ...kept, [station]: query.data });
    setLast(query.data);
  }

  const settled = query.isSuccess && paused === typed;
  useEffect(() => {
    if (!settled) return;
    const here = STATIONS.findIndex((one) => one.key === station);
    const timer = setTimeout(() => {
      for (const beside of [STATIONS[here + 1], STATIONS[here - 1]]) if (beside) void queries.prefetchQuery({ ...asking(beside.key), gcTime: KEPT_MS });
    }, IDLE_MS);
    return () => clearTimeout(timer);
    // eslint-disable-next-line react-hooks/exhaustive-deps -- the question is made of what is listed
  }, [settled, station, system, paused, stateKey, queries]);

  const room = kept[station];
  return { room, roomIsOlder: room?.of !== now, head: last?.live, headAsked: last?.asked, headIsOlder: last?.of !== now, headAt: last?.at, error: query.error };
}
