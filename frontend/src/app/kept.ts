/** The last answer to a question, kept on the device for when the server is out of reach. */
import type { UseQueryResult } from "@tanstack/react-query";
import { useEffect, useSyncExternalStore } from "react";

import { readName } from "./device";

function recalled<Data>(name: string): Data | undefined {
  try {
    return (JSON.parse(localStorage.getItem(readName(name)) ?? "null") as Data | null) ?? undefined;
  } catch {
    return undefined;
  }
}

export function useKeptAnswer<Data>(name: string, asked: UseQueryResult<Data>) {
  useEffect(() => {
    if (!asked.data) return;
    try {
      localStorage.setItem(readName(name), JSON.stringify(asked.data));
    } catch {
      // A full device: the readings come first, the last answer only saves a wait.
    }
  }, [asked.data, name]);
  const data = asked.data ?? (asked.isError ? recalled<Data>(name) : undefined);
  return { data, error: asked.error, pending: asked.isPending, old: asked.isError };
}

function listen(tell: () => void) {
  window.addEventListener("online", tell);
  window.addEventListener("offline", tell);
  return () => {
    window.removeEventListener("online", tell);
    window.removeEventListener("offline", tell);
  };
}

/** Whether the device itself says that nothing is in reach: what is shown then is what it kept. */
export function useOutOfReach() {
  return useSyncExternalStore(listen, () => !navigator.onLine);
}
