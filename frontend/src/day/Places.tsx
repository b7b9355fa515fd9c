/** The bays and floors that jobs are done on. */
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import Link from "@mui/material/Link";
import NativeSelect from "@mui/material/NativeSelect";
import TextField from "@mui/material/TextField";
import { useState } from "react";

import { api } from "../api/client";
import type { BoardPlace, DayKeeping } from "../api/types";
import { hairline, inkSoft, pencil } from "../app/theme";
import { Panel } from "../parts/Rows";
import { useKeep } from "./useKeep";

type Asked = { id?: number; name: string; kind: BoardPlace["kind"]; retired: boolean };

export function Places({ told, may }: { told: DayKeeping; may: boolean }) {
  const [name, setName] = useState("");
  const [kind, setKind] = useState<BoardPlace["kind"]>("bay");
  const keep = useKeep((asked: Asked) => api.settled<DayKeeping>(api.client.POST("/api/day/places/", { body: asked })));
  return (
    <Panel title="Bays and floors">
      {told.places.map((one) => (
        <Box key={one.id} sx={{ display: "flex", gap: 1, alignItems: "center", py: 0.25, borderBottom: `1px solid ${hairline}` }}>
          <Box sx={{ flex: 1 }}>
            <b>{one.name}</b>, {one.word}{one.retired && ", no longer used"}
          </Box>
          <Link href={`/api/day/calendar.ics?place=${one.id}`} download color="inherit">Calendar file</Link>
          {may && <Button onClick={() => keep.mutate({ id: one.id, name: one.name, kind: one.kind, retired: !one.retired })}>{one.retired ? "Use again" : "No longer used"}</Button>}
        </Box>
      ))}
      {may && (
        <Box sx={{ display: "flex", gap: 1, alignItems: "end", mt: 1, flexWrap: "wrap" }}>
          <TextField label="Another" value={name} onChange={(event) => setName(event.target.value)} error={Boolean(keep.error?.problems.name)} helperText={keep.error?.problems.name} slotProps={{ htmlInput: { maxLength: 40 } }} />
          <Box>
            <Box component="label" htmlFor="place-kind" sx={{ display: "block", fontSize: "0.8rem", color: inkSoft }}>Kind</Box>
            <NativeSelect id="place-kind" value={kind} onChange={(event) => setKind(event.target.value as BoardPlace["kind"])}>
              <option value="bay">fitting bay</option>
              <option value="floor">flat floor</option>
            </NativeSelect>
          </Box>
          <Button onClick={() => keep.mutate({ name, kind, retired: false }, { onSuccess: () => setName("") })}>Add it</Button>
          {keep.isError && !keep.error.problems.name && <Box role="alert" sx={{ color: pencil, fontWeight: 600 }}>{keep.error.message}</Box>}
        </Box>
      )}
    </Panel>
  );
}
