/** A rig while it is worked on: what the server holds, what was typed since, and the live answer to both. */
import { keepPreviousData, useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useCallback, useEffect, useMemo, useState } from "react";

import { api, Refusal } from "../api/client";
import type { Entry, Live, RigRecord, WhatIfAsk } from "../api/types";
import { useUnits } from "../app/units";
import { keep, recall } from "./kept";

export type Entries = Record<string, Entry>;
export type Names = Pick<RigRecord, "customer" | "vehicle_name" | "trailer_name" | "vehicle_plate" | "trailer_plate">;
export type Path = string;

const NO_NAMES: Names = { customer: "", vehicle_name: "", trailer_name: "", vehicle_plate: "", trailer_plate: "" };
const PAUSE_MS = 90;

/** What differs from the record: names, and entries (null: taken back). */
export interface Typed {
  names: Partial<Names>;
  entries: Record<Path, Entry | null>;
}

const NOTHING_TYPED: Typed = { names: {}, entries: {} };

function plain(entry: Entry): Entry {
  const { is, from, system, datum } = entry;
  return datum ? { is, from, system, datum } : { is, from, system };
}

export function sameEntry(one: Entry | null | undefined, other: Entry | null | undefined): boolean {
  if (!one?.is || !other?.is) return !one?.is && !other?.is;
  return JSON.stringify(plain(one)) === JSON.stringify(plain(other));
}

function useLater<T>(value: T, ms: number): T {
  const [later, setLater] = useState(value);
  useEffect(() => {
    const timer = setTimeout(() => setLater(value), ms);
    return () => clearTimeout(timer);
  }, [value, ms]);
  return later;
}

export interface Draft {
  record: RigRecord | null;
  names: Names;
  entries: Entries;
  dirty: boolean;
  live: Live | undefined;
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

export function useDraft(record: RigRecord | null, whatIf: WhatIfAsk | null, saved: (record: RigRecord) => void): Draft {
  const queries = useQueryClient();
  const { read } = useUnits();
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

  const question = useMemo(() => ({ entries, rig: id, what_if: whatIf }), [entries, id, whatIf]);
  const asked = useLater(question, PAUSE_MS);
  const live = useQuery({
    // A saved rig's waivers and parts are part of the answer: another version, another answer.
    queryKey: ["live", asked, record?.version, record?.waivers.length],
    queryFn: () => api.settled<Live>(api.client.POST("/api/assess/", { body: asked })),
    placeholderData: keepPreviousData,
    gcTime: 10_000,
  });

  // When the server fails to answer, the last answer stays on the page, marked as older than what is typed.
  const [last, setLast] = useState(live.data);
  if (live.data && live.data !== last) setLast(live.data);
  const answer = live.data ?? last;

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
    for (const problem of answer?.problems ?? []) found[problem.place] = problem.says;
    for (const problem of answer?.assessment.problems ?? []) found[problem.place] ??= read(problem.says);
    for (const [path, says] of Object.entries(save.error?.problems ?? {})) found[path] ??= says;
    return found;
  }, [answer, save.error, read]);

  const setMany = useCallback((more: Record<Path, Entry | null>) => setTyped((was) => ({ ...was, entries: { ...was.entries, ...more } })), []);
  const set = useCallback((path: Path, entry: Entry | null) => setMany({ [path]: entry }), [setMany]);
  const setNames = useCallback((more: Partial<Names>) => setTyped((was) => ({ ...was, names: { ...was.names, ...more } })), []);

  useEffect(() => keep(id, dirty ? { typed, version } : null), [id, dirty, typed, version]);

  return {
    record,
    names,
    entries,
    dirty,
    live: answer,
    liveError: live.error,
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
