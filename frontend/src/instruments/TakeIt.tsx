/** Take it from the scale: what an instrument shows now, large; taken only where it stands still, and written with what it came from. */
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import NativeSelect from "@mui/material/NativeSelect";
import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";

import { api, type Refusal } from "../api/client";
import type { Instruments, InstrumentLive, RigRecord } from "../api/types";
import { inkSoft, pencil } from "../app/theme";
import { StateMark } from "../parts/StateMark";
import { useFields, useRig } from "../rig/context";

const EVERY_MS = 300;

export function useInstruments() {
  return useQuery({ queryKey: ["instruments"], queryFn: () => api.settled<Instruments>(api.client.GET("/api/instruments/")), staleTime: 60_000 });
}

/** ``paths``: the readings that stand here; those that an instrument of the house takes can be taken. */
export function TakeIt({ paths }: { paths: string[] }) {
  const { draft } = useRig();
  const told = useInstruments();
  const [open, setOpen] = useState(false);
  const there = told.data?.instruments.filter((one) => !one.retired && one.takes.some((path) => paths.includes(path))) ?? [];
  if (!draft.record || there.length === 0) return null;
  return (
    <Box sx={{ mt: 0.5 }}>
      <Button onClick={() => setOpen(!open)} aria-expanded={open}>
        Take it from the scale
      </Button>
      {open && <Taking record={draft.record} instruments={there} paths={paths} />}
    </Box>
  );
}

function Taking({ record, instruments, paths }: { record: RigRecord; instruments: Instruments["instruments"]; paths: string[] }) {
  const queries = useQueryClient();
  const fields = useFields();
  const [number, setNumber] = useState(instruments[0]?.number ?? 0);
  const one = instruments.find((each) => each.number === number) ?? instruments[0];
  const takes = paths.filter((path) => one?.takes.includes(path));
  const [chosen, setPath] = useState("");
  const path = takes.includes(chosen) ? chosen : (takes[0] ?? "");
  const live = useQuery<InstrumentLive, Refusal>({
    queryKey: ["live", number],
    queryFn: ({ signal }) => api.settled<InstrumentLive>(api.client.GET("/api/instruments/{number}/live/", { params: { path: { number } }, signal })),
    refetchInterval: EVERY_MS,
    gcTime: 0,
    retry: 0,
  });
  const take = useMutation<RigRecord, Refusal>({
    mutationFn: () => api.settled<RigRecord>(api.client.POST("/api/rigs/{id}/take/", { params: { path: { id: record.id } }, body: { instrument: number, path, version: record.version } })),
    onSuccess: (now) => queries.setQueryData(["rig", String(record.id)], now),
  });
  const shown = live.data;
  const steady = shown?.state === "steady";
  return (
    <Box role="group" aria-label="What the scale shows" sx={{ border: "1.5px solid", p: 1, mt: 0.5, display: "grid", gap: 0.5 }}>
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
          {shown?.net ? "net" : "gross"}, in {one?.unit}
        </span>
        {takes.length > 1 && (
          <NativeSelect value={path} onChange={(event) => setPath(event.target.value)} inputProps={{ "aria-label": "Which reading" }}>
            {takes.map((each) => (
              <option key={each} value={each}>
                {fields.data?.[each]?.label ?? each}
              </option>
            ))}
          </NativeSelect>
        )}
      </Box>
      <Box data-shown={shown?.state ?? ""} aria-live="polite" sx={{ fontSize: "2.1rem", fontWeight: 600, fontVariantNumeric: "tabular-nums", lineHeight: 1.15, color: steady ? undefined : inkSoft }}>
        {shown?.weight ?? "– – –"}
      </Box>
      <Box sx={{ display: "flex", gap: 1, alignItems: "center", color: steady ? undefined : pencil }}>
        <StateMark state={steady ? "good" : "unknown"} size={16} />
        {shown ? shown.why || "It stands still." : (live.error?.message ?? "Listening…")}
      </Box>
      {one?.past_due && <Box sx={{ color: pencil }}>{one.due ? `Past due: it was to be looked at by ${one.due}.` : "Nobody wrote when it was looked at."} What it reads says so.</Box>}
      <Box sx={{ display: "flex", gap: 1, alignItems: "center", flexWrap: "wrap" }}>
        <Button variant="contained" disabled={!steady || take.isPending} onClick={() => take.mutate()}>
          Take it
        </Button>
        {take.isSuccess && <span role="status">Taken and saved.</span>}
        {take.isError && (
          <Box role="alert" sx={{ color: pencil }}>
            {Object.values(take.error.problems)[0] ?? take.error.message}
          </Box>
        )}
      </Box>
    </Box>
  );
}
