/** Who is signed in, and that a session ends: by hand, left alone, or out of reach. */
import { useMutation, useQuery, useQueryClient, type QueryClient } from "@tanstack/react-query";
import { useEffect } from "react";

import { api, Refusal, signedOut } from "../api/client";
import type { Session } from "../api/types";
import { forget, left, ownedBy, touched } from "./device";

const KEY = ["session"];
const NOBODY: Session = { signed_in: false, id: null, name: "", username: "", role: "", may: [], must_choose: false, idle_seconds: 0, nobody: false };
const LOOK_MS = 20_000;

async function read(): Promise<Session> {
  if (left.is()) {
    try {
      await api.settled<Session>(api.client.DELETE("/api/session/"));
    } catch (error) {
      if ((error as Refusal).status === 0) return NOBODY;
    }
    left.told();
  }
  const session = await api.settled<Session>(api.client.GET("/api/session/"));
  if (session.signed_in && touched.secondsAgo() > session.idle_seconds) {
    await leave();
    return NOBODY;
  }
  return owned(session);
}

function owned(session: Session): Session {
  if (session.signed_in) ownedBy(session.username);
  else void forget();
  return session;
}

/** The server told, if it answers; else when it does. */
async function leave() {
  left.now();
  await forget();
  try {
    await api.settled<Session>(api.client.DELETE("/api/session/"));
    left.told();
  } catch {
    // It stays written down that somebody left.
  }
}

export function useSession() {
  return useQuery({ queryKey: KEY, queryFn: read, staleTime: Infinity });
}

/** A session as the server now has it: after signing in, or after a change of one's own account. */
export function useTakeSession() {
  const queries = useQueryClient();
  return (session: Session) => {
    touched.now();
    signedOut.over();
    queries.setQueryData(KEY, owned(session));
  };
}

/** A short wait is waited out: others are signing in at this moment. */
export const HURRY = { retry: (count: number, error: Error) => error instanceof Refusal && error.status === 429 && error.seconds === 1 && count < 8, retryDelay: 1000 };

/** ``taken``: what becomes of the session that was begun; else it is this page's. */
export function useSignIn(taken?: (session: Session) => void) {
  const take = useTakeSession();
  return useMutation<Session, Refusal, { username: string; password: string }>({
    mutationFn: async (body) => {
      if (left.is()) await read(); // whoever was here before is signed out first
      return api.settled<Session>(api.client.POST("/api/session/", { body }));
    },
    onSuccess: taken ?? take,
    ...HURRY,
  });
}

/** Nobody is here any more: nothing of what was read stays in the page. */
export function clear(queries: QueryClient) {
  queries.setQueryData(KEY, NOBODY);
  queries.removeQueries({ predicate: (query) => query.queryKey[0] !== KEY[0] });
  signedOut.over();
}

export function useSignOut() {
  const queries = useQueryClient();
  return useMutation({ mutationFn: leave, onSuccess: () => clear(queries) });
}

/** Ends the session of a page that nobody touches, and of all pages of a device where somebody signed out. */
export function useIdleEnd(session: Session) {
  useEffect(() => {
    touched.now();
    let last = Date.now();
    const used = () => {
      if (Date.now() - last < 5000) return;
      last = Date.now();
      touched.now();
    };
    const look = () => {
      if (touched.secondsAgo() > session.idle_seconds) void leave().then(signedOut.tell);
    };
    const elsewhere = (event: StorageEvent) => left.isIts(event) && signedOut.tell();
    const timer = setInterval(look, Math.min(LOOK_MS, session.idle_seconds * 250));
    window.addEventListener("pointerdown", used);
    window.addEventListener("keydown", used);
    window.addEventListener("storage", elsewhere);
    document.addEventListener("visibilitychange", look);
    return () => {
      clearInterval(timer);
      window.removeEventListener("pointerdown", used);
      window.removeEventListener("keydown", used);
      window.removeEventListener("storage", elsewhere);
      document.removeEventListener("visibilitychange", look);
    };
  }, [session.idle_seconds]);
}
