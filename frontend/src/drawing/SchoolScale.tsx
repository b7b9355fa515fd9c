/** One reading under every school: each school's band hatched, the reading with its spread across them all. */
import Box from "@mui/material/Box";

import type { Band } from "../api/types";
import { ink, inkSoft, pencil } from "../app/theme";

const W = 470;
const LEFT = 12;
const ROW = 30;
const TOP = 18;

export function SchoolScale({ share, spread, schools }: { share: number | null; spread: number | null; schools: Band[] }) {
  const most = Math.max(0.2, ...schools.map((one) => one.high + 0.02), (share ?? 0) + (spread ?? 0) + 0.01);
  const at = (value: number) => LEFT + (Math.min(value, most) / most) * (W - 2 * LEFT);
  const foot = TOP + schools.length * ROW;
  const marks = Array.from({ length: Math.floor(most * 100) + 1 }, (_, i) => i);
  return (
    <Box component="svg" viewBox={`0 0 ${W} ${foot + 30}`} sx={{ width: "100%", maxWidth: 620, display: "block" }} role="img" aria-label="The tongue's share with its spread, against the band of each school">
      <defs>
        <pattern id="school-band" width="6" height="6" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
          <path d="M0 0V6" stroke={inkSoft} strokeWidth="1.5" />
        </pattern>
      </defs>
      {schools.map((one, index) => {
        const y = TOP + index * ROW;
        const off = one.state === "light" || one.state === "heavy" || one.state === "cannot tell";
        return (
          <g key={one.key}>
            <text x={LEFT} y={y + 7} fontSize="11" fontWeight={index === 0 ? 600 : 400} fill={ink}>
              {one.school}
              {index === 0 ? " (in force)" : ""}
            </text>
            <rect x={at(one.low)} y={y + 10} width={Math.max(1, at(one.high) - at(one.low))} height={12} fill="url(#school-band)" stroke={ink} strokeWidth={index === 0 ? 2 : 1} />
            <path d={`M${LEFT} ${y + 22}H${W - LEFT}`} stroke={ink} strokeWidth="0.6" />
            {share !== null && (
              <g stroke={off ? pencil : ink} fill={off ? pencil : ink}>
                {spread !== null && <path d={`M${at(Math.max(0, share - spread))} ${y + 8}v16M${at(share + spread)} ${y + 8}v16M${at(Math.max(0, share - spread))} ${y + 16}H${at(share + spread)}`} strokeWidth="1.8" fill="none" />}
                <circle cx={at(share)} cy={y + 16} r="3" />
              </g>
            )}
          </g>
        );
      })}
      <path d={`M${LEFT} ${foot}H${W - LEFT}`} stroke={ink} strokeWidth="1.4" />
      <g fontSize="11" textAnchor="middle" fill={ink}>
        {marks.map((i) => (
          <g key={i}>
            <path d={`M${at(i / 100)} ${foot}v${i % 5 ? 4 : 8}`} stroke={ink} strokeWidth="1" />
            {i % 5 === 0 && (
              <text x={at(i / 100)} y={foot + 20}>
                {i} %
              </text>
            )}
          </g>
        ))}
      </g>
    </Box>
  );
}
