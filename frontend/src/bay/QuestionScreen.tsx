/** One question a screen: what to measure, why, where to hold the tape, and a big way to answer. */
import Box from "@mui/material/Box";
import { useState } from "react";

import type { BaySection, Entry, Fit, Question } from "../api/types";
import { inkSoft, pencil } from "../app/theme";
import { useUnits } from "../app/units";
import { Slab } from "../parts/Slab";
import { BigButton, Keypad, type PadKind } from "./Keypad";
import { TapeView } from "./TapeView";
import { useBayPage } from "./context";

export function QuestionScreen({ fit, section, after }: { fit: Fit; section: BaySection; after: () => void }) {
  const { entries, waiting } = useBayPage();
  const done = (one: Question) => Boolean(entries[one.path]?.is);
  const [at, setAt] = useState(() => Math.max(0, section.questions.findIndex((one) => !done(one))));
  const question = section.questions[Math.min(at, section.questions.length - 1)];
  if (!question) return null;
  const last = at >= section.questions.length - 1;
  const onward = () => (last ? after() : setAt(at + 1));
  return (
    <Box>
      <Box sx={{ height: 250, borderBottom: "1px solid" }}>
        <TapeView elevation={fit.elevation} question={question} bars={section.key === "c" || section.key === "proof"} />
      </Box>
      <Box sx={{ display: "flex", alignItems: "baseline", gap: 2, mt: 1 }}>
        <Slab size="bay" component="h2" data-question={question.path} sx={{ lineHeight: 1.15, flex: 1 }}>
          {question.ask}
        </Slab>
        <Box sx={{ color: inkSoft, whiteSpace: "nowrap", fontSize: "1.1rem" }}>
          {at + 1} of {section.questions.length}
        </Box>
      </Box>
      <Box sx={{ fontSize: "1.15rem", mb: 1 }}>
        {question.why}
        {waiting.has(question.path) && <b> Written here, not yet sent.</b>}
      </Box>
      <Answer key={question.path} question={question} onward={onward} />
      {(section.key === "coupling" || section.key === "b") && <BesidePlan fit={fit} />}
      <Box sx={{ display: "grid", gridTemplateColumns: "1fr 1fr", gap: 1, mt: 1.25 }}>
        <BigButton press={() => setAt(at - 1)} disabled={at === 0}>
          Back
        </BigButton>
        <BigButton press={onward}>{done(question) ? (last ? "Onward" : "Next") : "Leave it for later"}</BigButton>
      </Box>
    </Box>
  );
}

/** Where what is measured differs from the plan, as soon as it does. */
function BesidePlan({ fit }: { fit: Fit }) {
  const { read } = useUnits();
  const off = fit.beside.filter((one) => one.state === "caution");
  if (!off.length && !fit.refit) return null;
  return (
    <Box role="note" aria-label="The plan beside what was measured" sx={{ border: `1.5px dashed ${pencil}`, p: 1, mt: 1, fontSize: "1.1rem" }}>
      {off.map((one) => (
        <div key={one.key}>
          <b>{one.name}</b>: plan {one.planned.text ? read(one.planned.text) : "unknown"}, is {one.measured.text ? read(one.measured.text) : "unknown"}. {read(one.says)}
        </div>
      ))}
      {fit.refit && <b>{read(fit.refit)}</b>}
    </Box>
  );
}

function Answer({ question, onward }: { question: Question; onward: () => void }) {
  const { entries, write, may } = useBayPage();
  const { system } = useUnits();
  const [problem, setProblem] = useState("");
  const now = entries[question.path]?.is ?? "";

  function put(is: string) {
    if (!is) {
      setProblem("Nothing is written here.");
      return;
    }
    setProblem("");
    if (is !== now) {
      const entry: Entry = { is, from: "measured", system };
      write({ [question.path]: entry });
    }
    onward();
  }

  if (!may) {
    return (
      <Box sx={{ fontSize: "1.25rem" }}>
        {now ? (
          <>
            Written down: <b>{question.offers.find((one) => one.value === now)?.word ?? now}</b>.
          </>
        ) : (
          "Not written down yet."
        )}{" "}
        The bay&apos;s readings are the technician&apos;s to write.
      </Box>
    );
  }
  if (question.kind === "choice" || question.kind === "part") {
    return (
      <Box sx={{ display: "grid", gap: 1 }} role="group" aria-label={question.ask}>
        {question.offers.map((one) => (
          <BigButton key={one.value} press={() => put(one.value)} current={now === one.value}>
            {question.kind === "part" ? `Fitted as planned: ${one.word}` : one.word}
          </BigButton>
        ))}
        {question.kind === "part" && now && !question.offers.some((one) => one.value === now) && <Box sx={{ fontSize: "1.15rem" }}>On the vehicle: {now}.</Box>}
        {question.kind === "part" && question.offers.length === 0 && (
          <Box sx={{ fontSize: "1.15rem", color: pencil }}>Nothing is chosen for this rig: the Hitch station says why.</Box>
        )}
      </Box>
    );
  }
  const kind: PadKind = question.kind === "count" ? "count" : system === "us" ? "inches" : "millimetres";
  return <Keypad key={kind} kind={kind} halves={question.halves} begin={now} problem={problem} done={put} />;
}
