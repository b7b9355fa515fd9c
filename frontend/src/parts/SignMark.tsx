/** The state of a sign-off by its shape: a full stamp, a broken one, an empty one. */
import Box from "@mui/material/Box";

import type { Signature } from "../api/types";
import { ink, paper, pencil } from "../app/theme";

export function SignMark({ state, size = 15, ground = ink }: { state: Signature["state"]; size?: number; ground?: string }) {
  return (
    <Box component="svg" viewBox="0 0 16 16" sx={{ width: size, height: size, verticalAlign: "-0.16em", flex: "none" }} aria-hidden="true">
      {state === "signed" && (
        <>
          <circle cx="8" cy="8" r="7" fill={ground} />
          <path d="M4.4 8.4l2.5 2.6L11.8 5.4" stroke={ground === ink ? paper : ink} strokeWidth="1.9" fill="none" />
        </>
      )}
      {state === "stale" && (
        <>
          <circle cx="8" cy="8" r="6.6" fill={paper} stroke={pencil} strokeWidth="1.5" />
          <path d="M2.6 13.4L13.4 2.6" stroke={pencil} strokeWidth="2" />
        </>
      )}
      {state === "open" && <circle cx="8" cy="8" r="6.6" fill="none" stroke={ground} strokeWidth="1" strokeDasharray="2 2" />}
    </Box>
  );
}
