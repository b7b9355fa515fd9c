/** What others write of the rig while it lies open here: a phone on the label round, the bay. It is taken in where nothing typed here is touched. */
import { useQueryClient } from "@tanstack/react-query";
import { useEffect, useRef, useState } from "react";

import { api } from "../api/client";
import type { RigRecord } from "../api/types";
import { sameEntry, type Names, type Typed } from "./typed";

const EVERY_MS = 4000;

/** The figures that stand otherwise in the newer record. */
function changed(before: RigRecord, now: RigRecord): string[] {
  return [...new Set([...Object.keys(before.entries), ...Object.keys(now.entries)])].filter((path) => !sameEntry(before.entries[path], now.entries[path]));
}

function touches(typed: Typed, before: RigRecord, now: RigRecord): boolean {
  const names = (Object.keys(typed.names) as (keyof Names)[]).some((key) => before[key] !== now[key]);
  return names || changed(before, now).some((path) => path in typed.entries);
}

export interface Meanwhile {
  by: string;
  paths: string[];
}

/** ``taken``: the newer record is on the page now. Busy while something is saved: then the answer to that is the newest. */
export function useMeanwhile(record: RigRecord | null, typed: Typed, busy: boolean, taken: (record: RigRecord) => void): Meanwhile | null {
  const queries = useQueryClient();
  const [news, setNews] = useState<Meanwhile | null>(null);
  const latest = useRef({ record, typed, busy, taken });
  useEffect(() => {
    latest.current = { record, typed, busy, taken };
  });
  const id = record?.id ?? null;
  useEffect(() => {
    if (id === null) return;
    const params = { params: { path: { id } } };
    async function look() {
      const before = latest.current;
      if (document.hidden || before.busy || !before.record) return;
      try {
        const { version } = await api.settled<{ version: number }>(api.client.GET("/api/rigs/{id}/version/", params));
        if (version <= before.record.version) return;
        const now = await api.settled<RigRecord>(api.client.GET("/api/rigs/{id}/", params));
        const { record: there, typed: mine, busy: saving, taken: take } = latest.current;
        // Where both wrote the same figure, saving shows both; nothing is chosen here.
        if (saving || !there || now.version <= there.version || touches(mine, there, now)) return;
        const paths = changed(there, now);
        take(now);
        queries.setQueryData(["rig", String(id)], now);
        const by = now.entries[paths[0] ?? ""]?.by;
        setNews(by && paths.length ? { by, paths } : null);
      } catch {
        // out of reach: what is typed says so itself
      }
    }
    const timer = setInterval(() => void look(), EVERY_MS);
    return () => clearInterval(timer);
  }, [id, queries]);
  return news;
}
