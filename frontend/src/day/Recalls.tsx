/** Every rig with a part called back: each is then proposed as a job, with a letter to print. */
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import NativeSelect from "@mui/material/NativeSelect";
import TextField from "@mui/material/TextField";
import { useState } from "react";

import { api } from "../api/client";
import type { DayKeeping } from "../api/types";
import { hairline, inkSoft, pencil } from "../app/theme";
import { Panel } from "../parts/Rows";
import { usePartsOnOffer } from "../rig/context";
import { useKeep } from "./useKeep";

const KINDS = { kits: "hitch kit", shanks: "shank or mount", balls: "ball" } as const;
type Kind = keyof typeof KINDS;

export function Recalls({ told, may }: { told: DayKeeping; may: boolean }) {
  const [kind, setKind] = useState<Kind>("kits");
  const [name, setName] = useState("");
  const [why, setWhy] = useState("");
  const offer = usePartsOnOffer();
  const keep = useKeep((asked: { kind: string; name: string; why: string }) => api.settled<DayKeeping>(api.client.POST("/api/day/recalls/", { body: asked })));
  const problems = keep.error?.problems ?? {};
  return (
    <Panel title="Recalls" note="every rig with the part is proposed as a job">
      {told.recalls.length === 0 && <Box>Nothing was called back.</Box>}
      {told.recalls.map((one) => (
        <Box key={one.id} sx={{ py: 0.35, borderBottom: `1px solid ${hairline}` }}>
          <b>{one.name}</b>: {one.why} <Box component="span" sx={{ color: inkSoft }}>{one.rigs === 1 ? "1 rig has it" : `${one.rigs} rigs have it`}; by {one.by}</Box>
        </Box>
      ))}
      {may && (
        <Box sx={{ display: "flex", gap: 1, alignItems: "end", mt: 1, flexWrap: "wrap" }}>
          <Box>
            <Box component="label" htmlFor="recall-kind" sx={{ display: "block", fontSize: "0.8rem", color: inkSoft }}>What</Box>
            <NativeSelect id="recall-kind" value={kind} onChange={(event) => { setKind(event.target.value as Kind); setName(""); }}>
              {(Object.keys(KINDS) as Kind[]).map((one) => <option key={one} value={one}>{KINDS[one]}</option>)}
            </NativeSelect>
          </Box>
          <Box>
            <Box component="label" htmlFor="recall-name" sx={{ display: "block", fontSize: "0.8rem", color: inkSoft }}>Which</Box>
            <NativeSelect id="recall-name" value={name} onChange={(event) => setName(event.target.value)} error={Boolean(problems.name)}>
              <option value="">choose one</option>
              {offer.data?.[kind].map((one) => <option key={one} value={one}>{one}</option>)}
            </NativeSelect>
          </Box>
          <TextField label="Why" value={why} onChange={(event) => setWhy(event.target.value)} error={Boolean(problems.why)} helperText={problems.why ?? problems.name} slotProps={{ htmlInput: { maxLength: 200 } }} sx={{ flex: 1, minWidth: 160 }} />
          <Button onClick={() => keep.mutate({ kind, name, why }, { onSuccess: () => setWhy("") })}>Call it back</Button>
          {keep.isError && !Object.keys(problems).length && <Box role="alert" sx={{ color: pencil }}>{keep.error.message}</Box>}
        </Box>
      )}
    </Panel>
  );
}
