/** Share of a rating used, by length; the house reserve as a notch; how well it is known as a bracket; what is not known as a gap. */
import Box from "@mui/material/Box";

import type { LinkState } from "../api/types";
import { ink, inkSoft, pencil } from "../app/theme";

const FULL = 100;

interface Props {
  share: number | null;
  state: LinkState;
  reserve: number;
  label: string;
  /** what is not known of the load, as a share of the rating */
  spread?: number;
}

export function LoadBar({ share, state, reserve, label, spread = 0 }: Props) {
  if (share === null && state !== "unknown") return null;
  const used = Math.min(share ?? 0, 1.25) * FULL;
  return (
    <Box sx={{ display: "flex", alignItems: "center", gap: 0.75, whiteSpace: "nowrap" }}>
      <Box component="svg" viewBox="0 0 126 14" sx={{ width: 126, height: 14, flex: "none" }} aria-hidden="true">
        {share === null ? (
          <rect x="0.5" y="2.5" width={FULL} height="9" fill="none" stroke={pencil} strokeDasharray="3 5" />
        ) : (
          <>
            <rect x="0.5" y="2.5" width={FULL} height="9" fill="none" stroke={inkSoft} />
            <rect x="0.5" y="2.5" width={Math.min(used, FULL)} height="9" fill={state === "over" ? pencil : ink} />
            {used > FULL && <rect x={FULL + 1} y="0.5" width={used - FULL} height="13" fill={pencil} />}
            <path d={`M${FULL * (1 - reserve)} 0v14`} stroke={used > FULL * (1 - reserve) ? "#fff" : ink} strokeWidth="1" />
            {spread > 0.01 && <path d={`M${Math.max(1, used - spread * FULL)} 13V11.5H${Math.min(125, used + spread * FULL)}V13`} stroke={pencil} strokeWidth="1.3" fill="none" />}
            <path d={`M${FULL} 0v14`} stroke={ink} strokeWidth="1.6" />
          </>
        )}
      </Box>
      {label}
    </Box>
  );
}
