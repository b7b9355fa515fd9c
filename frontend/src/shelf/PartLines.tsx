/** The parts that a rig's build wants, each with how it stands, by shape and word. */
import Box from "@mui/material/Box";

import type { JobPart } from "../api/types";
import { hairline } from "../app/theme";
import { StateMark } from "../parts/StateMark";

/** Set aside, to be had, coming, or wanting. */
function stateOf(part: JobPart) {
  if (part.aside >= part.quantity) return "good" as const;
  if (part.there) return "caution" as const;
  return part.short > 0 && part.free !== null ? ("refused" as const) : ("unknown" as const);
}

export function PartLines({ parts }: { parts: JobPart[] }) {
  return (
    <Box component="ul" aria-label="Parts" sx={{ m: 0, p: 0, listStyle: "none" }}>
      {parts.map((one) => (
        <Box component="li" key={one.kind + one.name} data-part={one.name} sx={{ display: "grid", gridTemplateColumns: "22px minmax(0, 1fr) auto", gap: 0.5, alignItems: "baseline", py: 0.25, borderBottom: `1px solid ${hairline}` }}>
          <StateMark state={stateOf(one)} size={15} />
          <span>
            {one.quantity > 1 && `${one.quantity} × `}
            {one.name}
          </span>
          <Box component="span" sx={{ textAlign: "right" }}>{one.says}</Box>
        </Box>
      ))}
    </Box>
  );
}
