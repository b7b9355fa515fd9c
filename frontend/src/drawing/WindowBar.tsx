/** A kit's window of hitch load from its least to its rating, and this rig's load as a line. */
import Box from "@mui/material/Box";

import { ink, inkSoft, pencil, sheet } from "../app/theme";

const W = 150;

export function WindowBar({ least, rating, load, most }: { least: number; rating: number; load: number | null; most: number }) {
  const at = (value: number) => (value / most) * (W - 4) + 2;
  return (
    <Box component="svg" viewBox={`0 0 ${W} 14`} sx={{ width: W, height: 14, display: "block" }} aria-hidden="true">
      <path d={`M2 7H${W - 2}`} stroke={inkSoft} strokeWidth="0.8" />
      <rect x={at(least)} y="3" width={Math.max(1, at(rating) - at(least))} height="8" fill={sheet} stroke={ink} strokeWidth="1.4" />
      {load !== null && <path d={`M${at(Math.min(load, most * 1.01))} 0v14`} stroke={pencil} strokeWidth="2" />}
    </Box>
  );
}
