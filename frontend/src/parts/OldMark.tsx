/** What was worked out before what is typed now: never a bare old tick. */
import Box from "@mui/material/Box";

import { hairline, inkSoft, paper } from "../app/theme";

export const HATCH = `repeating-linear-gradient(135deg, transparent 0 7px, ${hairline} 7px 8px)`;

export function OldMark({ size = 16 }: { size?: number }) {
  return (
    <Box component="svg" viewBox="0 0 16 16" sx={{ width: size, height: size, flex: "none", verticalAlign: "-0.18em" }} aria-hidden="true">
      <circle cx="8" cy="8" r="6.5" fill={paper} stroke={inkSoft} strokeWidth="1.6" strokeDasharray="2.2 2" />
      <path d="M8 4v4.2l3 1.8" fill="none" stroke={inkSoft} strokeWidth="1.6" />
    </Box>
  );
}

/** Figures and drawings inside are greyed and hatched; what is written into stays as it is. */
export const OLDER = { "& [data-worked], & svg": { opacity: 0.4 }, "& [data-worked]": { backgroundImage: HATCH } } as const;
