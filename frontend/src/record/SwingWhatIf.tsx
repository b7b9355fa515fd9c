/** A complaint of swinging, asked further: this load further forward, so much slower, friction on; both curves, and what is left of a swing. */
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import NativeSelect from "@mui/material/NativeSelect";
import TextField from "@mui/material/TextField";
import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { useState } from "react";

import { api, type Refusal } from "../api/client";
import type { SwayWhatIf } from "../api/types";
import { inkSoft, pencil } from "../app/theme";
import { useUnits } from "../app/units";
import { DampingPlot } from "../drawing/DampingPlot";
import { Panel } from "../parts/Rows";
import { LeftOut, SwingsFrom } from "../stations/Sway";

const USUAL = { us: { forward: "24 in", speed: "65 mph", slower: "10 mph" }, metric: { forward: "600 mm", speed: "105 km/h", slower: "15 km/h" } };

export function SwingWhatIf({ rig, version }: { rig: number; version: number }) {
  const { read, system } = useUnits();
  const [load, setLoad] = useState("");
  const [typed, setTyped] = useState({ forward: "", speed: "", slower: "" });
  const [friction, setFriction] = useState(false);
  const asked = { load, ...typed, friction, system };
  const told = useQuery<SwayWhatIf, Refusal>({
    queryKey: ["sway", rig, version, asked],
    queryFn: ({ signal }) => api.settled<SwayWhatIf>(api.client.POST("/api/rigs/{id}/sway/", { params: { path: { id: rig } }, body: asked, signal })),
    placeholderData: keepPreviousData,
    retry: 0,
  });
  const problems = told.error?.problems ?? {};
  const field = (name: keyof typeof typed, label: string) => (
    <TextField label={label} placeholder={USUAL[system][name]} value={typed[name]} onChange={(event) => setTyped({ ...typed, [name]: event.target.value })} error={Boolean(problems[name])} helperText={problems[name]} slotProps={{ htmlInput: { maxLength: 40 }, inputLabel: { shrink: true } }} sx={{ width: 150 }} />
  );
  const answer = told.data;
  return (
    <Panel title="What would steady it" note="by the record's masses and places; it explains, and passes nothing">
      <Box sx={{ display: "flex", gap: 1.5, flexWrap: "wrap", alignItems: "end" }}>
        <Box>
          <Box component="label" htmlFor="swing-load" sx={{ fontSize: "0.85rem", color: inkSoft }}>Move</Box>
          <NativeSelect id="swing-load" value={load} onChange={(event) => setLoad(event.target.value)} sx={{ display: "block", minWidth: 150 }}>
            <option value="">nothing</option>
            {answer?.loads.map((one) => (
              <option key={one.key} value={one.key}>
                {one.word}
              </option>
            ))}
          </NativeSelect>
        </Box>
        {field("forward", "So much forward")}
        {field("speed", "Towed at")}
        {field("slower", "So much slower")}
        <Button aria-pressed={friction} onClick={() => setFriction(!friction)} variant={friction ? "contained" : "outlined"}>
          Friction bar on
        </Button>
      </Box>
      {told.isError && Object.keys(problems).length === 0 && <Box role="alert" sx={{ color: pencil }}>{told.error.message}</Box>}
      {answer && (
        <>
          <DampingPlot cases={[{ key: "planned", curve: answer.now.curve }, { key: "asked", curve: answer.then.curve }]} marks={answer.marks} toldBelow={answer.told_below} />
          <Box component="ol" aria-label="As planned and as asked" sx={{ m: 0, pl: 2.5 }}>
            <li data-swing="planned">
              <b>As planned.</b> <SwingsFrom told={answer.now} />
            </li>
            <li data-swing="asked">
              <b>As asked.</b> <SwingsFrom told={answer.then} />
            </li>
          </Box>
          {answer.says.map((one, index) => (
            <Box key={index} data-each-swing>
              {read(one)}
            </Box>
          ))}
          <LeftOut leaves={answer.leaves_out} />
        </>
      )}
    </Panel>
  );
}
