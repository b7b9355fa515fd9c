/** Who and what is not there: somebody, a bay, a torque wrench, or the whole house. */
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import NativeSelect from "@mui/material/NativeSelect";
import TextField from "@mui/material/TextField";
import { useState } from "react";

import { api } from "../api/client";
import type { DayKeeping } from "../api/types";
import { hairline, inkSoft, pencil } from "../app/theme";
import { Panel } from "../parts/Rows";
import { useKeep } from "./useKeep";

const HOUSE = "house";

/** A time of the wall clock as minutes of its day; none where it cannot be read. */
export function minuteOf(text: string): number | null {
  const found = /^\s*(\d{1,2}):(\d{2})\s*$/.exec(text);
  if (!found) return null;
  const minute = Number(found[1]) * 60 + Number(found[2]);
  return Number(found[2]) < 60 && minute <= 24 * 60 ? minute : null;
}

export function Absences({ told, may }: { told: DayKeeping; may: boolean }) {
  const [who, setWho] = useState(`person ${told.people[0]?.id ?? ""}`);
  const [first, setFirst] = useState("");
  const [last, setLast] = useState("");
  const [from, setFrom] = useState("00:00");
  const [until, setUntil] = useState("24:00");
  const [why, setWhy] = useState("");
  const keep = useKeep((asked: Parameters<typeof body>[0]) => api.settled<DayKeeping>(api.client.POST("/api/day/away/", { body: body(asked) })));
  const back = useKeep((id: number) => api.settled<DayKeeping>(api.client.POST("/api/day/away/{id}/back/", { params: { path: { id } } })));
  const [problems, setProblems] = useState<Record<string, string>>({});

  function write() {
    const [begins, ends] = [minuteOf(from), minuteOf(until)];
    const wrong = { ...(first ? {} : { first: "From which day?" }), ...(begins === null ? { first_minute: "Write a time such as 08:00." } : {}), ...(ends === null ? { last_minute: "Write a time such as 17:00." } : {}) };
    setProblems(wrong);
    if (Object.keys(wrong).length || begins === null || ends === null) return;
    keep.mutate({ who, first, last: last || first, begins, ends, why }, { onSuccess: () => setWhy("") });
  }
  const said = { ...problems, ...(keep.error?.problems ?? {}) };
  return (
    <Panel title="Not there" note="people, bays, wrenches, or the house">
      {told.away.length === 0 && <Box>Nobody and nothing is away.</Box>}
      <Box component="ul" aria-label="Absences" sx={{ m: 0, p: 0, listStyle: "none" }}>
        {told.away.map((one) => (
          <Box component="li" key={one.id} sx={{ display: "flex", gap: 1, alignItems: "center", py: 0.35, borderBottom: `1px solid ${hairline}` }}>
            <Box sx={{ flex: 1 }}>
              <b>{one.who}</b>, {one.begins} until {one.ends}
              {one.why && <Box component="span" sx={{ color: inkSoft }}>, {one.why}</Box>}
            </Box>
            {may && <Button onClick={() => back.mutate(one.id)} aria-label={`Take back: ${one.who}, ${one.begins}`}>Take back</Button>}
          </Box>
        ))}
      </Box>
      {may && (
        <Box sx={{ display: "flex", gap: 1, flexWrap: "wrap", alignItems: "end", mt: 1 }}>
          <Box>
            <Box component="label" htmlFor="away-who" sx={{ display: "block", fontSize: "0.8rem", color: inkSoft }}>Who or what</Box>
            <NativeSelect id="away-who" value={who} onChange={(event) => setWho(event.target.value)}>
              {told.people.map((one) => <option key={one.id} value={`person ${one.id}`}>{one.name}</option>)}
              {told.places.filter((one) => !one.retired).map((one) => <option key={one.id} value={`place ${one.id}`}>{one.name}</option>)}
              {told.tools.map((one) => <option key={one} value={`tool ${one}`}>wrench “{one}”</option>)}
              <option value={HOUSE}>the house: a holiday</option>
            </NativeSelect>
          </Box>
          <TextField label="From" type="date" value={first} onChange={(event) => setFirst(event.target.value)} error={Boolean(said.first ?? said.begins)} helperText={said.first ?? said.begins} />
          <TextField label="at" value={from} onChange={(event) => setFrom(event.target.value)} error={Boolean(said.first_minute)} helperText={said.first_minute} sx={{ width: 80 }} />
          <TextField label="Until" type="date" value={last} onChange={(event) => setLast(event.target.value)} error={Boolean(said.last ?? said.ends)} helperText={said.last ?? said.ends} />
          <TextField label="at" value={until} onChange={(event) => setUntil(event.target.value)} error={Boolean(said.last_minute)} helperText={said.last_minute} sx={{ width: 80 }} slotProps={{ htmlInput: { "aria-label": "Until, at" } }} />
          <TextField label="Why" value={why} onChange={(event) => setWhy(event.target.value)} slotProps={{ htmlInput: { maxLength: 120 } }} sx={{ width: 150 }} />
          <Button variant="contained" disabled={keep.isPending} onClick={write}>Write it down</Button>
          {(keep.isError || back.isError) && <Box role="alert" sx={{ color: pencil, fontWeight: 600, flexBasis: "100%" }}>{keep.error?.message ?? back.error?.message}</Box>}
        </Box>
      )}
    </Panel>
  );
}

function body({ who, first, last, begins, ends, why }: { who: string; first: string; last: string; begins: number; ends: number; why: string }) {
  const [kind, ...rest] = who.split(" ");
  const name = rest.join(" ");
  return { first, first_minute: begins, last, last_minute: ends, why, tool: kind === "tool" ? name : "", ...(kind === "person" ? { person: Number(name) } : kind === "place" ? { place: Number(name) } : {}) };
}
