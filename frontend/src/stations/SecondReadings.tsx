/** What decides and stands in the record alone: read a second time where it is read, without looking at what is written. */
import Box from "@mui/material/Box";
import InputBase from "@mui/material/InputBase";
import { useState } from "react";

import type { SecondReading } from "../api/types";
import { hairline, ink, inkSoft, pencil, sheet } from "../app/theme";
import { useUnits } from "../app/units";
import { Problem, UNIT_HINT } from "../parts/EntryField";
import { Panel } from "../parts/Rows";
import { useRig, useSection } from "../rig/context";

const STANDS: Record<SecondReading["state"], string> = { once: "once so far", same: "✓ twice, and the same", differs: "✗ not the same" };

export function SecondReadings() {
  const { second_readings } = useSection("ratings");
  if (second_readings.length === 0) return null;
  return (
    <Panel title="Read a second time before signing" note="nothing else bears it out: type it without looking at the first">
      {second_readings.map((one) => (
        <Again key={one.path} reading={one} />
      ))}
    </Panel>
  );
}

function Again({ reading }: { reading: SecondReading }) {
  const { draft } = useRig();
  const { system } = useUnits();
  const [typing, setTyping] = useState<string | null>(null);
  const path = `${reading.writes}.reading`;
  const kept = draft.written[path]?.is ?? "";
  const first = draft.written[reading.path];
  const problem = draft.problems[path];

  // Only whole: half a figure would be held against the first while it is being typed.
  function keep() {
    if (typing === null || !first) return;
    setTyping(null);
    const typed = typing.trim();
    if (typed === kept) return;
    draft.setMany(
      {
        [path]: typed ? { is: typed, from: "measured", system } : null,
        [`${reading.writes}.beside`]: typed ? { is: first.is, from: "measured", system } : null,
      },
      `${reading.name}, read a second time`,
    );
  }

  return (
    <Box data-second-reading={reading.path} sx={{ display: "grid", gridTemplateColumns: "minmax(140px, 1fr) 112px minmax(110px, auto)", columnGap: 1, alignItems: "center", py: 0.3 }}>
      <Box component="label" htmlFor={path}>
        {reading.name}
        <Box component="span" sx={{ color: inkSoft, fontSize: "0.85rem" }}> · {reading.read_at}</Box>
      </Box>
      <InputBase
        id={path}
        value={typing ?? kept}
        onChange={(event) => setTyping(event.target.value)}
        onBlur={keep}
        onKeyDown={(event) => {
          if (event.key === "Enter") keep();
        }}
        placeholder={UNIT_HINT[reading.dimension]?.[system === "us" ? 0 : 1] ?? ""}
        inputProps={{ "data-path": path, maxLength: 120, autoComplete: "off", spellCheck: false, "aria-invalid": problem ? true : undefined }}
        sx={{ border: `1px solid ${hairline}`, borderBottom: `1px solid ${ink}`, bgcolor: sheet, px: 0.75, fontWeight: 600, "& input": { p: "2px 0", textAlign: "right", height: 24 } }}
      />
      <Box sx={reading.state === "differs" ? { color: pencil, fontWeight: 600 } : undefined}>{STANDS[reading.state]}</Box>
      {problem && (
        <Box sx={{ gridColumn: "1 / -1" }}>
          <Problem>{problem}</Problem>
        </Box>
      )}
    </Box>
  );
}
