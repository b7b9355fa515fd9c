/** What stands under a question: why it is asked, what was good before, and what was set aside. */
import Box from "@mui/material/Box";

import type { Question } from "../api/types";
import { day } from "../app/dates";
import { wash } from "../app/theme";
import { useUnits } from "../app/units";
import { useBayPage } from "./context";

/** ``told``: the same was said of the line above. */
export function About({ question, small = false, told = false }: { question: Question; small?: boolean; told?: boolean }) {
  const { entries, waiting } = useBayPage();
  // What of the trailer was good on an earlier visit is the target here.
  const target = question.path.startsWith("trials.") ? entries[`bay.good_${question.path.split(".").at(-1)}`] : null;
  return (
    <Box sx={{ fontSize: small ? "1.05rem" : "1.15rem", lineHeight: 1.25, mb: small ? 0 : 1 }}>
      {!told && question.why}
      {waiting.has(question.path) && <b> Written here, not yet sent.</b>}
      {target && (
        <Box>
          When it was good{entries["bay.good_vehicle"] && `, with ${entries["bay.good_vehicle"].is}`}: <b>{target.is}</b>.
        </Box>
      )}
      <Aside question={question} />
    </Box>
  );
}

/** What stood there and counts no more: with what overtook it. */
function Aside({ question }: { question: Question }) {
  const { entries, record } = useBayPage();
  const { read } = useUnits();
  const aside = entries[question.path]?.is ? undefined : record.aside[question.path];
  if (!aside) return null;
  return (
    <Box data-aside={question.path} sx={{ fontSize: "1.15rem", bgcolor: wash, px: 1, py: 0.5, mt: 0.5 }}>
      <s>
        <b>{question.offers.find((one) => one.value === aside.is)?.word ?? aside.is}</b>
      </s>{" "}
      {aside.by}, {day(aside.at)}: set aside, {read(aside.why)}. Look at it again.
    </Box>
  );
}
