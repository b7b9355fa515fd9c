/** A person's practice over time: a column each, as high as its mistakes; passed or not by its mark. */
import Box from "@mui/material/Box";

import type { PracticeRecord } from "../api/types";
import { day } from "../app/dates";
import { ink, inkSoft, pencil } from "../app/theme";

const SHOWN = 24;
const MOST = 5;

export function RecordPlot({ rows }: { rows: PracticeRecord["practices"] }) {
  const shown = rows.slice(-SHOWN);
  const wide = Math.max(12, shown.length) * 17 + 34;
  const y = (mistakes: number) => 88 - Math.min(mistakes, MOST) * 14;
  const said = shown.map((one) => `${one.title}: ${one.passed ? "passed" : "not passed"}, ${one.mistakes} mistakes`).join("; ");
  return (
    <Box component="svg" viewBox={`0 0 ${wide} 118`} role="img" aria-label={`Mistakes over time. ${said}`} sx={{ width: "100%", maxWidth: wide * 1.4, display: "block" }}>
      {[0, 2, 4].map((n) => (
        <g key={n}>
          <path d={`M26 ${y(n)}H${wide}`} stroke={inkSoft} strokeWidth="0.5" strokeDasharray={n ? "2 3" : undefined} />
          <text x="20" y={y(n) + 4} fontSize="10" textAnchor="end" fill={inkSoft}>
            {n}
          </text>
        </g>
      ))}
      <text x="0" y="10" fontSize="10" fill={inkSoft}>
        mistakes
      </text>
      {shown.map((one, i) => {
        const x = 36 + i * 17;
        return (
          <g key={one.rig}>
            <title>{`${one.title}, ${one.ended_at ? day(one.ended_at) : ""}: ${one.passed ? "passed" : "not passed"}, ${one.mistakes} mistakes, ${one.hints} hints`}</title>
            <path d={`M${x} 88V${y(one.mistakes)}`} stroke={one.passed ? ink : pencil} strokeWidth="7" />
            {one.passed ? <path d={`M${x - 4} 98l3 4l6 -8`} fill="none" stroke={ink} strokeWidth="1.8" /> : <path d={`M${x - 4} 94l8 8m0 -8l-8 8`} stroke={pencil} strokeWidth="1.8" />}
          </g>
        );
      })}
    </Box>
  );
}
