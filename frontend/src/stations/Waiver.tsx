/** The house reserve overridden on one link: by whom and why; and, for a manager, doing it. */
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import Dialog from "@mui/material/Dialog";
import TextField from "@mui/material/TextField";
import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";

import { api, type Refusal } from "../api/client";
import type { Link, RigRecord } from "../api/types";
import { inkSoft, pencil } from "../app/theme";
import { useUnits } from "../app/units";
import { Slab } from "../parts/Slab";
import { useRig } from "../rig/context";

export function Waiver({ link }: { link: Link }) {
  const { draft, may } = useRig();
  const [open, setOpen] = useState(false);
  if (link.waiver) {
    return (
      <Box sx={{ fontSize: "0.85rem", color: inkSoft }}>
        reserve overridden by {link.waiver.by}: “{link.waiver.reason}”
      </Box>
    );
  }
  const close = link.kind === "load" && (link.state === "inside the reserve" || link.state === "at the limit");
  if (!close || !may.includes("waive_reserve") || !draft.record || draft.dirty) return null;
  return (
    <>
      <Button variant="text" onClick={() => setOpen(true)} sx={{ p: 0, minHeight: 24, fontSize: "0.85rem" }}>
        Override the reserve…
      </Button>
      {open && <Ask link={link} record={draft.record} close={() => setOpen(false)} />}
    </>
  );
}

function Ask({ link, record, close }: { link: Link; record: RigRecord; close: () => void }) {
  const { read, system } = useUnits();
  const queries = useQueryClient();
  const [reason, setReason] = useState("");
  const waive = useMutation<RigRecord, Refusal>({
    mutationFn: () => api.settled<RigRecord>(api.client.POST("/api/rigs/{id}/waive/", { params: { path: { id: record.id } }, body: { version: record.version, link: link.key, reason, system } })),
    onSuccess: (written) => {
      queries.setQueryData(["rig", String(written.id)], written);
      void queries.invalidateQueries({ queryKey: ["floor"] });
      close();
    },
  });
  return (
    <Dialog open onClose={close} aria-labelledby="waive-title">
      <Box component="form" noValidate onSubmit={(event) => { event.preventDefault(); waive.mutate(); }} sx={{ p: 2.5, width: 460, display: "grid", gap: 1.5 }}>
        <Slab size="dialog" component="h2" id="waive-title">
          Override the reserve on {link.name}
        </Slab>
        <Box>
          {read(link.demand?.text)} of {read(link.rating?.text)}, {link.share_text} used. It holds for this load; one that has grown is judged anew. The rating itself is not overridden by anybody.
        </Box>
        <TextField label="Why" autoFocus multiline minRows={2} value={reason} onChange={(event) => setReason(event.target.value)} error={Boolean(waive.error?.problems.reason)} helperText={waive.error?.problems.reason ?? "It stays on record with your name."} slotProps={{ htmlInput: { maxLength: 300 } }} />
        {waive.isError && !waive.error.problems.reason && <Box role="alert" sx={{ color: pencil, fontWeight: 600 }}>{waive.error.message}</Box>}
        <Box sx={{ display: "flex", gap: 1.5, justifyContent: "flex-end" }}>
          <Button onClick={close}>Leave it</Button>
          <Button type="submit" variant="contained" disabled={waive.isPending}>
            Override
          </Button>
        </Box>
      </Box>
    </Dialog>
  );
}
