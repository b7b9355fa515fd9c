/** The standing verdict in one sentence, with its remedy; the other findings behind it on asking. */
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import Link from "@mui/material/Link";
import { useState } from "react";

import type { Assessment } from "../api/types";
import { inkSoft, paper, pencil, TIGHT } from "../app/theme";
import { useUnits } from "../app/units";
import { HATCH, OldMark } from "../parts/OldMark";
import { Stages } from "../parts/Stages";
import { Slab } from "../parts/Slab";
import { StateMark, VERDICT_WORDS } from "../parts/StateMark";
import { Worded } from "../words/Worded";
import type { Age } from "./age";

interface Props {
  assessment: Assessment;
  /** it was worked out for something else than is typed now */
  older: boolean;
  age: Age | null;
  /** what is written and does not hold, by name: where to look again */
  aside: string[];
  visit: (key: string) => void;
  /** to the very field of a figure */
  goTo: (path: string) => void;
}

const NAMED = 4;
const BESIDE = { flex: "none", [TIGHT]: { minHeight: 44, minWidth: 44, px: 0.75, fontSize: "0.85rem" } };
/** On a small screen the line takes three lines at the most. */
const CLAMPED = { display: "-webkit-box", WebkitLineClamp: 3, WebkitBoxOrient: "vertical", overflow: "hidden" };

export function VerdictLine({ assessment, older, age, aside, visit, goTo }: Props) {
  const { read } = useUnits();
  const [all, setAll] = useState(false);
  const { verdict, findings } = assessment;
  const there = (one: { station: string; reads: string[] }) => (one.reads[0] ? goTo(one.reads[0]) : visit(one.station));
  return (
    <Box component="section" aria-label="Verdict" sx={{ px: 2, py: 0.6, [TIGHT]: { py: 0.4, fontSize: "0.9rem" }, ...(age ? { backgroundImage: HATCH } : {}) }}>
      <Box sx={{ display: "flex", gap: 1.25, alignItems: "flex-start" }}>
        {age ? <OldMark size={26} /> : <StateMark state={verdict.state} size={26} />}
        <Box aria-live="polite" data-verdict={age ? "old" : verdict.state} sx={{ flex: 1, minWidth: 0, ...(age ? { bgcolor: paper, px: 0.75 } : {}) }}>
          {age && (
            <Box sx={{ color: pencil, fontWeight: 600 }}>
              Not worked out since {age.since}, {age.typed === 1 ? "1 figure" : `${age.typed} figures`} typed since. {age.why}
            </Box>
          )}
          <Box component="span" sx={{ ...(age ? { opacity: 0.55 } : {}), [TIGHT]: CLAMPED }}>
          {age && "Before that: "}
          <Slab size="inherit" component="span" sx={{ color: verdict.state === "refused" ? pencil : undefined }}>
            {VERDICT_WORDS[verdict.state]}.
          </Slab>{" "}
          <b>
            <Worded>{read(verdict.says)}</Worded>
          </b>{" "}
          <Worded>{read(verdict.remedy)}</Worded>
          </Box>
          {!age && <Stages verdict={verdict} />}
          {aside.length > 0 && (
            <Box aria-label="Set aside" sx={{ fontSize: "0.9rem" }}>
              Set aside, to be looked at again: {aside.slice(0, NAMED).join(", ")}
              {aside.length > NAMED && ` and ${aside.length - NAMED} more`}.
            </Box>
          )}
          {older && !age && <Box component="span" sx={{ color: inkSoft, fontSize: "0.85rem" }}> Worked out before what is typed now; the next answer is under way.</Box>}
        </Box>
        {verdict.more > 0 && (
          <Button onClick={() => setAll(!all)} aria-expanded={all} sx={BESIDE}>
            {all ? "Fewer" : `${verdict.more} more`}
          </Button>
        )}
        <Button onClick={() => there(verdict)} sx={BESIDE}>
          Go there
        </Button>
      </Box>
      {all && (
        <Box component="ol" sx={{ m: 0, mt: 0.5, pl: 5, maxHeight: 130, overflow: "auto" }}>
          {/* where the line is cut short, it is told whole here */}
          <Box component="li" sx={{ display: "none", [TIGHT]: { display: "list-item" } }}>
            {VERDICT_WORDS[verdict.state]}: {read(verdict.says)} {read(verdict.remedy)}
          </Box>
          {findings.slice(1).map((found, index) => (
            <li key={index}>
              <StateMark state={found.state} size={13} /> {VERDICT_WORDS[found.state]}: <Worded>{`${read(found.says)} ${read(found.remedy)}`}</Worded>{" "}
              <Link component="button" type="button" color="inherit" onClick={() => there(found)} sx={{ font: "inherit", fontWeight: 600, verticalAlign: "baseline" }}>
                Go there
              </Link>
            </li>
          ))}
        </Box>
      )}
    </Box>
  );
}
