/** The tongue's share against the speed at which a swing is no longer damped: a band, and this trailer in it. */
import Box from "@mui/material/Box";

import type { SwayByShare } from "../api/types";
import { ink, inkSoft, pencil } from "../app/theme";
import { useSize } from "./useSize";

const HIGH = 190;
const LEFT = 66;
const RIGHT = 14;
const TOP = 22;
const FOOT = 26;

export function SpeedByShare({ told }: { told: SwayByShare }) {
  const [box, [width]] = useSize<HTMLDivElement>([470, HIGH]);
  const points = told.shares;
  const [least, most] = [points[0]?.share ?? 0, points[points.length - 1]?.share ?? 1];
  const slowest = Math.min(...told.marks.map((one) => one.at));
  const x = (share: number) => LEFT + ((Math.min(most, Math.max(least, share)) - least) / (most - least)) * (width - LEFT - RIGHT);
  // Where there is no such speed the line runs off the top: faster than was looked at.
  const y = (speed: number | null) => TOP + ((told.fastest - Math.max(slowest, speed ?? told.fastest)) / (told.fastest - slowest)) * (HIGH - TOP - FOOT);
  const line = (edge: "low" | "middle" | "high", backward = false) => (backward ? [...points].reverse() : points).map((one) => `L${x(one.share).toFixed(1)} ${y(one[edge]).toFixed(1)}`).join("");
  const path = (edge: "low" | "middle" | "high") => line(edge).replace("L", "M");
  const none = points.find((one) => one.middle === null);
  return (
    <Box ref={box} sx={{ width: "100%" }}>
      <svg width={width} height={HIGH} role="img" aria-label="Share on the tongue against the speed at which the trailer may swing by itself; the table beneath has the figures" style={{ display: "block" }}>
        <defs>
          <pattern id="speed-doubt" width="5" height="5" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
            <path d="M0 0V5" stroke={inkSoft} strokeWidth="1.1" />
          </pattern>
        </defs>
        <path d={`${path("low")}${line("high", true)}Z`} fill="url(#speed-doubt)" opacity="0.7" />
        <path d={path("middle")} fill="none" stroke={ink} strokeWidth="2" />
        <path d={`M${LEFT} ${TOP}V${HIGH - FOOT}H${width - RIGHT}`} fill="none" stroke={ink} strokeWidth="1.2" />
        <path d={`M${LEFT} ${TOP}H${width - RIGHT}`} stroke={inkSoft} strokeDasharray="2 4" />
        <path d={`M${LEFT} ${y(told.told_below)}H${width - RIGHT}`} stroke={inkSoft} strokeDasharray="4 3" />
        <g fontSize="11" fill={ink}>
          {told.marks
            .filter((mark) => mark.at <= told.fastest)
            .map((mark) => (
              <text key={mark.at} x={LEFT - 6} y={y(mark.at) + 4} textAnchor="end">
                {mark.text}
              </text>
            ))}
          {points.map((one) => (
            <g key={one.share}>
              <path d={`M${x(one.share)} ${HIGH - FOOT}v4`} stroke={ink} />
              <text x={x(one.share)} y={HIGH - 8} textAnchor="middle">
                {Math.round(one.share * 100)} %
              </text>
            </g>
          ))}
          {none && (
            <text x={width - RIGHT} y={TOP - 7} textAnchor="end" fill={inkSoft}>
              none below the fastest looked at
            </text>
          )}
        </g>
        <g stroke={told.now.low !== null && told.now.low < told.told_below ? pencil : ink} strokeWidth="2" fill="none">
          <path d={`M${x(told.now.share)} ${y(told.now.low)}V${y(told.now.high)}`} strokeWidth="3" />
          <circle cx={x(told.now.share)} cy={y(told.now.middle)} r="5" fill="var(--page)" />
          <path d={`M${x(told.now.share)} ${HIGH - FOOT}v-9`} />
        </g>
      </svg>
    </Box>
  );
}
