/** The house in small plots: each a question, its bars, and their counts in figures. */
import Box from "@mui/material/Box";
import type { ReactNode } from "react";

import type { Overview } from "../api/types";
import { hairline, ink, inkSoft } from "../app/theme";
import { Panel } from "../parts/Rows";
import { StateMark, VERDICT_WORDS } from "../parts/StateMark";

type Bars = Overview["figures"]["ages"];
type State = keyof typeof VERDICT_WORDS;

export function Plots({ figures }: { figures: Overview["figures"] }) {
  return (
    <Panel title="The house" note="on the floor today; fitted and overridden by the week, trials of the last thirty days">
      <Box sx={{ display: "grid", gridTemplateColumns: "repeat(auto-fit, minmax(min(350px, 100%), 1fr))", columnGap: 4, rowGap: 2 }}>
        <Plot title="Verdicts" bars={figures.verdicts} word={(word) => <><StateMark state={word as State} size={13} /> {VERDICT_WORDS[word as State]}</>} />
        <Plot title="Waits for" bars={figures.waits_for} />
        <Plot title="Days open" bars={figures.ages} />
        <Columns title="Fitted, by the week" bars={figures.fitted} />
        <Columns title="Trials a fit" bars={figures.trials} />
        <Columns title="Reserves overridden, by the week" bars={figures.overrides} />
      </Box>
    </Panel>
  );
}

function Headed({ title, total, children }: { title: string; total: number; children: ReactNode }) {
  return (
    <Box component="figure" aria-label={title} sx={{ m: 0 }}>
      <Box component="figcaption" sx={{ fontWeight: 600, borderBottom: `1px solid ${hairline}`, mb: 0.5 }}>
        {title} <Box component="span" sx={{ fontWeight: 400, color: inkSoft }}>{total} in all</Box>
      </Box>
      {children}
    </Box>
  );
}

const sum = (bars: Bars) => bars.reduce((all, bar) => all + bar.count, 0);

function Plot({ title, bars, word = (text) => text }: { title: string; bars: Bars; word?: (word: string) => ReactNode }) {
  const most = Math.max(1, ...bars.map((bar) => bar.count));
  return (
    <Headed title={title} total={sum(bars)}>
      {bars.length === 0 && <Box sx={{ color: inkSoft }}>Nothing.</Box>}
      {bars.map((bar) => (
        <Box key={bar.word} data-bar={bar.word} sx={{ display: "grid", gridTemplateColumns: "112px 1fr 34px", gap: 1, alignItems: "center", lineHeight: 1.35 }}>
          <span>{word(bar.word)}</span>
          <Box aria-hidden sx={{ height: 11, width: `${(100 * bar.count) / most}%`, bgcolor: ink }} />
          <b>{bar.count}</b>
        </Box>
      ))}
    </Headed>
  );
}

const HIGH = 58;

function Columns({ title, bars }: { title: string; bars: Bars }) {
  const most = Math.max(1, ...bars.map((bar) => bar.count));
  return (
    <Headed title={title} total={sum(bars)}>
      <Box sx={{ display: "grid", gridTemplateColumns: `repeat(${bars.length}, 1fr)`, gap: 0.5, alignItems: "end", textAlign: "center", fontSize: "0.78rem", lineHeight: 1.2 }}>
        {bars.map((bar) => (
          <Box key={bar.word} data-bar={bar.word}>
            <Box sx={{ fontWeight: 600, fontSize: "0.9rem" }}>{bar.count || ""}</Box>
            <Box aria-hidden sx={{ height: Math.max(2, (HIGH * bar.count) / most), bgcolor: bar.count ? ink : hairline }} />
            <Box sx={{ color: inkSoft, whiteSpace: "nowrap", overflow: "hidden", textOverflow: "ellipsis" }}>{bar.word}</Box>
          </Box>
        ))}
      </Box>
    </Headed>
  );
}
