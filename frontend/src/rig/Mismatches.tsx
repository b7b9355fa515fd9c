/** Figures that contradict each other: which is it? One press takes what may have been misread, one says "as read"; both can be undone. */
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import Link from "@mui/material/Link";
import { useState } from "react";

import type { Entry, Mismatch } from "../api/types";
import { hairline, inkSoft, TIGHT } from "../app/theme";
import { useUnits } from "../app/units";
import type { Draft } from "./draft";

const SHOWN = 1;
const PRESS = { minHeight: 32, py: 0.25, [TIGHT]: { minHeight: 44 } };

interface Props {
  mismatches: Mismatch[];
  draft: Draft;
  goTo: (path: string) => void;
}

export function Mismatches({ mismatches, draft, goTo }: Props) {
  const [all, setAll] = useState(false);
  if (mismatches.length === 0) return null;
  const shown = all ? mismatches : mismatches.slice(0, SHOWN);
  return (
    <Box component="section" aria-label="Figures that do not agree" sx={{ px: 2, pb: 0.6, borderTop: `1px solid ${hairline}` }}>
      {shown.map((one) => (
        <Asked key={one.key} mismatch={one} draft={draft} goTo={goTo} />
      ))}
      {mismatches.length > SHOWN && (
        <Button size="small" onClick={() => setAll(!all)} aria-expanded={all} sx={PRESS}>
          {all ? "Only the first" : `${mismatches.length - SHOWN} more that do not agree`}
        </Button>
      )}
    </Box>
  );
}

function Asked({ mismatch, draft, goTo }: { mismatch: Mismatch } & Pick<Props, "draft" | "goTo">) {
  const { read } = useUnits();
  const typed = (written: Mismatch["as_read"]): Record<string, Entry> =>
    Object.fromEntries(written.map((one) => [one.path, { ...(draft.written[one.path] ?? { from: "measured" }), is: one.is, system: one.system } as Entry]));
  return (
    <Box sx={{ display: "flex", flexWrap: "wrap", alignItems: "center", columnGap: 1, rowGap: 0.5, pt: 0.5 }}>
      <Box component="span" sx={{ color: inkSoft, fontSize: "0.9rem" }}>
        Does not agree:{" "}
        {mismatch.figures.map((one, index) => (
          <span key={one.path}>
            {index > 0 && ", "}
            <Link component="button" type="button" color="inherit" onClick={() => goTo(one.path)} sx={{ font: "inherit", fontWeight: one.path === mismatch.likelier ? 700 : 500, verticalAlign: "baseline" }}>
              {one.name}
            </Link>
          </span>
        ))}
        .
      </Box>
      {mismatch.slips.map((slip) => (
        <Box key={read(slip.says)} component="span" sx={{ display: "inline-flex", flexWrap: "wrap", alignItems: "center", gap: 1 }}>
          <b>{read(slip.says)}</b>
          <Button variant="outlined" size="small" sx={PRESS} onClick={() => draft.setMany(typed(slip.writes), "what was misread")}>
            {slip.writes.map((one) => one.is).join(" and ")}
          </Button>
        </Box>
      ))}
      {mismatch.as_read.length > 0 && (
        <Button variant="outlined" size="small" sx={PRESS} onClick={() => draft.setMany(typed(mismatch.as_read), "as it was read")}>
          Read again, and it is so
        </Button>
      )}
    </Box>
  );
}
