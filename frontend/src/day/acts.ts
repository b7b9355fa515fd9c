/**
 * What is done to jobs, on its way: kept on this device until the server has written it, sent in order under a key of its
 * own, so that begun, paused and done are on record once, and as they were, however long the tablet was out of reach.
 */
import { useQueryClient } from "@tanstack/react-query";
import { useCallback, useEffect, useSyncExternalStore } from "react";

import { api, type Refusal } from "../api/client";
import type { Job, JobAct, JobDetail } from "../api/types";
import { useSession } from "../app/session";
import { listAt, listen, newKey, putAt } from "../app/waits";

export interface Act {
  key: string;
  job: number;
  act: JobAct;
  at: string;
  /** who did it: only they send it */
  by: string;
  /** why the server would not write it; it waits until somebody has read that */
  problem?: string;
}

const KEPT = "stathmos-acts";
const AGAIN_MS = 4000;
let sending = false;

const read = () => listAt<Act>(KEPT);
const put = (acts: Act[]) => putAt(KEPT, acts);

const AFTER: Record<JobAct, Job["state"]> = { begin: "begun", pause: "paused", go_on: "begun", done: "done", drop: "dropped" };
const NEXT: Record<Job["state"], JobAct[]> = { open: ["begin"], begun: ["pause", "done"], paused: ["go_on", "done"], done: [], dropped: [] };

/** A job as it stands with what waits here on top of it. */
export function overlaidJob(job: Job, acts: Act[]): Job {
  const mine = acts.filter((one) => one.job === job.id && !one.problem);
  const last = mine[mine.length - 1];
  if (!last) return job;
  const state = AFTER[last.act];
  return { ...job, state, may_do: NEXT[state] };
}

export interface Acts {
  acts: Act[];
  do: (job: number, act: JobAct) => void;
  /** a refusal was read: it goes */
  read: (key: string) => void;
}

export function useActs(): Acts {
  const queries = useQueryClient();
  const who = useSession().data?.username ?? "";
  const acts = useSyncExternalStore(listen, read);

  const send = useCallback(async () => {
    if (sending) return;
    sending = true;
    try {
      const mine = () => read().find((one) => one.by === who && !one.problem);
      for (let first = mine(); first; first = mine()) {
        const { key, job, act, at } = first;
        try {
          await api.settled<JobDetail>(api.client.POST("/api/jobs/{id}/do/", { params: { path: { id: job } }, body: { act, key, at } }));
          await Promise.all(["board", "morning", "job"].map((name) => queries.invalidateQueries({ queryKey: [name] })));
          put(read().filter((one) => one.key !== key));
        } catch (error) {
          const refused = error as Refusal;
          const final = [400, 404, 409].includes(refused.status) || (refused.status === 403 && refused.signedIn);
          if (!final) return; // out of reach, or signed out: it waits, and is tried again
          put(read().map((one) => (one.key === key ? { ...one, problem: refused.message } : one)));
        }
      }
    } finally {
      sending = false;
    }
  }, [queries, who]);

  useEffect(() => {
    void send();
    const again = window.setInterval(() => void send(), AGAIN_MS);
    const online = () => void send();
    window.addEventListener("online", online);
    return () => {
      window.clearInterval(again);
      window.removeEventListener("online", online);
    };
  }, [send]);

  return {
    acts: acts.filter((one) => one.by === who),
    do: (job, act) => {
      put([...read(), { key: newKey(), job, act, at: new Date().toISOString(), by: who }]);
      void send();
    },
    read: (key) => put(read().filter((one) => one.key !== key)),
  };
}
