/** How level the trailer stands empty, as planned and full, side by side; each drawn steeper than it is, all alike. */
import Box from "@mui/material/Box";

import { hairline, ink, inkSoft } from "../app/theme";
import { useUnits } from "../app/units";
import { FigureText } from "../parts/FigureText";
import { Panel } from "../parts/Rows";
import { StateMark } from "../parts/StateMark";
import { useSection } from "../rig/context";

const STEEPER = 12;

export function Attitudes() {
  const { read } = useUnits();
  const { attitudes } = useSection("heights");
  return (
    <Panel title="Attitude with each load" note={`drawn ${STEEPER} times as steep`}>
      <Box sx={{ display: "grid", gridTemplateColumns: "repeat(3, minmax(0, 1fr))", columnGap: 1 }}>
        {attitudes.map((one) => (
          <Box key={one.key} aria-label={`Attitude, ${one.name.toLowerCase()}`} sx={{ borderTop: `1px solid ${hairline}`, pt: 0.5, minWidth: 0 }}>
            <Box sx={{ display: "flex", gap: 0.5, alignItems: "baseline", fontWeight: 600 }}>
              <StateMark state={one.within === null ? "unknown" : one.within ? "within" : "over"} size={12} />
              {one.name}
            </Box>
            <Slope slope={one.slope} />
            <Box sx={{ fontSize: "0.88rem" }}>{read(one.says)}</Box>
            <Box sx={{ fontSize: "0.82rem", color: inkSoft }}>
              tongue <FigureText name={`Tongue, ${one.name.toLowerCase()}`} figure={one.tongue} />, ball sinks <FigureText name={`Settle, ${one.name.toLowerCase()}`} figure={one.settle} />
            </Box>
          </Box>
        ))}
      </Box>
    </Panel>
  );
}

/** The rail over its axles, nose to the left. */
function Slope({ slope }: { slope: number | null }) {
  const rise = slope === null ? 0 : Math.max(-18, Math.min(18, slope * STEEPER * 50));
  return (
    <svg viewBox="0 0 120 46" width="100%" aria-hidden style={{ display: "block", maxHeight: 46 }}>
      <line x1="4" x2="116" y1="42" y2="42" stroke={hairline} />
      <circle cx="72" cy="37" r="5" fill="none" stroke={ink} />
      <line x1="14" x2="112" y1={26 - rise} y2={26 + rise * 0.6} stroke={ink} strokeWidth="2.5" strokeDasharray={slope === null ? "4 4" : undefined} />
      <circle cx="8" cy={27 - rise} r="2.5" fill={ink} />
    </svg>
  );
}
