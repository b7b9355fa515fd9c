/** What is written and does not hold as things stand now: set aside, with why; and what holds again. The server works it out. */
import { useMemo } from "react";

import type { Entry, Live, LiveAsk, RigRecord } from "../api/types";
import { useUnits } from "../app/units";
import { sameEntry, type Entries, type Path } from "./typed";

export interface SetAside {
  /** as it was written, to be written again where it is still so */
  entry: Entry;
  why: string;
  at: string | null;
  by: string | null;
  /** what it may be now, by the model */
  predicted: string | null;
}

/** The entries that hold, and those that do not, of the newest answer; what was typed since counts as typed. */
export function useAside(record: RigRecord | null, typed: Entries, live: Live | undefined, asked: LiveAsk | undefined) {
  const { read } = useUnits();
  return useMemo(() => {
    const untouched = (path: Path) => !typed[path]?.again && sameEntry(typed[path], asked?.entries[path]);
    const aside: Record<Path, SetAside> = {};
    if (live && asked) {
      for (const [path, one] of Object.entries(live.aside)) {
        const recorded = record?.aside[path] ?? record?.entries[path];
        const entry = typed[path] ?? recorded;
        if (entry && untouched(path)) aside[path] = { entry, why: one.why, at: one.at, by: recorded?.by ?? null, predicted: one.predicted };
      }
    } else {
      for (const [path, one] of Object.entries(record?.aside ?? {})) {
        if (!typed[path]) aside[path] = { entry: one, why: read(one.why), at: one.at, by: one.by, predicted: null };
      }
    }
    const back = Object.fromEntries(Object.entries(live?.back ?? {}).filter(([path]) => untouched(path)));
    const entries = Object.fromEntries(Object.entries({ ...typed, ...back }).filter(([path]) => !aside[path]));
    return { aside, entries };
  }, [record, typed, live, asked, read]);
}
