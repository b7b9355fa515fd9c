/** This rig's line: front and rear move together as the bars give back more; every method's windows lie on it. */
import Box from "@mui/material/Box";

import type { BayLine } from "../api/types";
import { hairline, ink, inkSoft, pencil, sheet } from "../app/theme";
import { useUnits } from "../app/units";

const WIDE = 720;
const LEFT = 250;
const RIGHT = 690;
const HEAD = 78;
const ROW = 40;

const STOPS: Record<string, string> = { b: "no bars (B)", a: "all of it", c: "now (C)" };
const ENDS: Record<string, string> = { front: "front", rear: "rear" };

export function RigLine({ line }: { line: BayLine }) {
  const { read } = useUnits();
  const x = (f: number) => LEFT + ((f - line.low) / (line.high - line.low)) * (RIGHT - LEFT);
  const high = HEAD + line.schools.length * ROW + 62;
  const foot = HEAD + line.schools.length * ROW;

  return (
    <Box component="svg" viewBox={`0 0 ${WIDE} ${high}`} role="img" aria-label="This rig's line, and every method's windows on it" sx={{ width: "100%", display: "block" }} fontSize="15">
      <text x={LEFT} y={18} fill={inkSoft}>
        Front axle load given back by the bars, more to the right
      </text>
      {line.stops.map((one) => (
        <g key={one.key}>
          <path d={`M${x(one.at)} ${HEAD - 12}V${foot}`} stroke={one.key === "c" ? pencil : hairline} strokeWidth={one.key === "c" ? 2.5 : 1.5} strokeDasharray={one.key === "c" ? "5 3" : undefined} />
          <text x={x(one.at)} y={one.key === "c" ? HEAD - 40 : HEAD - 20} textAnchor="middle" fontWeight={one.key === "c" ? 700 : 400} fill={one.key === "c" ? pencil : ink}>
            {STOPS[one.key]}
          </text>
          {one.key !== "c" && (
            <>
              <text x={x(one.at)} y={foot + 22} textAnchor="middle">
                {one.front_text ? read(one.front_text) : "–"}
              </text>
              <text x={x(one.at)} y={foot + 46} textAnchor="middle">
                {one.rear_text ? read(one.rear_text) : "–"}
              </text>
            </>
          )}
        </g>
      ))}
      <text x={4} y={foot + 22} fill={inkSoft}>Front mark there</text>
      <text x={4} y={foot + 46} fill={inkSoft}>Rear mark there</text>
      {line.schools.map((school, i) => {
        const top = HEAD + i * ROW;
        const two = school.meets !== null;
        return (
          <g key={school.key}>
            <path d={`M0 ${top}H${WIDE}`} stroke={hairline} />
            <text x={4} y={top + 18} fontWeight={school.in_force ? 700 : 400}>
              {school.name}
            </text>
            {school.meets === false && (
              <text x={4} y={top + 34} fontSize="13" fill={pencil}>
                front and rear share no place
              </text>
            )}
            {school.spans.map((span, at) => {
              const tall = two ? 14 : 22;
              const y = top + 5 + (two && at > 0 ? 17 : 0);
              if (span.is_outside) {
                return (
                  <text key={span.end} x={LEFT + 6} y={y + 12} fontSize="13" fill={inkSoft}>
                    {two ? `${ENDS[span.end]}: outside of this line` : "outside of this line"}
                  </text>
                );
              }
              return (
                <g key={span.end}>
                  <rect x={x(span.low)} y={y} width={Math.max(4, x(span.high) - x(span.low))} height={tall} fill={school.in_force ? sheet : hairline} stroke={school.in_force ? ink : inkSoft} strokeWidth={school.in_force ? 2.5 : 1} />
                  {two && (
                    <text x={x(span.low) - 6} y={y + 12} textAnchor="end" fontSize="12" fill={inkSoft}>
                      {ENDS[span.end]}
                    </text>
                  )}
                </g>
              );
            })}
          </g>
        );
      })}
      <path d={`M0 ${foot}H${WIDE}`} stroke={hairline} />
    </Box>
  );
}
