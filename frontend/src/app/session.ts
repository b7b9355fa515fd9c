/** Who is signed in. */
import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";

import { api } from "../api/client";
import type { Session } from "../api/types";

const KEY = ["session"];

export function useSession() {
  return useQuery({ queryKey: KEY, queryFn: () => api.settled<Session>(api.client.GET("/api/session/")), staleTime: Infinity });
}

export function useSignIn() {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: (body: { username: string; password: string }) =>
      api.settled<Session>(api.client.POST("/api/session/", { body })),
    onSuccess: (session) => queries.setQueryData(KEY, session),
  });
}

export function useSignOut() {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: () => api.settled<Session>(api.client.DELETE("/api/session/")),
    onSuccess: (session) => {
      queries.setQueryData(KEY, session);
      // What was read leaves the device with the person; what was typed and not sent stays until they are back.
      Object.keys(localStorage).filter((name) => name.startsWith("stathmos-bay-")).forEach((name) => localStorage.removeItem(name));
      queries.removeQueries({ predicate: (query) => query.queryKey[0] !== KEY[0] });
    },
  });
}
