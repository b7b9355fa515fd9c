/** The front mark as a tape stood on end: A, B and C on it, the window in force beside it, the other schools' faint. */
import Box from "@mui/material/Box";

import type { BayWindow, Figure } from "../api/types";
import { hairline, ink, inkSoft, paper, pencil, tape } from "../app/theme";
import { useUnits } from "../app/units";

interface Props {
  a: Figure;
  b: Figure;
  c: Figure | null;
  windows: BayWindow[];
  predicted?: { height: number; spread: number } | null;
}

const HIGH = 330;
const WIDE = 720;
const TAPE = 170;

export function ArchGauge({ a, b, c, windows, predicted }: Props) {
  const { read, system } = useUnits();
  const known = windows.filter((one) => one.low !== null && one.high !== null);
  const marks = [a, b, c].flatMap((one) => (one?.value === undefined ? [] : [one.value]));
  if (!marks.length) return <Box>State A and B are not measured yet: there is nothing to draw.</Box>;
  const all = [...marks, ...known.flatMap((one) => [one.low ?? 0, one.high ?? 0]), ...(predicted ? [predicted.height] : [])];
  const low = Math.min(...all) - 8;
  const high = Math.max(...all) + 8;
  const y = (mm: number) => 14 + ((high - mm) / (high - low)) * (HIGH - 28);
  const step = system === "us" ? 25.4 / 8 : 5;
  const whole = system === "us" ? 8 : 10;
  const first = Math.ceil(low / step);
  const ticks = Array.from({ length: Math.max(0, Math.floor(high / step) - first + 1) }, (_, i) => first + i);
  const own = known.filter((one) => one.in_force);
  const others = known.filter((one) => !one.in_force);
  // Labels that would lie on one another are moved apart, in the order of their heights.
  const labels = [
    { text: `A ${read(a.text)}`, mm: a.value, strong: false },
    { text: `B ${read(b.text)}`, mm: b.value, strong: false },
    ...(c ? [{ text: `C ${read(c.text)}`, mm: c.value, strong: true }] : []),
  ].flatMap((one) => (one.mm === undefined ? [] : [{ ...one, mm: one.mm, at: y(one.mm) }]));
  labels.sort((one, other) => one.at - other.at);
  labels.forEach((one, i) => {
    const above = labels[i - 1];
    if (above && one.at - above.at < 22) one.at = above.at + 22;
  });

  return (
    <Box component="svg" viewBox={`0 0 ${WIDE} ${HIGH}`} role="img" aria-label="The front mark against its windows" sx={{ width: "100%", display: "block" }} fontSize="17">
      <rect x={TAPE} y={2} width={58} height={HIGH - 4} fill={tape} stroke={ink} strokeWidth="1.6" />
      {ticks.map((tick) => (
        <path key={tick} d={`M${TAPE} ${y(tick * step)}h${tick % whole === 0 ? 30 : tick % (whole / 2) === 0 ? 20 : 11}`} stroke={ink} strokeWidth={tick % whole === 0 ? 1.8 : 1} />
      ))}
      {ticks.filter((tick) => tick % whole === 0).map((tick) => (
        <text key={tick} x={TAPE + 33} y={y(tick * step) + 5} fontSize="14" fill={inkSoft}>
          {Math.round((tick * step) / (system === "us" ? 25.4 : 1))}
        </text>
      ))}
      {own.map((one) => (
        <g key={one.key}>
          <rect x={TAPE + 58} y={y(one.high ?? 0)} width={30} height={Math.max(3, y(one.low ?? 0) - y(one.high ?? 0))} fill="none" stroke={ink} strokeWidth="3" />
          <path d={`M${TAPE + 62} ${y(one.aim ?? 0)}h22`} stroke={ink} strokeWidth="2" strokeDasharray="3 3" />
        </g>
      ))}
      {others.map((one, i) => (
        <g key={one.key} opacity="0.62">
          <rect x={TAPE + 102 + i * 26} y={y(one.high ?? 0)} width={14} height={Math.max(3, y(one.low ?? 0) - y(one.high ?? 0))} fill={hairline} stroke={inkSoft} strokeWidth="1" />
          <text x={TAPE + 109 + i * 26} y={y(one.high ?? 0) - 4} fontSize="14" textAnchor="middle" fill={ink}>
            {i + 1}
          </text>
        </g>
      ))}
      {predicted && (
        <g stroke={pencil} strokeWidth="2" fill="none">
          <path d={`M${TAPE - 14} ${y(predicted.height)}h16M${TAPE - 8} ${y(predicted.height + predicted.spread)}V${y(predicted.height - predicted.spread)}`} strokeDasharray="4 3" />
        </g>
      )}
      {labels.map((one) => (
        <g key={one.text}>
          <path d={`M${TAPE - 22} ${one.at - 1}L${TAPE - 4} ${y(one.mm)}H${TAPE + 58}`} stroke={one.strong ? pencil : ink} strokeWidth={one.strong ? 3 : 1.5} fill="none" />
          <text x={TAPE - 28} y={one.at + 5} textAnchor="end" fontWeight="600" fill={one.strong ? pencil : ink} stroke={paper} strokeWidth="4" paintOrder="stroke">
            {one.text}
          </text>
        </g>
      ))}
      <g fontSize="16">
        {own.map((one) => (
          <g key={one.key}>
            <rect x={TAPE + 262} y={14} width={12} height={17} fill="none" stroke={ink} strokeWidth="2.4" />
            <text x={TAPE + 284} y={28} fontWeight="600">
              {one.name}: {one.verdict}
            </text>
          </g>
        ))}
        {others.map((one, i) => (
          <text key={one.key} x={TAPE + 284} y={56 + i * 24} fill={inkSoft}>
            <tspan x={TAPE + 264}>{i + 1}</tspan> <tspan x={TAPE + 284}>{one.name}: {one.verdict}</tspan>
          </text>
        ))}
        {predicted && (
          <g fill={pencil}>
            <path d={`M${TAPE + 268} ${50 + others.length * 24}v20`} stroke={pencil} strokeWidth="2" strokeDasharray="4 3" />
            <text x={TAPE + 284} y={66 + others.length * 24}>predicted for the next setting</text>
          </g>
        )}
      </g>
    </Box>
  );
}
