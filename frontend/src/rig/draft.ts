/** A rig while it is worked on: what the server holds, what was typed since, and the live answer to both. */
import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useCallback, useEffect, useMemo, useRef, useState } from "react";

import { api, Refusal } from "../api/client";
import type { Entry, Live, LiveAsk, RigRecord, WhatIfAsk } from "../api/types";
import { useUnits } from "../app/units";
import type { StationKey } from "../stations/stations";
import { useAge, type Age } from "./age";
import { useAside, type SetAside } from "./aside";
import { useMeanwhile, type Meanwhile } from "./meanwhile";
import { keep, recall } from "./kept";
import { useLive } from "./live";
import { useSteps, type Step } from "./steps";
import { changes, NOTHING_TYPED, sameEntry, sent, type Entries, type Names, type Path, type Typed } from "./typed";

const NO_NAMES: Names = { customer: "", vehicle_name: "", trailer_name: "", vehicle_plate: "", trailer_plate: "" };

export interface Draft {
  record: RigRecord | null;
  names: Names;
  /** what is written and holds */
  entries: Entries;
  /** all that is written, as it is sent */
  written: Entries;
  /** the paths at which something is typed and not saved */
  typedPaths: Path[];
  /** what is written and does not hold as it stands now, by path */
  aside: Record<Path, SetAside>;
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
  /** what somebody else wrote while the rig lay open here, and was taken in */
  meanwhile: Meanwhile | null;
  /** how old the verdict, the figures and the drawing are; none while they are of what is typed */
  age: Age | null;
  problems: Record<Path, string>;
  /** Somebody else's save that came between, until each difference is settled. */
  theirs: RigRecord | null;
  theirsIsYours: boolean;
  set: (path: Path, entry: Entry | null) => void;
  /** ``what``: the step in a word, where it touches many fields; undefined: what is saved there, whatever was typed */
  setMany: (entries: Record<Path, Entry | null | undefined>, what?: string, names?: Partial<Names>) => void;
  setNames: (names: Partial<Names>) => void;
  save: () => void;
  /** the same, and when it is done; at once where nothing is typed */
  saveFirst: () => Promise<void>;
  /** the steps that can be taken back, the last one last */
  steps: Step[];
  undo: () => void;
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
  const written = useMemo<Entries>(() => {
    const all: Record<Path, Entry | null> = { ...(record?.entries ?? {}), ...typed.entries };
    // Typed as it is saved, beside what sets that aside, it is of the new state: so it is said that it was typed.
    const retyped = (path: Path, entry: Entry) => Boolean(typed.entries[path]) && sameEntry(entry, record?.entries[path]);
    return Object.fromEntries(Object.entries(all).flatMap(([path, entry]) => (entry?.is ? [[path, retyped(path, entry) ? { ...sent(entry), typed: true } : sent(entry)]] : [])));
  }, [record, typed.entries]);

  const dirty = useMemo(() => {
    const base: Names = { ...NO_NAMES, ...(record ?? {}) };
    const renamed = (Object.keys(typed.names) as (keyof Names)[]).some((key) => typed.names[key] !== base[key]);
    return renamed || Object.entries(typed.entries).some(([path, entry]) => changes(entry, record?.entries[path]));
  }, [record, typed]);

  const answer = useLive({ entries: written, rig: id, whatIf, station, system, state: [record?.version, record?.waivers.length] });

  const { aside, entries } = useAside(record, written, answer.head, answer.headAsked);
  const age = useAge({ isOlder: answer.headIsOlder, answeredAt: answer.headAt, asked: answer.headAsked?.entries as Entries | undefined, typed: written, error: answer.error });
  const { steps, remember, pop, pause, forget } = useSteps();

  const save = useMutation<RigRecord, Refusal>({
    mutationFn: () => {
      const { customer, vehicle_name, trailer_name, vehicle_plate, trailer_plate } = names;
      const body = { customer, vehicle_name, trailer_name, vehicle_plate, trailer_plate, entries: typed.entries };
      return record
        ? api.settled<RigRecord>(api.client.POST("/api/rigs/{id}/", { params: { path: { id: record.id } }, body: { ...body, version: version ?? record.version } }))
        : api.settled<RigRecord>(api.client.POST("/api/rigs/", { body: { ...body, entries: written } }));
    },
    onSuccess: (written) => {
      pause();
      // What was typed while the save was on its way stays typed.
      setTyped((now) => ({
        names: Object.fromEntries(Object.entries(now.names).filter(([key, text]) => text !== written[key as keyof Names])),
        entries: Object.fromEntries(Object.entries(now.entries).filter(([path, entry]) => !sameEntry(entry, written.entries[path] ?? written.aside[path]))),
      }));
      setVersion(written.version);
      keep(id, null);
      void queries.invalidateQueries({ queryKey: ["floor"] });
      saved(written);
    },
  });

  const meanwhile = useMeanwhile(record, typed, save.isPending || save.error !== null, (now) => setVersion(now.version));

  const problems = useMemo(() => {
    const found: Record<Path, string> = {};
    for (const problem of answer.head?.problems ?? []) found[problem.place] = problem.says;
    for (const problem of answer.head?.assessment.problems ?? []) found[problem.place] ??= read(problem.says);
    for (const [path, says] of Object.entries(save.error?.problems ?? {})) found[path] ??= says;
    return found;
  }, [answer.head, save.error, read]);

  const add = useCallback(
    (entries: Record<Path, Entry | null | undefined>, called: Partial<Names>) =>
      setTyped((was) => {
        const kept = Object.entries({ ...was.entries, ...entries }).filter((one): one is [string, Entry | null] => one[1] !== undefined);
        return { names: { ...was.names, ...called }, entries: Object.fromEntries(kept) };
      }),
    [],
  );
  const before = useRef({ written, names, typed, version });
  useEffect(() => {
    before.current = { written, names, typed, version };
  }, [written, names, typed, version]);
  const setMany = useCallback(
    (more: Record<Path, Entry | null | undefined>, what = "", called: Partial<Names> = {}) => {
      const { written: entriesThen, names: namesThen, typed: typedThen, version: versionThen } = before.current;
      remember({
        what,
        version: versionThen,
        typed: Object.fromEntries(Object.keys(more).map((path) => [path, typedThen.entries[path]])),
        entries: Object.fromEntries(Object.keys(more).map((path) => [path, entriesThen[path] ?? null])),
        names: Object.fromEntries((Object.keys(called) as (keyof Names)[]).map((key) => [key, namesThen[key]])),
      });
      add(more, called);
    },
    [add, remember],
  );
  const set = useCallback((path: Path, entry: Entry | null) => setMany({ [path]: entry }), [setMany]);
  const setNames = useCallback((more: Partial<Names>) => setMany({}, "", more), [setMany]);

  useEffect(() => keep(id, dirty ? { typed, version } : null), [id, dirty, typed, version]);

  return {
    record,
    names,
    entries,
    written,
    typedPaths: Object.keys(typed.entries),
    meanwhile,
    aside,
    dirty,
    live: answer.room?.live,
    asked: answer.room?.asked,
    head: answer.head,
    roomIsOlder: answer.roomIsOlder,
    headIsOlder: answer.headIsOlder,
    liveError: answer.error,
    age,
    problems,
    theirs: save.error?.theirs ?? null,
    theirsIsYours: save.error?.yours ?? false,
    set,
    setMany,
    setNames,
    save: () => save.mutate(),
    saveFirst: async () => {
      if (dirty) await save.mutateAsync();
    },
    steps,
    undo: () => {
      const last = steps[steps.length - 1];
      if (!last) return;
      pop();
      add(last.version === version ? last.typed : last.entries, last.names);
    },
    takeBack: () => {
      forget();
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
