/** How much of each rating is used, from the least to the most of what is open: a bar on one track, the rating as its mark. */
import Box from "@mui/material/Box";

import type { FirstAnswer } from "../api/types";
import { hairline, ink, inkSoft, pencil } from "../app/theme";
import { useUnits } from "../app/units";
import { FigureText } from "../parts/FigureText";
import { StateMark } from "../parts/StateMark";

type Span = FirstAnswer["spans"][number];

const MARK = { within: "within", open: "unknown", over: "over" } as const;
const WORD = { within: "within, whatever is read", open: "hangs on what is read", over: "over, whatever is read" } as const;
const W = 240;
const MOST = 1.4;
const at = (share: number) => Math.min(share / MOST, 1) * (W - 2) + 1;

export function DeskSpans({ spans }: { spans: Span[] }) {
  const { read } = useUnits();
  return (
    <Box component="ul" sx={{ listStyle: "none", m: 0, p: 0 }}>
      {spans.map((span) => (
        <Box component="li" key={span.key} data-span={span.key} data-state={span.state} sx={{ display: "grid", gridTemplateColumns: `minmax(130px, 1fr) ${W}px minmax(150px, 0.9fr)`, columnGap: 1.5, alignItems: "center", py: 0.4, borderBottom: `1px solid ${hairline}`, "@media (max-width: 620px)": { gridTemplateColumns: "1fr" } }}>
          <Box sx={{ lineHeight: 1.15 }}>
            <Box sx={{ fontWeight: 600 }}>{span.name}</Box>
            <Box sx={{ fontSize: "0.82rem", whiteSpace: "nowrap" }}>
              <StateMark state={MARK[span.state]} size={12} /> {WORD[span.state]}
            </Box>
          </Box>
          <Bar span={span} label={`${span.name}: ${read(span.low_text)} to ${read(span.high_text)} of its rating`} />
          <Box sx={{ fontSize: "0.88rem", lineHeight: 1.2 }}>
            {read(span.low_text)} to {read(span.high_text)}
            {span.load && (
              <Box sx={{ color: inkSoft }}>
                {read(span.load)} of <FigureText figure={span.rating} name={`${span.name}, rating`} />
              </Box>
            )}
          </Box>
        </Box>
      ))}
    </Box>
  );
}

function Bar({ span, label }: { span: Span; label: string }) {
  const from = at(span.low);
  const to = Math.max(at(span.high), from + 2);
  const line = at(1);
  return (
    <Box component="svg" viewBox={`0 0 ${W} 20`} role="img" aria-label={label} sx={{ width: "100%", maxWidth: W, height: 20, display: "block" }}>
      <path d={`M1 10H${W - 1}`} stroke={inkSoft} strokeWidth="0.8" />
      <rect x={from} y="5" width={Math.max(0, Math.min(to, line) - from)} height="10" fill={ink} />
      {to > line && <rect x={Math.max(from, line)} y="3" width={to - Math.max(from, line)} height="14" fill={pencil} />}
      {span.high > MOST && <path d={`M${W - 7} 6l5 4-5 4`} fill="none" stroke={ink} strokeWidth="1.4" />}
      <path d={`M${line} 0v20`} stroke={ink} strokeWidth="1.8" />
    </Box>
  );
}
