/** A shank with its holes, the head's own filled. */
import Box from "@mui/material/Box";

import { ink, paper, pencil } from "../app/theme";

export function ShankDiagram({ up, down, orientation }: { up: number; down: number; orientation: "up" | "down" }) {
  const count = up + down + 1;
  const height = count * 16 + 12;
  const tube = orientation === "down" ? 6 : height - 22;
  return (
    <Box component="svg" viewBox={`0 0 84 ${height}`} sx={{ width: 84, height, flex: "none" }} aria-hidden="true">
      <path d={`M0 ${tube}H52V${tube + 16}H0`} fill={paper} stroke={ink} strokeWidth="1.5" />
      <rect x="50" y="1" width="26" height={height - 2} fill={paper} stroke={ink} strokeWidth="1.5" />
      {Array.from({ length: count }, (_, i) => (
        <circle key={i} cx="63" cy={14 + i * 16} r="4.6" fill={i === up ? pencil : paper} stroke={ink} strokeWidth="1.3" />
      ))}
    </Box>
  );
}
