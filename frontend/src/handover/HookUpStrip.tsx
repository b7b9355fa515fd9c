/** How to hook up again, at one glance: the hitch as it is set, what to set and read, the order of on and off. */
import Box from "@mui/material/Box";

import type { HandOver } from "../api/types";
import { hairline, inkSoft } from "../app/theme";
import { useUnits } from "../app/units";
import { HitchDrawing } from "../drawing/HitchDrawing";
import { Panel } from "../parts/Rows";

export function HookUpStrip({ told }: { told: HandOver }) {
  const { read } = useUnits();
  return (
    <Panel title="How to hook up again" note="printed on the card">
      <Box sx={{ height: 200 }}>
        <HitchDrawing drawn={told.hitch} title="The hitch as it is set" />
      </Box>
      <Box component="dl" aria-label="To set and to read" sx={{ m: 0, mt: 1, display: "grid", gridTemplateColumns: "repeat(auto-fill, minmax(170px, 1fr))", columnGap: 2, rowGap: 0.75 }}>
        {told.hook_up.facts.map((one) => (
          <Box key={one.name} data-fact={one.name}>
            <Box component="dt" sx={{ color: inkSoft }}>{one.name}</Box>
            <Box component="dd" sx={{ m: 0, fontSize: "1.5rem", fontWeight: 600, lineHeight: 1.15 }}>{read(one.says)}</Box>
          </Box>
        ))}
      </Box>
      <InOrder title="On" steps={told.hook_up.on} />
      <InOrder title="Off" steps={told.hook_up.off} />
    </Panel>
  );
}

function InOrder({ title, steps }: { title: string; steps: string[] }) {
  return (
    <Box sx={{ borderTop: `1px solid ${hairline}`, mt: 1, pt: 0.5 }}>
      <b>{title}</b>
      <Box component="ol" aria-label={`Hooking up: ${title.toLowerCase()}`} sx={{ listStyle: "none", m: 0, p: 0, display: "grid", gridTemplateColumns: "repeat(auto-fill, minmax(210px, 1fr))", columnGap: 2, fontSize: "1.05rem" }}>
        {steps.map((one, index) => (
          <li key={one}>
            <Box component="span" sx={{ display: "inline-block", minWidth: 22, color: inkSoft }}>{index + 1}</Box>
            {one}
          </li>
        ))}
      </Box>
    </Box>
  );
}
