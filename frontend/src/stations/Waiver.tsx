/** An exception from the safety margin on one link: by whom, why and until when; for a manager, giving it and taking it back. */
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

const USUAL_DAYS = 30;

/** A day so many days from today, as a date field writes it. */
function inDays(days: number): string {
  const day = new Date();
  day.setDate(day.getDate() + days);
  return `${day.getFullYear()}-${String(day.getMonth() + 1).padStart(2, "0")}-${String(day.getDate()).padStart(2, "0")}`;
}

/** A day as it is read: “Dec 31, 2026”. */
function day(text: string): string {
  return new Date(`${text}T12:00:00`).toLocaleDateString("en-US", { month: "short", day: "numeric", year: "numeric" });
}

export function Waiver({ link }: { link: Link }) {
  const { draft, may } = useRig();
  const [open, setOpen] = useState(false);
  const close = () => setOpen(false);
  const manages = may.includes("waive_reserve") && draft.record && !draft.dirty;
  if (link.waiver) {
    return (
      <Box sx={{ fontSize: "0.85rem", color: inkSoft }}>
        exception approved by {link.waiver.by}
        {link.waiver.until && `, until ${day(link.waiver.until)}`}: “{link.waiver.reason}”{" "}
        {manages && (
          <Button variant="text" onClick={() => setOpen(true)} sx={{ p: 0, minHeight: 24, fontSize: "0.85rem" }}>
            Take back…
          </Button>
        )}
        {open && draft.record && <Ask link={link} record={draft.record} close={close} withdraws />}
      </Box>
    );
  }
  const near = link.kind === "load" && (link.state === "inside the reserve" || link.state === "at the limit");
  if (!near || !manages) return null;
  return (
    <>
      <Button variant="text" onClick={() => setOpen(true)} sx={{ p: 0, minHeight: 24, fontSize: "0.85rem" }}>
        Give an exception…
      </Button>
      {open && draft.record && <Ask link={link} record={draft.record} close={close} />}
    </>
  );
}

function Ask({ link, record, close, withdraws = false }: { link: Link; record: RigRecord; close: () => void; withdraws?: boolean }) {
  const { read, system } = useUnits();
  const queries = useQueryClient();
  const [reason, setReason] = useState("");
  const [until, setUntil] = useState(inDays(USUAL_DAYS));
  const path = { params: { path: { id: record.id } } };
  const base = { version: record.version, link: link.key, reason };
  const send = useMutation<RigRecord, Refusal>({
    mutationFn: () =>
      withdraws
        ? api.settled<RigRecord>(api.client.POST("/api/rigs/{id}/waive/withdraw/", { ...path, body: base }))
        : api.settled<RigRecord>(api.client.POST("/api/rigs/{id}/waive/", { ...path, body: { ...base, until, system } })),
    onSuccess: (written) => {
      queries.setQueryData(["rig", String(written.id)], written);
      void queries.invalidateQueries({ queryKey: ["floor"] });
      close();
    },
  });
  const { reason: noReason, until: noEnd } = send.error?.problems ?? {};
  return (
    <Dialog open onClose={close} aria-labelledby="waive-title">
      <Box component="form" noValidate onSubmit={(event) => { event.preventDefault(); send.mutate(); }} sx={{ p: 2.5, width: "min(460px, 88vw)", display: "grid", gap: 1.5 }}>
        <Slab size="dialog" component="h2" id="waive-title">
          {withdraws ? "Take back the exception on" : "Exception on"} {link.name}
        </Slab>
        <Box>
          {read(link.demand?.text)} of {read(link.rating?.text)}, {link.share_text} used.{" "}
          {!withdraws && "It holds for this part, this rating and no more load than now. There is no exception from the rating itself."}
        </Box>
        <TextField label="Why" autoFocus multiline minRows={2} value={reason} onChange={(event) => setReason(event.target.value)} error={Boolean(noReason)} helperText={noReason ?? "It stays on record with your name."} slotProps={{ htmlInput: { maxLength: 300 } }} />
        {!withdraws && (
          <TextField label="Last day" type="date" value={until} onChange={(event) => setUntil(event.target.value)} error={Boolean(noEnd)} helperText={noEnd ?? "After this day the safety margin is back."} slotProps={{ inputLabel: { shrink: true } }} />
        )}
        {send.isError && !noReason && !noEnd && <Box role="alert" sx={{ color: pencil, fontWeight: 600 }}>{send.error.message}</Box>}
        <Box sx={{ display: "flex", gap: 1.5, justifyContent: "flex-end" }}>
          <Button onClick={close}>Cancel</Button>
          <Button type="submit" variant="contained" disabled={send.isPending}>
            {withdraws ? "Take back" : "Give exception"}
          </Button>
        </Box>
      </Box>
    </Dialog>
  );
}
