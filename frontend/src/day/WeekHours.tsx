/** When the house is open, weekday by weekday, by the clock on its wall; the afternoon may be a stretch of its own. */
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import TextField from "@mui/material/TextField";
import { useState } from "react";

import { api } from "../api/client";
import type { DayKeeping } from "../api/types";
import { hairline, pencil } from "../app/theme";
import { Panel } from "../parts/Rows";
import { useKeep } from "./useKeep";

const DAYS = ["Monday", "Tuesday", "Wednesday", "Thursday", "Friday", "Saturday", "Sunday"];
type Row = { opens: string; closes: string };

export function WeekHours({ told, may }: { told: DayKeeping; may: boolean }) {
  const [rows, setRows] = useState<Row[][]>(DAYS.map((_, day) => told.week.filter((one) => one.weekday === day).map(({ opens, closes }) => ({ opens, closes }))));
  const [zone, setZone] = useState(told.zone);
  const keep = useKeep((asked: { week: { weekday: number; opens: string; closes: string }[]; zone: string }) => api.settled<DayKeeping>(api.client.POST("/api/day/hours/", { body: asked })));
  const problems = keep.error?.problems ?? {};
  const change = (day: number, at: number, with_: Partial<Row> | null) => setRows(rows.map((some, i) => (i !== day ? some : with_ === null ? some.filter((_, j) => j !== at) : at === some.length ? [...some, { opens: "13:00", closes: "17:00", ...with_ }] : some.map((one, j) => (j === at ? { ...one, ...with_ } : one)))));
  return (
    <Panel title="Opening hours" note={told.by ? `as ${told.by} put them in force` : "the program's own, from memory, until somebody says"}>
      {rows.map((some, day) => (
        <Box key={DAYS[day]} sx={{ display: "grid", gridTemplateColumns: "110px minmax(0, 1fr)", alignItems: "center", borderBottom: `1px solid ${hairline}`, minHeight: 40 }}>
          <b>{DAYS[day]}</b>
          <Box sx={{ display: "flex", gap: 1, flexWrap: "wrap", alignItems: "center", py: 0.25 }}>
            {some.length === 0 && <span>closed</span>}
            {some.map((one, at) => (
              <Box key={at} sx={{ display: "flex", gap: 0.5, alignItems: "center" }}>
                <Time label={`${DAYS[day]}, opens`} value={one.opens} put={(opens) => change(day, at, { opens })} may={may} />
                to
                <Time label={`${DAYS[day]}, closes`} value={one.closes} put={(closes) => change(day, at, { closes })} may={may} />
                {may && <Button variant="text" sx={{ minWidth: 32 }} aria-label={`${DAYS[day]}: take the stretch from ${one.opens} away`} onClick={() => change(day, at, null)}>×</Button>}
              </Box>
            ))}
            {may && some.length < 3 && <Button variant="text" sx={{ minWidth: 32 }} aria-label={`${DAYS[day]}: another stretch`} onClick={() => change(day, some.length, some.length ? {} : { opens: "08:00" })}>+</Button>}
            {problems[`week.${day}`] && <Box role="alert" sx={{ color: pencil, fontWeight: 600 }}>{problems[`week.${day}`]}</Box>}
          </Box>
        </Box>
      ))}
      <Box sx={{ display: "flex", gap: 1.5, alignItems: "end", mt: 1, flexWrap: "wrap" }}>
        {may ? (
          <TextField label="Time zone" value={zone} onChange={(event) => setZone(event.target.value)} error={Boolean(problems.zone)} helperText={problems.zone ?? "such as America/Chicago: its changes of the clocks are known"} slotProps={{ htmlInput: { maxLength: 60 } }} />
        ) : (
          <span>Time zone: {zone}</span>
        )}
        {may && (
          <Button variant="contained" disabled={keep.isPending} onClick={() => keep.mutate({ week: rows.flatMap((some, weekday) => some.map((one) => ({ weekday, ...one }))), zone: zone.trim() })}>
            Put in force
          </Button>
        )}
        {keep.isSuccess && <span role="status">In force.</span>}
        {keep.isError && <Box role="alert" sx={{ color: pencil }}>{problems.week ?? (Object.keys(problems).length ? "" : keep.error.message)}</Box>}
      </Box>
    </Panel>
  );
}

function Time({ label, value, put, may }: { label: string; value: string; put: (value: string) => void; may: boolean }) {
  return <Box component="input" aria-label={label} value={value} disabled={!may} maxLength={5} onChange={(event: React.ChangeEvent<HTMLInputElement>) => put(event.target.value)} sx={{ font: "inherit", fontVariantNumeric: "tabular-nums", width: 62, p: 0.4, border: `1px solid ${hairline}`, textAlign: "right" }} />;
}
