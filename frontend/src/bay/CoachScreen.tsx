/** The coach: where the front mark stands, the next single change and what it will do, and what this rig has taught. */
import Box from "@mui/material/Box";

import type { Fit } from "../api/types";
import { inkSoft, pencil } from "../app/theme";
import { useUnits } from "../app/units";
import { ArchGauge } from "../drawing/ArchGauge";
import { RigLine } from "../drawing/RigLine";
import { Fold } from "../parts/Fold";
import { Slab } from "../parts/Slab";
import { Table } from "../parts/Table";
import { BigButton } from "./Keypad";
import { useBayPage } from "./context";
import { trialName } from "./trials";

/** verdicts that the line explains: it stands open beside them */
const WITH_THE_LINE = new Set(["cannot be met", "too coarse", "used up"]);

export function CoachScreen({ fit }: { fit: Fit }) {
  const { read } = useUnits();
  const { write, visit, may, pending, trials } = useBayPage();
  const next = fit.next;
  const last = fit.tried.at(-1);
  const settings = [...new Map(fit.tried.flatMap((one) => one.counted).map((one) => [one.kind, one])).values()];
  const begin = next && Object.keys(next.entries).length > 0;
  const own = fit.windows.find((one) => one.in_force);
  const predicted = next?.front != null && next.front_spread != null ? { height: next.front, spread: next.front_spread } : null;

  return (
    <Box sx={{ display: "grid", gap: 1.5 }}>
      {next && (
        <Box component="section" aria-label="Next" data-verdict={next.verdict} sx={{ border: "2.5px solid", p: 1.75 }}>
          <Slab size="bay" component="div" sx={{ lineHeight: 1.2 }}>{read(next.says)}</Slab>
          <Box sx={{ fontSize: "1.15rem", mt: 0.75 }}>{read(next.why)}</Box>
          {next.rail_text && (
            <Box sx={{ fontSize: "1.15rem" }}>
              Rail then about <b>{read(next.rail_text)}</b> {next.rail_way}, give or take {read(next.rail_spread_text)}.
            </Box>
          )}
          {next.asks && may && (
            <Box sx={{ mt: 1.25 }}>
              <BigButton
                strong
                press={() => {
                  const trial = /^trials\.([^.]+)\./.exec(next.asks)?.[1];
                  visit(trial ? "c" : "b", trial ? { trial, path: next.asks } : { path: next.asks });
                }}
              >
                Rocked: read the marks once more
              </BigButton>
            </Box>
          )}
          {begin && may && (
            <Box sx={{ mt: 1.25 }}>
              <BigButton
                strong
                disabled={pending}
                press={() => {
                  write(next.entries);
                  const trial = /^trials\.([^.]+)\./.exec(Object.keys(next.entries)[0] ?? "")?.[1];
                  visit("c", trial ? { trial } : {});
                }}
              >
                {next.verdict === "begin" ? "Set so: first trial" : "Changed so: next trial"}
              </BigButton>
              {pending && <Box sx={{ mt: 0.5 }}>What was typed last is not sent yet: the coach waits for it.</Box>}
            </Box>
          )}
        </Box>
      )}
      {may && trials.next && (pending || !begin) && (
        <Box>
          <BigButton press={() => visit("c", { trial: trials.next ?? "" })}>Begin {trialName(trials.next).toLowerCase()} by hand</BigButton>
          <Box sx={{ mt: 0.5 }}>Set the bars as you judge, write down how they are set, and measure: it is kept beside the others.</Box>
        </Box>
      )}
      <ArchGauge a={fit.states.front_a} b={fit.states.front_b} c={last && !last.void ? last.front : null} windows={fit.windows} predicted={predicted} />
      {fit.line && (
        <Fold name="bay_line" title={<b>This rig's line</b>} usual={false} must={WITH_THE_LINE.has(next?.verdict ?? "")}>
          <RigLine line={fit.line} />
        </Fold>
      )}
      {own?.rear_says && <Box sx={{ fontSize: "1.1rem" }}>{read(own.rear_says)}</Box>}
      {fit.opposite && (
        <Box role="note" sx={{ border: `1.5px dashed ${pencil}`, p: 1.25, fontSize: "1.1rem" }}>
          {read(fit.opposite)}
        </Box>
      )}
      {fit.effects.length > 0 && (
        <Box sx={{ fontSize: "1.1rem" }}>
          <b>Learned of this rig:</b>{" "}
          {fit.effects.map((one, i) => (
            <span key={one.kind}>
              {i > 0 && "; "}
              {one.name} moves the front mark {read(one.moves)} {one.way}, give or take {read(one.spread)}
            </span>
          ))}
          .
        </Box>
      )}
      {fit.tried.length > 0 && (
        <Table cells={{ py: 0.6, pr: 1 }} sx={{ fontSize: "1.1rem" }}>
          <thead>
            <tr>
              <th>Trial</th>
              {settings.map((one) => (
                <th key={one.kind}>{one.row}</th>
              ))}
              <th>Hole</th>
              <th>Front C</th>
              <th>Rear C</th>
              <th>Restored</th>
            </tr>
          </thead>
          <tbody>
            {fit.tried.map((one) => (
              <Box component="tr" key={one.key} sx={one.void ? { color: inkSoft, textDecoration: "line-through" } : undefined}>
                <td>
                  {one.number}
                  {one.void && " void"}
                </td>
                {settings.map(({ kind }) => (
                  <td key={kind}>{one.counted.find((counted) => counted.kind === kind)?.count ?? "–"}</td>
                ))}
                <td>{one.hole ?? "–"}</td>
                <td>{one.front.text ? read(one.front.text) : "not measured"}</td>
                <td>{one.rear.text ? read(one.rear.text) : "not measured"}</td>
                <td>
                  {one.restoration.text ? read(one.restoration.text) : "unknown"}
                  {one.restoration.spread && ` ± ${read(one.restoration.spread)}`}
                </td>
              </Box>
            ))}
          </tbody>
        </Table>
      )}
    </Box>
  );
}
