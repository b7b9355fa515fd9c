/** Desk, bay and delivery, each with its own state: only once more than the desk was begun. */
import Box from "@mui/material/Box";

import type { Verdict } from "../api/types";
import { StateMark, VERDICT_WORDS } from "./StateMark";

export function Stages({ verdict }: { verdict: Verdict }) {
  if (verdict.stages.length < 2) return null;
  return (
    <Box data-stages sx={{ display: "flex", flexWrap: "wrap", columnGap: 1.75, fontSize: "0.88rem" }}>
      {verdict.stages.map((one) => (
        <Box component="span" key={one.key} data-stage={one.key} sx={{ whiteSpace: "nowrap" }}>
          <StateMark state={one.state} size={12} /> {one.name}: {VERDICT_WORDS[one.state].toLowerCase()}
        </Box>
      ))}
    </Box>
  );
}
