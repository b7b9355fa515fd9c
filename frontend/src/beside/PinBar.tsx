/** What is pinned, and comparing it. */
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import { useState } from "react";

import { hairline } from "../app/theme";
import type { Entries } from "../rig/typed";
import { Compare } from "./Compare";
import type { Pins } from "./pins";

interface Props {
  pins: Pins;
  entries: Entries;
  rig: number | null;
  /** what stands there now is compared too, under this name */
  asItIs?: string | null;
}

export function PinBar({ pins, entries, rig, asItIs = null }: Props) {
  const [open, setOpen] = useState(false);
  if (!pins.pins.length) return null;
  const all = asItIs === null ? pins.pins : [{ kind: "as_it_is" as const, name: asItIs }, ...pins.pins].slice(0, 4);
  return (
    <Box role="region" aria-label="Pinned" sx={{ display: "flex", gap: 1.25, alignItems: "center", flexWrap: "wrap", border: `1px solid ${hairline}`, bgcolor: "background.paper", px: 1.25, py: 0.5, mb: 1 }}>
      <span>
        Pinned: <b>{pins.pins.map((pin) => pin.name).join(", ")}</b>
        {pins.full && ", and no more than four"}
      </span>
      <Box sx={{ flex: 1 }} />
      <Button onClick={pins.clear}>Take all off</Button>
      <Button variant="contained" onClick={() => setOpen(true)} disabled={all.length < 2}>
        Compare {all.length}
      </Button>
      {open && <Compare pins={all} entries={entries} rig={rig} close={() => setOpen(false)} />}
    </Box>
  );
}
