/** What came of a practice: the truth beside what was measured, each mistake with what it would have cost, and what to practise next. */
import Box from "@mui/material/Box";

import type { Debrief } from "../api/types";
import { ink, inkSoft, pencil } from "../app/theme";
import { useUnits } from "../app/units";
import { Panel } from "../parts/Rows";
import { Slab } from "../parts/Slab";
import { StateMark } from "../parts/StateMark";
import { Table } from "../parts/Table";
import { BeginButton } from "./BeginButton";

export function DebriefView({ told }: { told: Debrief }) {
  const { read } = useUnits();
  const minutes = Math.floor(told.seconds / 60);
  return (
    <Box component="section" aria-label="Debrief" data-passed={told.passed} sx={{ display: "grid", gap: 2 }}>
      <Box sx={{ display: "flex", gap: 1.5, alignItems: "baseline", flexWrap: "wrap" }}>
        <StateMark state={told.passed ? "good" : "refused"} size={24} />
        <Slab>{told.passed ? "Passed" : "Not passed"}</Slab>
        <span>
          Said of it: <b>{told.verdict_word}</b>, which is {told.right ? "right" : "wrong"}.
        </span>
        <span>
          {told.trials} {told.trials === 1 ? "trial" : "trials"}
          {told.best_trials > 0 && `, and ${told.best_trials} is the fewest there can be`}; {told.hints} {told.hints === 1 ? "hint" : "hints"}; {minutes < 1 ? "under a minute" : `${minutes} min`}.
        </span>
      </Box>
      <Box sx={{ display: "grid", gridTemplateColumns: { xs: "minmax(0, 1fr)", md: "minmax(0, 1.25fr) minmax(0, 1fr)" }, gap: 3, alignItems: "start" }}>
        <Panel title="Mistakes" note={told.mistakes.length ? "found from what was done, as it was done" : undefined}>
          {told.mistakes.length === 0 && <Box>None was found.</Box>}
          <Box component="ol" aria-label="Mistakes" sx={{ m: 0, pl: 0, listStyle: "none", display: "grid", gap: 1 }}>
            {told.mistakes.map((one) => (
              <Box component="li" key={one.key} data-mistake={one.key} sx={{ display: "grid", gridTemplateColumns: "26px 1fr", columnGap: 1 }}>
                <StateMark state={one.mended ? "caution" : "refused"} size={18} />
                <Box>
                  <b>
                    {one.name}
                    {one.mended && ", and put right later"}.
                  </b>{" "}
                  {one.why}
                  <Box sx={{ color: pencil, fontWeight: 600 }}>{read(one.costs)}</Box>
                  <Box sx={{ color: inkSoft, fontSize: "0.9rem" }}>
                    {one.where && `${one.where}; `}
                    {clock(one.at)} after it was begun. Learned in: {one.teaches.title}.
                  </Box>
                </Box>
              </Box>
            ))}
          </Box>
          {told.next && (
            <Box sx={{ mt: 1.5 }}>
              <BeginButton scenario={told.next.key}>Practise next: {told.next.title}</BeginButton>
            </Box>
          )}
          <Box sx={{ mt: 2 }}>
            <Panel title="What it had to come to">
              {told.goals.map((one) => (
                <Box key={one.key} sx={{ display: "flex", gap: 1, alignItems: "center", py: 0.25 }}>
                  <StateMark state={one.met ? "good" : "refused"} size={15} /> {one.words}
                </Box>
              ))}
            </Panel>
          </Box>
        </Panel>
        <Panel title="How it truly stands">
          <Table cells={{ py: 0.25, pr: 1.5 }}>
            <tbody>
              {told.truth.map((one) => (
                <tr key={one.name}>
                  <th scope="row">{one.name}</th>
                  <td style={{ textAlign: "right" }}>{read(one.is)}</td>
                </tr>
              ))}
            </tbody>
          </Table>
        </Panel>
      </Box>
      {told.beside.length > 0 && (
        <Panel title="Measured, and as it was" note="what was typed beside the truth of that moment, all put right">
          <Box sx={{ overflowX: "auto" }}>
            <Table cells={{ py: 0.25, pr: 2 }}>
              <thead>
                <tr>
                  <th scope="col">Reading</th>
                  <th scope="col">As typed</th>
                  <th scope="col">As it was</th>
                  <th scope="col">Off</th>
                  <td aria-hidden="true">− 1 in, 100 lb +</td>
                </tr>
              </thead>
              <tbody>
                {told.beside.map((one, i) => (
                  <Box component="tr" key={i} sx={one.bad ? { color: pencil, fontWeight: 600 } : undefined}>
                    <th scope="row">{one.name}</th>
                    <td>{read(one.measured)}</td>
                    <td>{read(one.truly)}</td>
                    <td>
                      {read(one.off)}
                      {one.bad && ", too much"}
                    </td>
                    <td aria-hidden="true">
                      <Off by={one.drawn} bad={one.bad} />
                    </td>
                  </Box>
                ))}
              </tbody>
            </Table>
          </Box>
        </Panel>
      )}
    </Box>
  );
}

/** How far off, drawn to either side of what was so. */
function Off({ by, bad }: { by: number; bad: boolean }) {
  return (
    <svg width="170" height="16" viewBox="-85 -8 170 16">
      <path d="M-80 0H80M0 -7V7" stroke={inkSoft} strokeWidth="0.8" />
      <path d={`M0 0H${by * 80}`} stroke={bad ? pencil : ink} strokeWidth="4" />
      <circle cx={by * 80} r="4" fill={bad ? pencil : ink} />
    </svg>
  );
}

function clock(seconds: number): string {
  const whole = Math.max(0, Math.round(seconds));
  return `${Math.floor(whole / 60)} min ${String(whole % 60).padStart(2, "0")} s`;
}
