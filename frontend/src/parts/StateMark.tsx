/** A state by its shape; the word stands beside it, always. Colour only repeats what the shape says. */
import Box from "@mui/material/Box";

import type { LinkState, VerdictState } from "../api/types";
import { ink, pencil } from "../app/theme";

type Shape = "cross" | "gap" | "half" | "full" | "tick";

const SHAPES: Record<LinkState | VerdictState, Shape> = {
  over: "cross",
  refused: "cross",
  unknown: "gap",
  "at the limit": "full",
  "inside the reserve": "half",
  caution: "half",
  within: "tick",
  good: "tick",
};

export const VERDICT_WORDS: Record<VerdictState, string> = {
  refused: "Not fit",
  unknown: "Not known",
  caution: "With care",
  good: "Fit",
};

export function StateMark({ state, size = 16 }: { state: LinkState | VerdictState; size?: number }) {
  const shape = SHAPES[state];
  return (
    <Box component="svg" data-worked viewBox="0 0 16 16" sx={{ width: size, height: size, flex: "none", verticalAlign: "-0.18em" }} aria-hidden="true">
      {shape === "cross" && (
        <>
          <rect x="0.5" y="0.5" width="15" height="15" fill={pencil} />
          <path d="M4 4l8 8M12 4l-8 8" stroke="#fff" strokeWidth="2.2" />
        </>
      )}
      {shape === "gap" && <circle cx="8" cy="8" r="6.5" fill="none" stroke={pencil} strokeWidth="2" strokeDasharray="3.4 3.4" />}
      {shape === "half" && (
        <>
          <path d="M8 1.5L15 14.5H1z" fill="none" stroke={ink} strokeWidth="1.6" />
          <path d="M8 6v4.2M8 11.6v1.4" stroke={ink} strokeWidth="1.6" />
        </>
      )}
      {shape === "full" && (
        <>
          <path d="M8 1.5L15 14.5H1z" fill={ink} stroke={ink} strokeWidth="1.6" />
          <path d="M8 6v4.2M8 11.6v1.4" stroke="#fff" strokeWidth="1.6" />
        </>
      )}
      {shape === "tick" && <path d="M2 8.5l4 4L14 3.5" fill="none" stroke={ink} strokeWidth="2.2" />}
    </Box>
  );
}
