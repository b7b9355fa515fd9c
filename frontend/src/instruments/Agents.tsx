/** The agents: programs at other machines that read instruments there. One is let in with a key that is shown once, or shut out. */
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import TextField from "@mui/material/TextField";
import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";

import { api, type Refusal } from "../api/client";
import type { Instruments } from "../api/types";
import { day, timeOfDay } from "../app/dates";
import { hairline, pencil, sheet } from "../app/theme";
import { Panel } from "../parts/Rows";
import { StateMark } from "../parts/StateMark";

export function Agents({ agents }: { agents: Instruments["agents"] }) {
  const queries = useQueryClient();
  const [name, setName] = useState("");
  const again = () => void queries.invalidateQueries({ queryKey: ["instruments"] });
  const letIn = useMutation<{ name: string; key: string }, Refusal>({
    mutationFn: () => api.settled<{ name: string; key: string }>(api.client.POST("/api/instruments/agents/", { body: { name } })),
    onSuccess: () => {
      setName("");
      again();
    },
  });
  const shutOut = useMutation<unknown, Refusal, string>({ mutationFn: (each) => api.settled<unknown>(api.client.POST("/api/instruments/agents/shut-out/", { body: { name: each } })), onSuccess: again });
  return (
    <Panel title="Agents" note="for instruments on another machine than the server: it sends what they show, and nobody reaches it from outside">
      {agents.length === 0 && <Box>None is let in.</Box>}
      <Box component="ul" aria-label="Agents" sx={{ m: 0, p: 0, listStyle: "none" }}>
        {agents.map((one) => (
          <Box component="li" key={one.name} data-agent={one.name} sx={{ display: "flex", gap: 1.5, alignItems: "center", py: 0.5, borderBottom: `1px solid ${hairline}`, flexWrap: "wrap" }}>
            <StateMark state={one.shut_out ? "unknown" : one.answers ? "good" : "caution"} size={15} />
            <b>{one.name}</b>
            <span>
              {one.shut_out ? "shut out" : one.answers ? "it tells what its instruments show" : one.heard_at ? `lost: heard last on ${day(one.heard_at)} at ${timeOfDay(new Date(one.heard_at))}` : "not heard yet"}, let in by {one.by}
            </span>
            <Box sx={{ flex: 1 }} />
            {!one.shut_out && (
              <Button variant="text" disabled={shutOut.isPending} onClick={() => shutOut.mutate(one.name)} sx={{ textDecoration: "underline" }}>
                Shut it out
              </Button>
            )}
          </Box>
        ))}
      </Box>
      <Box sx={{ display: "flex", gap: 1, alignItems: "end", mt: 1, flexWrap: "wrap" }}>
        <TextField label="Name of the new agent" value={name} onChange={(event) => setName(event.target.value)} error={letIn.isError} helperText={letIn.error?.problems.name ?? letIn.error?.message} slotProps={{ htmlInput: { maxLength: 40 } }} />
        <Button disabled={letIn.isPending || !name.trim()} onClick={() => letIn.mutate()}>
          Let it in
        </Button>
      </Box>
      {letIn.data && (
        <Box role="status" sx={{ mt: 1, border: `1.5px solid ${pencil}`, p: 1, bgcolor: sheet }}>
          The key of {letIn.data.name}, shown this once: <code data-key>{letIn.data.key}</code>
          <Box sx={{ mt: 0.5 }}>
            On its machine: <code>STATHMOS_AGENT_KEY=… python manage.py instrument_agent --server {window.location.origin}</code>
          </Box>
        </Box>
      )}
    </Panel>
  );
}
