/** What an instrument shows beside a reading that is not taken from it: a level while the trailer is levelled. */
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import { useQuery } from "@tanstack/react-query";
import { useState } from "react";

import { api, type Refusal } from "../api/client";
import type { Instrument, InstrumentLive } from "../api/types";
import { inkSoft, pencil } from "../app/theme";
import { among, useInstruments } from "./TakeIt";

const EVERY_MS = 500;

export function LookAt({ path }: { path: string }) {
  const told = useInstruments();
  const [open, setOpen] = useState(false);
  const one = told.data?.instruments.find((each) => !each.retired && among(each.beside, path));
  if (!one) return null;
  return (
    <Box sx={{ mb: 0.75, display: "flex", gap: 1.5, alignItems: "baseline", flexWrap: "wrap", fontSize: "1.1rem" }}>
      <Button onClick={() => setOpen(!open)} aria-expanded={open}>
        Look at {one.name}
      </Button>
      {open && <Shows one={one} />}
      {open && one.past_due && <Box sx={{ color: pencil }}>{one.due ? `Past due: it was to be looked at by ${one.due}.` : "Nobody wrote when it was looked at."}</Box>}
    </Box>
  );
}

function Shows({ one: { number } }: { one: Instrument }) {
  const live = useQuery<InstrumentLive, Refusal>({
    queryKey: ["live", number],
    queryFn: ({ signal }) => api.settled<InstrumentLive>(api.client.GET("/api/instruments/{number}/live/", { params: { path: { number } }, signal })),
    refetchInterval: EVERY_MS,
    gcTime: 0,
    retry: 0,
  });
  return (
    <Box role="status" aria-label="What it shows">
      <b>{live.data?.shows ?? "–"}</b> <Box component="span" sx={{ color: inkSoft }}>{live.data ? live.data.why || "It stands still." : (live.error?.message ?? "Listening…")} The rail decides.</Box>
    </Box>
  );
}
