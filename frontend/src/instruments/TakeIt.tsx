/** Take it from the scale: what an instrument shows now, large; taken only where it stands still, and written with what it came from. */
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import NativeSelect from "@mui/material/NativeSelect";
import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";

import { api, type Refusal } from "../api/client";
import type { Instrument, Instruments, InstrumentLive, RigRecord } from "../api/types";
import { inkSoft, pencil } from "../app/theme";
import { StateMark } from "../parts/StateMark";
import { useFields } from "../rig/context";
import { Heard } from "./Heard";

const EVERY_MS = 300;

export function useInstruments() {
  return useQuery({ queryKey: ["instruments"], queryFn: () => api.settled<Instruments>(api.client.GET("/api/instruments/")), staleTime: 60_000 });
}

/** Whether a path is among some, in which a star stands for one thing of a list. */
export function among(some: string[], path: string): boolean {
  const parts = path.split(".");
  return some.some((each) => {
    const wanted = each.split(".");
    return wanted.length === parts.length && wanted.every((word, i) => word === "*" || word === parts[i]);
  });
}

interface Props {
  record: RigRecord;
  /** the readings that stand here; those that an instrument of the house takes can be taken */
  paths: string[];
  /** taken one after the other, each with what is to be driven or set before it; else one is chosen */
  steps?: Record<string, string>;
  /** what else is to be done once something was taken */
  taken?: (now: RigRecord) => void;
  /** what the button says */
  says?: string;
}

export function TakeIt({ record, paths, steps, taken, says = "Take it from the scale" }: Props) {
  const told = useInstruments();
  const [open, setOpen] = useState(false);
  // what was looked at in its time stands first
  const there = (told.data?.instruments ?? []).filter((one) => !one.retired && paths.some((path) => among(one.takes, path))).sort((one, other) => Number(one.past_due) - Number(other.past_due));
  if (there.length === 0) return null;
  return (
    <Box sx={{ mt: 0.5 }}>
      <Button onClick={() => setOpen(!open)} aria-expanded={open}>
        {says}
      </Button>
      {open && <Taking record={record} instruments={there} paths={paths} steps={steps} taken={taken} />}
    </Box>
  );
}

function Taking({ record, instruments, paths, steps, taken }: Omit<Props, "says" | "steps" | "taken"> & { instruments: Instrument[]; steps: Props["steps"]; taken: Props["taken"] }) {
  const queries = useQueryClient();
  const fields = useFields();
  const [number, setNumber] = useState(instruments[0]?.number ?? 0);
  const one = instruments.find((each) => each.number === number) ?? instruments[0];
  const here = paths.filter((path) => one && among(one.takes, path));
  const [chosen, setPath] = useState("");
  const next = here.find((path) => !record.entries[path]?.is);
  const path = here.includes(chosen) ? chosen : ((steps && next) ?? here[0] ?? "");
  const live = useQuery<InstrumentLive, Refusal>({
    queryKey: ["live", number],
    queryFn: ({ signal }) => api.settled<InstrumentLive>(api.client.GET("/api/instruments/{number}/live/", { params: { path: { number } }, signal })),
    refetchInterval: EVERY_MS,
    gcTime: 0,
    retry: 0,
  });
  const took = (now: RigRecord) => {
    queries.setQueryData(["rig", String(record.id)], now);
    const place = here.indexOf(path);
    if (steps) setPath(here[place + 1] ?? path);
    taken?.(now);
  };
  const take = useMutation<RigRecord, Refusal>({
    mutationFn: () => api.settled<RigRecord>(api.client.POST("/api/rigs/{id}/take/", { params: { path: { id: record.id } }, body: { instrument: number, path, version: record.version } })),
    onSuccess: took,
  });
  const shown = live.data;
  const steady = shown?.state === "steady";
  const label = (each: string) => fields.data?.[each]?.label ?? fields.data?.[each.replace(/^([a-z]+)\.[^.]+\./, "$1.*.")]?.label ?? each;
  return (
    <Box role="group" aria-label="What the scale shows" sx={{ border: "1.5px solid", p: 1, mt: 0.5, display: "grid", gap: 0.5, maxWidth: 560 }}>
      {steps && (
        <Box component="ol" aria-label="The passes, one after the other" sx={{ m: 0, p: 0, listStyle: "none", display: "grid", gap: 0.25 }}>
          {here.map((each) => (
            <Box component="li" key={each} aria-current={each === path ? "step" : undefined} sx={{ display: "flex", gap: 1, alignItems: "center", fontWeight: each === path ? 600 : 400 }}>
              <StateMark state={record.entries[each]?.is ? "good" : "unknown"} size={13} />
              <Button variant="text" onClick={() => setPath(each)} sx={{ minHeight: 24, p: 0, font: "inherit", textAlign: "left", textDecoration: "underline" }}>
                {steps[each]}
              </Button>
              {record.entries[each]?.is && <span>{record.entries[each].is}</span>}
            </Box>
          ))}
        </Box>
      )}
      <Box sx={{ display: "flex", gap: 1.5, flexWrap: "wrap", alignItems: "baseline" }}>
        {instruments.length > 1 ? (
          <NativeSelect value={number} onChange={(event) => setNumber(Number(event.target.value))} inputProps={{ "aria-label": "Instrument" }}>
            {instruments.map((each) => (
              <option key={each.number} value={each.number}>
                {each.name}
              </option>
            ))}
          </NativeSelect>
        ) : (
          <b>{one?.name}</b>
        )}
        <span>
          {one?.serial && `no. ${one.serial}, `}
          {shown?.net ? `net${shown.tare ? ` of a tare of ${shown.tare}` : ""}, ` : one?.weighs ? "gross, " : ""}in {one?.unit}
        </span>
        {!steps && here.length > 1 && (
          <NativeSelect value={path} onChange={(event) => setPath(event.target.value)} inputProps={{ "aria-label": "Which reading" }}>
            {here.map((each) => (
              <option key={each} value={each}>
                {label(each)}
              </option>
            ))}
          </NativeSelect>
        )}
      </Box>
      <Box data-shown={shown?.state ?? ""} aria-live="polite" sx={{ fontSize: "2.1rem", fontWeight: 600, fontVariantNumeric: "tabular-nums", lineHeight: 1.15, color: steady ? undefined : inkSoft }}>
        {shown?.shows ?? "– – –"}
      </Box>
      <Box sx={{ display: "flex", gap: 1, alignItems: "center", color: steady ? undefined : pencil }}>
        <StateMark state={steady ? "good" : "unknown"} size={16} />
        {shown ? shown.why || "It stands still." : (live.error?.message ?? "Listening…")}
      </Box>
      {one?.past_due && <Box sx={{ color: pencil }}>{one.due ? `Past due: it was to be looked at by ${one.due}.` : "Nobody wrote when it was looked at."} What it reads says so, and is believed less.</Box>}
      <Box sx={{ display: "flex", gap: 1, alignItems: "center", flexWrap: "wrap" }}>
        <Button variant="contained" disabled={!steady || take.isPending || !path} onClick={() => take.mutate()}>
          {steps ? `Take it: ${label(path)}` : "Take it"}
        </Button>
        {take.isSuccess && <span role="status">Taken and saved.</span>}
        {take.isError && (
          <Box role="alert" sx={{ color: pencil }}>
            {Object.values(take.error.problems)[0] ?? take.error.message}
          </Box>
        )}
      </Box>
      {one?.agent && <Heard instrument={one} path={path} record={record} took={took} />}
    </Box>
  );
}
