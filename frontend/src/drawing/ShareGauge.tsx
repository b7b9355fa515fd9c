/** Tongue share on a scale of 0 to 20 %, the school's band hatched, the reading as a pointer. */
import Box from "@mui/material/Box";

import { ink, inkSoft, pencil } from "../app/theme";

const MOST = 0.2;
const W = 400;

export function ShareGauge({ share, low, high }: { share: number | null; low: number; high: number }) {
  const at = (value: number) => 10 + (Math.min(value, MOST) / MOST) * (W - 20);
  const outside = share !== null && (share < low - 1e-9 || share > high + 1e-9);
  return (
    <Box component="svg" viewBox={`0 0 ${W} 62`} sx={{ width: "100%", maxWidth: 520, display: "block", my: 0.5 }} aria-hidden="true">
      <defs>
        <pattern id="band" width="6" height="6" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
          <path d="M0 0V6" stroke={inkSoft} strokeWidth="1.6" />
        </pattern>
      </defs>
      <rect x={at(low)} y="22" width={at(high) - at(low)} height="16" fill="url(#band)" stroke={ink} />
      <path d={`M10 38H${W - 10}`} stroke={ink} strokeWidth="1.4" />
      {Array.from({ length: 21 }, (_, i) => (
        <path key={i} d={`M${at(i / 100)} 38v${i % 5 ? 4 : 8}`} stroke={ink} strokeWidth="1" />
      ))}
      <g fontSize="11" textAnchor="middle" fill={ink}>
        {[0, 5, 10, 15, 20].map((i) => (
          <text key={i} x={at(i / 100)} y="58">
            {i} %
          </text>
        ))}
      </g>
      {share !== null && <path d={`M${at(share)} 38V8l-5 -7h10l-5 7`} fill={outside ? pencil : ink} stroke={outside ? pencil : ink} strokeWidth="2.4" />}
    </Box>
  );
}
