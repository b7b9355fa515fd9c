/**
 * Readings on their way: kept on this device until the server has written them, sent in
 * order, each parcel under a key of its own so that it is written once however often it is sent.
 */
import { useQueryClient } from "@tanstack/react-query";
import { useCallback, useEffect, useMemo, useSyncExternalStore } from "react";

import { api, Refusal } from "../api/client";
import type { Bay, Entry, Round } from "../api/types";
import { useSession } from "../app/session";
import { listAt, listen, newKey, putAt, tellAll } from "../app/waits";

/** Where a parcel is taken in: the bay, or the label round. */
export type Door = "bay" | "round";

export interface Parcel {
  key: string;
  door?: Door;
  entries: Record<string, Entry | null>;
  /** the revision of each path that this device knew when it was typed */
  seen: Record<string, number>;
  typedAt: string;
  /** who typed it, and what they are called: only they send it, whoever else signs in on this tablet meanwhile */
  by: string;
  called: string;
  /** why the server would not write it; it waits until somebody decides */
  problem?: string;
  theirs?: Record<string, Entry>;
}

const AGAIN_MS = 3000;
const place = (rig: number) => `stathmos-parcels-${rig}`;
const sending = new Set<number>();
/** rigs whose last parcel the server did not answer */
const unanswered = new Set<number>();

/** The parcels of a rig that wait on this device. */
export function waiting(rig: number): Parcel[] {
  return listAt<Parcel>(place(rig));
}

function put(rig: number, parcels: Parcel[]) {
  putAt(place(rig), parcels);
}

/** A parcel without some of its readings; none where nothing is left of it. */
function without(parcel: Parcel, paths: string[]): Parcel[] {
  const left = Object.fromEntries(Object.entries(parcel.entries).filter(([path]) => !paths.includes(path)));
  return Object.keys(left).length ? [{ ...parcel, entries: left }] : [];
}

export interface Queue {
  parcels: Parcel[];
  /** the server did not answer the last of them */
  unanswered: boolean;
  /** write something down: it is kept here at once, and sent as soon as the server answers */
  write: (entries: Record<string, Entry | null>, known: Record<string, { revision: number }>) => void;
  /** whether a parcel is this person's to send and to settle */
  mine: (parcel: Parcel) => boolean;
  /** what somebody is called whose readings wait here until they sign in */
  whose: string | null;
  /** what a refused parcel is to become: dropped, or sent all the same */
  drop: (key: string) => void;
  insist: (key: string) => void;
  sendNow: () => void;
}

export function useQueue(rig: number, door: Door = "bay"): Queue {
  const queries = useQueryClient();
  const session = useSession().data;
  const [who, name] = [session?.username ?? "", session?.name ?? ""];
  const parcels = useSyncExternalStore(listen, () => waiting(rig));
  const late = useSyncExternalStore(listen, () => unanswered.has(rig));

  const send = useCallback(async () => {
    if (sending.has(rig)) return;
    sending.add(rig);
    try {
      // What was refused waits for a decision, and holds nothing up behind it.
      const mine = () => waiting(rig).find((one) => one.by === who && !one.problem);
      for (let first = mine(); first; first = mine()) {
        const { key, entries, seen } = first;
        try {
          const there = first.door ?? "bay";
          const body = { params: { path: { id: rig } }, body: { key, entries, seen } };
          const written = there === "bay" ? await api.settled<Bay>(api.client.POST("/api/rigs/{id}/bay/", body)) : await api.settled<Round>(api.client.POST("/api/rigs/{id}/round/", body));
          unanswered.delete(rig);
          // First what the server now has, then the parcel goes: there is no moment at which neither is on the screen.
          queries.setQueryData([there, rig], written);
          put(rig, waiting(rig).filter((one) => one.key !== key));
          queries.removeQueries({ queryKey: ["rig", String(rig)] });
          void queries.invalidateQueries({ queryKey: ["handover", rig] });
          void queries.invalidateQueries({ queryKey: [there === "bay" ? "round" : "bay", rig] });
        } catch (error) {
          const refused = error as Refusal;
          const theirs = (refused.theirs ?? undefined) as Record<string, Entry> | undefined;
          const final = [400, 404, 409, 413].includes(refused.status) || (refused.status === 403 && refused.signedIn);
          if (!final) {
            // out of reach, or signed out: it waits, and is tried again
            unanswered.add(rig);
            tellAll();
            return;
          }
          const problem = Object.values(refused.problems)[0] ?? refused.message;
          put(rig, waiting(rig).map((one) => (one.key === key ? { ...one, problem, ...(theirs ? { theirs } : {}) } : one)));
        }
      }
    } finally {
      sending.delete(rig);
    }
  }, [queries, rig, who]);

  useEffect(() => {
    void send();
    const timer = setInterval(() => waiting(rig).length && void send(), AGAIN_MS);
    const now = () => void send();
    window.addEventListener("online", now);
    document.addEventListener("visibilitychange", now);
    return () => {
      clearInterval(timer);
      window.removeEventListener("online", now);
      document.removeEventListener("visibilitychange", now);
    };
  }, [rig, send]);

  return useMemo(
    () => ({
      parcels,
      unanswered: late,
      mine: (parcel) => parcel.by === who,
      whose: parcels.find((one) => one.by !== who)?.called ?? null,
      write: (entries, known) => {
        // A later reading of the same thing takes the place of one that was refused.
        const before = waiting(rig).flatMap((one) => (one.problem && one.by === who ? without(one, Object.keys(entries)) : [one]));
        // A parcel of mine that waits for the same figure will be a revision of its own.
        const mine = (path: string) => before.filter((one) => one.by === who && path in one.entries).length;
        const seen = Object.fromEntries(Object.keys(entries).map((path) => [path, (known[path]?.revision ?? 0) + mine(path)]));
        put(rig, [...before, { key: newKey(), door, entries, seen, typedAt: new Date().toISOString(), by: who, called: name }]);
        void send();
      },
      drop: (key) => {
        put(rig, waiting(rig).filter((one) => one.key !== key));
        void send();
      },
      insist: (key) => {
        // Sent under a new key with nothing held against it: this person has read the other figure.
        put(rig, waiting(rig).map((one) => (one.key === key ? { key: newKey(), door: one.door ?? "bay", entries: one.entries, seen: {}, typedAt: one.typedAt, by: who, called: name } : one)));
        void send();
      },
      sendNow: () => void send(),
    }),
    [parcels, late, rig, door, send, who, name],
  );
}

/** What waits here laid over what the server holds: the figures as this device knows them. */
export function overlaid(entries: Record<string, Entry>, parcels: Parcel[]): Record<string, Entry | null> {
  return Object.assign({}, entries, ...parcels.filter((one) => !one.problem).map((one) => one.entries)) as Record<string, Entry | null>;
}

const LONGEST_MS = 6000;
const LOOK_MS = 60;

/** When everything that waits here is written; raises where it cannot be, or takes too long. */
export async function allSent(rig: number): Promise<void> {
  const until = Date.now() + LONGEST_MS;
  while (waiting(rig).length) {
    if (Date.now() > until || waiting(rig).some((one) => one.problem)) throw new Refusal(0, "What was typed is not written yet: see above, then do it again.");
    await new Promise((resolve) => setTimeout(resolve, LOOK_MS));
  }
}
