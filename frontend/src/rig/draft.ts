/** A rig while it is worked on: what the server holds, what was typed since, and the live answer to both. */
import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useCallback, useEffect, useMemo, useState } from "react";

import { api, Refusal } from "../api/client";
import type { Entry, Live, LiveAsk, RigRecord, WhatIfAsk } from "../api/types";
import { useUnits } from "../app/units";
import type { StationKey } from "../stations/stations";
import { keep, recall } from "./kept";
import { useLive } from "./live";
import { NOTHING_TYPED, plain, sameEntry, type Entries, type Names, type Path, type Typed } from "./typed";

const NO_NAMES: Names = { customer: "", vehicle_name: "", trailer_name: "", vehicle_plate: "", trailer_plate: "" };

export interface Draft {
  record: RigRecord | null;
  names: Names;
  entries: Entries;
  dirty: boolean;
  /** the station's answer, and what was asked for it */
  live: Live | undefined;
  asked: LiveAsk | undefined;
  /** the newest answer of any station */
  head: Live | undefined;
  /** what the station shows, or the verdict, was worked out for something else than is typed now */
  roomIsOlder: boolean;
  headIsOlder: boolean;
  liveError: Error | null;
  problems: Record<Path, string>;
  /** Somebody else's save that came between, until each difference is settled. */
  theirs: RigRecord | null;
  set: (path: Path, entry: Entry | null) => void;
  setMany: (entries: Record<Path, Entry | null>) => void;
  setNames: (names: Partial<Names>) => void;
  save: () => void;
  /** Back to what is saved. */
  takeBack: () => void;
  saving: boolean;
  saveError: Refusal | null;
  settleWith: (record: RigRecord, kept: Typed) => void;
}

export function useRecord(id: string | undefined) {
  return useQuery({
    queryKey: ["rig", id],
    queryFn: () => api.settled<RigRecord>(api.client.GET("/api/rigs/{id}/", { params: { path: { id: Number(id) } } })),
    enabled: id !== undefined,
    staleTime: Infinity,
    gcTime: 0,
  });
}

export function useDraft(record: RigRecord | null, station: StationKey, whatIf: WhatIfAsk | null, saved: (record: RigRecord) => void): Draft {
  const queries = useQueryClient();
  const { read, system } = useUnits();
  const id = record?.id ?? null;
  const [recalled] = useState(() => recall(id));
  const [typed, setTyped] = useState<Typed>(recalled?.typed ?? NOTHING_TYPED);
  // The version that was typed on. After a save or a settled conflict it is the record's own again.
  const [version, setVersion] = useState(recalled?.version ?? record?.version ?? null);

  const names = useMemo<Names>(() => ({ ...NO_NAMES, ...(record ?? {}), ...typed.names }), [record, typed.names]);
  const entries = useMemo<Entries>(() => {
    const all: Record<Path, Entry | null> = { ...(record?.entries ?? {}), ...typed.entries };
    return Object.fromEntries(Object.entries(all).flatMap(([path, entry]) => (entry?.is ? [[path, plain(entry)]] : [])));
  }, [record, typed.entries]);

  const dirty = useMemo(() => {
    const base: Names = { ...NO_NAMES, ...(record ?? {}) };
    const renamed = (Object.keys(typed.names) as (keyof Names)[]).some((key) => typed.names[key] !== base[key]);
    return renamed || Object.entries(typed.entries).some(([path, entry]) => !sameEntry(entry, record?.entries[path]));
  }, [record, typed]);

  const answer = useLive({ entries, rig: id, whatIf, station, system, state: [record?.version, record?.waivers.length] });

  const save = useMutation<RigRecord, Refusal>({
    mutationFn: () => {
      const { customer, vehicle_name, trailer_name, vehicle_plate, trailer_plate } = names;
      const body = { customer, vehicle_name, trailer_name, vehicle_plate, trailer_plate, entries: typed.entries };
      return record
        ? api.settled<RigRecord>(api.client.POST("/api/rigs/{id}/", { params: { path: { id: record.id } }, body: { ...body, version: version ?? record.version } }))
        : api.settled<RigRecord>(api.client.POST("/api/rigs/", { body: { ...body, entries } }));
    },
    onSuccess: (written) => {
      // What was typed while the save was on its way stays typed.
      setTyped((now) => ({
        names: Object.fromEntries(Object.entries(now.names).filter(([key, text]) => text !== written[key as keyof Names])),
        entries: Object.fromEntries(Object.entries(now.entries).filter(([path, entry]) => !sameEntry(entry, written.entries[path]))),
      }));
      setVersion(written.version);
      keep(id, null);
      void queries.invalidateQueries({ queryKey: ["floor"] });
      saved(written);
    },
  });

  const problems = useMemo(() => {
    const found: Record<Path, string> = {};
    for (const problem of answer.head?.problems ?? []) found[problem.place] = problem.says;
    for (const problem of answer.head?.assessment.problems ?? []) found[problem.place] ??= read(problem.says);
    for (const [path, says] of Object.entries(save.error?.problems ?? {})) found[path] ??= says;
    return found;
  }, [answer.head, save.error, read]);

  const setMany = useCallback((more: Record<Path, Entry | null>) => setTyped((was) => ({ ...was, entries: { ...was.entries, ...more } })), []);
  const set = useCallback((path: Path, entry: Entry | null) => setMany({ [path]: entry }), [setMany]);
  const setNames = useCallback((more: Partial<Names>) => setTyped((was) => ({ ...was, names: { ...was.names, ...more } })), []);

  useEffect(() => keep(id, dirty ? { typed, version } : null), [id, dirty, typed, version]);

  return {
    record,
    names,
    entries,
    dirty,
    live: answer.room?.live,
    asked: answer.room?.asked,
    head: answer.head,
    roomIsOlder: answer.roomIsOlder,
    headIsOlder: answer.headIsOlder,
    liveError: answer.error,
    problems,
    theirs: save.error?.theirs ?? null,
    set,
    setMany,
    setNames,
    save: () => save.mutate(),
    takeBack: () => {
      setTyped(NOTHING_TYPED);
      setVersion(record?.version ?? null);
      save.reset();
    },
    saving: save.isPending,
    saveError: save.error,
    settleWith: (current, kept) => {
      setTyped(kept);
      setVersion(current.version);
      save.reset();
      saved(current);
    },
  };
}
