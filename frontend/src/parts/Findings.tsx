/** What is to be said of a rig, worst first, each with its remedy. */
import Box from "@mui/material/Box";

import type { Finding } from "../api/types";
import { useUnits } from "../app/units";
import { Worded } from "../words/Worded";
import { StateMark, VERDICT_WORDS } from "./StateMark";

export function Findings({ findings }: { findings: Finding[] }) {
  const { read } = useUnits();
  return (
    <Box component="ul" sx={{ listStyle: "none", m: 0, p: 0 }}>
      {findings.map((one, i) => (
        <Box component="li" key={i} data-state={one.state} sx={{ display: "grid", gridTemplateColumns: "24px 1fr", gap: 1, py: 0.4 }}>
          <StateMark state={one.state} size={18} />
          <span>
            <b>{VERDICT_WORDS[one.state]}.</b> <Worded>{`${read(one.says)} ${read(one.remedy)}`}</Worded>
          </span>
        </Box>
      ))}
    </Box>
  );
}
