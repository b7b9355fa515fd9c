/** The end of the walk: what is still open, place by place, and the way back to the desk. */
import Box from "@mui/material/Box";
import Link from "@mui/material/Link";
import { Link as RouterLink } from "react-router";

import type { Entry, RigRecord, Stop } from "../api/types";
import { BigButton } from "../bay/Keypad";
import { Slab } from "../parts/Slab";

export function RoundEnd({ rig, stops, entries, begin }: { rig: RigRecord; stops: Stop[]; entries: Record<string, Entry | null>; begin: (stop: Stop) => void }) {
  const open = stops.map((stop) => ({ stop, left: stop.asks.filter((ask) => !entries[ask.question.path]?.is) })).filter(({ left }) => left.length > 0);
  return (
    <Box sx={{ display: "grid", gap: 1, mt: 1 }}>
      <Slab size="bay" component="h2">
        {open.length ? "Still to be read" : "All of it is read"}
      </Slab>
      {open.map(({ stop, left }) => (
        <BigButton key={stop.key} press={() => begin(stop)}>
          {stop.name}: {left.length === 1 ? left[0]?.question.ask : `${left.length} figures`}
        </BigButton>
      ))}
      <Link component={RouterLink} to={`/rigs/${rig.id}/meet`} color="inherit" sx={{ fontSize: "1.15rem", minHeight: 44, display: "inline-flex", alignItems: "center" }}>
        To the desk: what was read is there
      </Link>
    </Box>
  );
}
