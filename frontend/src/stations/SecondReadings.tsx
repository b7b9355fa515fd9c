/** What decides and stands in the record alone: read a second time where it is read, without looking at what is written. */
import Box from "@mui/material/Box";
import InputBase from "@mui/material/InputBase";
import Link from "@mui/material/Link";
import { Fragment, useState } from "react";

import type { SecondReading, Witnessed } from "../api/types";
import { hairline, ink, inkSoft, pencil, sheet } from "../app/theme";
import { useUnits } from "../app/units";
import { Problem, UNIT_HINT } from "../parts/EntryField";
import { Panel } from "../parts/Rows";
import { StateMark } from "../parts/StateMark";
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

/** Which figures decide, and what bears each out: another label or weight of the record, or a second reading. */
export function Witnesses() {
  const { witnesses } = useSection("ratings");
  if (witnesses.length === 0) return null;
  const open = witnesses.filter((one) => one.open).length;
  return (
    <Panel title="What vouches for what" note={open === 0 ? "every figure that decides is borne out" : `${open} of ${witnesses.length} figures that decide must be read a second time`}>
      <Box component="ul" sx={{ m: 0, p: 0, listStyle: "none", columns: "2 300px", columnGap: 3 }}>
        {witnesses.map((one) => (
          <Box component="li" key={one.name} data-witnessed={one.name} sx={{ breakInside: "avoid", lineHeight: 1.3, py: 0.15 }}>
            {one.open && <StateMark state="unknown" size={13} />} <b>{one.name}</b>: {vouched(one)}
          </Box>
        ))}
      </Box>
    </Panel>
  );
}

/** What bears a figure out, in a few words. */
function vouched({ open, by, more, read_twice }: Witnessed): string {
  if (read_twice) return "read twice, the same";
  const named = by.join(", ") + (more > 0 ? ` and ${more} more` : "");
  if (!open) return named;
  return named ? `read it a second time; ${named} would show some misreadings only` : "read it a second time; nothing else would show a misreading";
}

function Again({ reading }: { reading: SecondReading }) {
  const { draft, goTo } = useRig();
  const { system } = useUnits();
  const [typing, setTyping] = useState<string | null>(null);
  const path = `${reading.writes}.reading`;
  const kept = draft.written[path]?.is ?? "";
  const first = draft.written[reading.path];
  const problem = draft.problems[path];
  const shown = draft.record?.photographs[reading.path]?.filter((one) => one.revision === draft.record?.entries[reading.path]?.revision) ?? [];

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
        <Box component="span" sx={{ color: inkSoft, fontSize: "0.85rem" }}>
          {" "}· {reading.read_at}
          {shown.map((one) => (
            <Fragment key={one.id}>
              , or{" "}
              <Link href={`/api/rigs/${draft.record?.id}/photographs/${one.id}/`} target="_blank" rel="noreferrer" color="inherit" title={`Taken by ${one.by}`}>
                its photograph
              </Link>
            </Fragment>
          ))}
        </Box>
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
      {reading.state === "once" && reading.could.length > 0 && (
        <Box sx={{ gridColumn: "1 / -1", fontSize: "0.9rem", lineHeight: 1.25 }}>
          First look for{" "}
          {reading.could.map((other, index) => (
            <Fragment key={other.path}>
              {index > 0 && " or "}
              <Link component="button" type="button" color="inherit" onClick={() => goTo(other.path)} sx={{ font: "inherit", verticalAlign: "baseline" }}>
                {other.name}
              </Link>
            </Fragment>
          ))}
          : it may bear this figure out. Where there is none, read the figure again.
        </Box>
      )}
      {problem && (
        <Box sx={{ gridColumn: "1 / -1" }}>
          <Problem>{problem}</Problem>
        </Box>
      )}
    </Box>
  );
}
