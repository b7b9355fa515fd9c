/** How much of a rating is used, beside its words. */
import Box from "@mui/material/Box";

import { ink, inkSoft, pencil } from "../app/theme";

const W = 64;

export function ShareBar({ share }: { share: number }) {
  return (
    <Box component="svg" viewBox={`0 0 ${W + 8} 10`} aria-hidden="true" sx={{ width: W + 8, height: 10, mr: 0.75 }}>
      <rect x="0.5" y="1.5" width={W} height="7" fill="none" stroke={inkSoft} />
      <rect x="0.5" y="1.5" width={Math.min(W + 7, W * share)} height="7" fill={share > 1 ? pencil : ink} />
    </Box>
  );
}
