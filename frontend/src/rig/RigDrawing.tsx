/** The rig's elevation across the top of its page, with what the station marks on it. */
import Box from "@mui/material/Box";

import { inkSoft } from "../app/theme";
import { ElevationDrawing } from "../drawing/ElevationDrawing";
import { useSize } from "../drawing/useSize";
import type { ComponentProps, ReactNode } from "react";

interface Props extends ComponentProps<typeof ElevationDrawing> {
  /** since when it is older than what is typed */
  since: string | null;
  children: ReactNode;
}

export function RigDrawing({ since, children, ...drawing }: Props) {
  const [box, size] = useSize<HTMLDivElement>([1260, 251]);
  return (
    <Box ref={box} sx={{ height: "100%", position: "relative", ...(since ? { "& > svg": { opacity: 0.4 } } : {}) }}>
      <ElevationDrawing {...drawing} size={size} />
      <Box sx={{ position: "absolute", right: 4, bottom: 6, fontSize: "0.82rem", display: "flex", gap: 0.75, alignItems: "center" }}>
        {since && <b>Drawn as of {since}.</b>}
        <svg width="30" height="8" aria-hidden="true">
          <path d="M0 4H30" stroke={inkSoft} strokeWidth="1" strokeDasharray="6 4" />
        </svg>
        uncoupled, trailer level
      </Box>
      {children}
      {drawing.elevation.assumed.length > 0 && <Box sx={{ position: "absolute", right: 4, top: 4, fontSize: "0.82rem", border: "1px dashed", px: 0.75 }}>Drawn as usual where no length or kind is written</Box>}
    </Box>
  );
}
