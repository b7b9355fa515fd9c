/** Damping of the swing over speed: each case a line, the one in force with its band; below nought a swing grows by itself. */
import Box from "@mui/material/Box";

import type { Sway } from "../api/types";
import { ink, inkSoft, pencil } from "../app/theme";
import { useSize } from "./useSize";

export type DampingCase = Pick<Sway["cases"][number], "key" | "curve">;

const HIGH = 190;
const LEFT = 46;
const RIGHT = 26;
const TOP = 10;
const FOOT = 26;
const MOST = 0.6;
const LEAST = -0.15;
/** a swing damped so little takes long to die */
const LONG = 0.05;

/** how each case is drawn: whole, in strokes, in dots; the number at its end says which it is */
const STROKES: Record<string, string | undefined> = { planned: undefined, standing: "9 5", moved: "2.5 3.5", asked: "2.5 3.5" };

interface Props {
  cases: DampingCase[];
  marks: Sway["marks"];
  toldBelow: number;
  banded?: string;
}

export function DampingPlot({ cases, marks, toldBelow, banded = "planned" }: Props) {
  const [box, [width]] = useSize<HTMLDivElement>([460, HIGH]);
  const drawn = cases.flatMap((one, index) => (one.curve ? [{ ...one, curve: one.curve, number: index + 1 }] : []));
  const first = drawn[0]?.curve.speeds ?? [0, 1];
  const [slow, fast] = [first[0] ?? 0, first[first.length - 1] ?? 1];
  const x = (speed: number) => LEFT + ((speed - slow) / (fast - slow)) * (width - LEFT - RIGHT);
  const y = (damping: number) => TOP + ((MOST - Math.max(LEAST, Math.min(MOST, damping))) / (MOST - LEAST)) * (HIGH - TOP - FOOT);
  const line = (speeds: number[], over: number[]) => speeds.map((speed, i) => `${i ? "L" : "M"}${x(speed).toFixed(1)} ${y(over[i] ?? 0).toFixed(1)}`).join("");
  const bandOf = drawn.find((one) => one.key === banded);
  const shown = marks.filter((mark) => mark.at >= slow && mark.at <= fast).filter((_, i) => width > 430 || i % 2 === 0);
  return (
    <Box ref={box} sx={{ width: "100%" }}>
      <svg width={width} height={HIGH} role="img" aria-label="Damping of the swing over speed; the list beneath says it in words" style={{ display: "block" }}>
        <defs>
          <pattern id="grows" width="6" height="6" patternUnits="userSpaceOnUse" patternTransform="rotate(-45)">
            <path d="M0 0V6" stroke={pencil} strokeWidth="1" />
          </pattern>
          <pattern id="doubt" width="5" height="5" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
            <path d="M0 0V5" stroke={inkSoft} strokeWidth="1.1" />
          </pattern>
        </defs>
        <rect x={LEFT} y={y(0)} width={width - LEFT - RIGHT} height={y(LEAST) - y(0)} fill="url(#grows)" opacity="0.55" />
        {bandOf && <path d={`${line(bandOf.curve.speeds, bandOf.curve.high)}${line([...bandOf.curve.speeds].reverse(), [...bandOf.curve.low].reverse()).replace("M", "L")}Z`} fill="url(#doubt)" opacity="0.7" />}
        <path d={`M${LEFT} ${y(LONG)}H${width - RIGHT}`} stroke={inkSoft} strokeWidth="0.8" strokeDasharray="1 3" />
        <path d={`M${LEFT} ${y(0)}H${width - RIGHT}`} stroke={ink} strokeWidth="1.6" />
        <path d={`M${LEFT} ${TOP}V${HIGH - FOOT}`} stroke={ink} strokeWidth="1" />
        <path d={`M${x(toldBelow)} ${TOP}V${HIGH - FOOT}`} stroke={inkSoft} strokeWidth="0.8" strokeDasharray="4 3" />
        {drawn.map((one) => (
          <path key={one.number} data-case={one.key} d={line(one.curve.speeds, one.curve.middle)} fill="none" stroke={ink} strokeWidth={one.key === banded ? 2.2 : 1.6} strokeDasharray={STROKES[one.key]} />
        ))}
        {drawn.map((one) => {
          const at = one.curve.speeds.findIndex((_, i) => (one.curve.middle[i] ?? 0) < MOST - 0.04);
          const i = Math.min(one.curve.speeds.length - 1, Math.max(0, at) + 1 + (one.number % 3) * 2);
          const [cx, cy] = [x(one.curve.speeds[i] ?? slow), y(one.curve.middle[i] ?? 0)];
          return (
            <g key={one.number}>
              <circle cx={cx} cy={cy} r="8" fill="var(--page)" stroke={ink} strokeWidth="1.2" />
              <text x={cx} y={cy + 4} textAnchor="middle" fontSize="11" fontWeight="600" fill={ink}>
                {one.number}
              </text>
            </g>
          );
        })}
        <g fontSize="11" fill={ink}>
          {[0, 0.2, 0.4, 0.6].map((one) => (
            <text key={one} x={LEFT - 6} y={y(one) + 4} textAnchor="end">
              {one}
            </text>
          ))}
          {shown.map((mark) => (
            <g key={mark.at}>
              <path d={`M${x(mark.at)} ${HIGH - FOOT}v5`} stroke={ink} />
              <text x={x(mark.at)} y={HIGH - 6} textAnchor="middle">
                {mark.text}
              </text>
            </g>
          ))}
          <text x={LEFT + 6} y={y(LEAST) - 5} fill={pencil} fontWeight="600">
            a swing grows by itself
          </text>
          <text x={12} y={TOP + 62} transform={`rotate(-90 12 ${TOP + 62})`} textAnchor="middle" fill={inkSoft}>
            damping
          </text>
        </g>
      </svg>
    </Box>
  );
}
