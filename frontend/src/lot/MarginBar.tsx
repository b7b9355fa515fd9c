/** The margin of one pair: how much of its weakest rating is used; past the line it is over. */
import Box from "@mui/material/Box";

import { ink, inkSoft, pencil } from "../app/theme";

const FULL = 150;
const WIDE = 225;

export function MarginBar({ used, fits, label }: { used: number | null; fits: string; label: string }) {
  const long = Math.min(used ?? 0, 1.5) * FULL;
  return (
    <Box component="svg" viewBox={`0 0 ${WIDE} 16`} role="img" aria-label={label} sx={{ width: WIDE, height: 16, display: "block" }}>
      {used === null ? (
        <rect x="0.5" y="3" width={FULL} height="10" fill="none" stroke={pencil} strokeDasharray="3 5" />
      ) : (
        <>
          <rect x="0.5" y="3" width={FULL} height="10" fill="none" stroke={inkSoft} />
          <rect x="0.5" y="3" width={Math.min(long, FULL)} height="10" fill={fits === "fits" ? ink : fits === "not known" ? "none" : pencil} stroke={fits === "not known" ? pencil : "none"} strokeDasharray="3 3" />
          {long > FULL && <rect x={FULL} y="1" width={long - FULL} height="14" fill={pencil} />}
        </>
      )}
      <path d={`M${FULL} 0v16`} stroke={ink} strokeWidth="1.8" />
    </Box>
  );
}
