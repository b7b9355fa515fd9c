/** One question a screen: what to measure, why, where to hold the tape, and a big way to answer. */
import Box from "@mui/material/Box";
import ButtonBase from "@mui/material/ButtonBase";
import { useState } from "react";

import type { BaySection, Fit, Question } from "../api/types";
import { day } from "../app/dates";
import { ink, inkSoft, paper, pencil, wash } from "../app/theme";
import { useUnits } from "../app/units";
import { Slab } from "../parts/Slab";
import { Answer } from "./Answer";
import { BigButton } from "./Keypad";
import { TapeView } from "./TapeView";
import { hasMarks, trialName } from "./trials";
import { useBayPage } from "./context";

interface Props {
  fit: Fit;
  section: BaySection;
  /** the question to begin with; the first that is open, where it is none of these */
  begin: string | null;
  after: () => void;
}

/** Where one is: the question on the screen, and the names of those that one went past to it. */
interface Here {
  passed: string[];
  shown: Question | undefined;
}

export function QuestionScreen({ fit, section, begin, after }: Props) {
  const page = useBayPage();
  const { entries, waiting, trial, trials, visit, record } = page;
  const { read } = useUnits();
  const done = (one: Question) => Boolean(entries[one.path]?.is);
  const paths = section.questions.map((one) => one.path);
  // Where one is stands by name, and what is on the screen stays there until one goes on: the list may grow and shrink while an answer
  // is under way (marks to be read again), and nothing changes under the finger.
  const upTo = (index: number): Here => ({ passed: paths.slice(0, index), shown: section.questions[index] });
  const [here, setHere] = useState(() => {
    const asked = paths.indexOf(begin ?? "");
    if (asked >= 0) return upTo(asked);
    // the first that is wanted; else the first check more that is open, but for a trial that is whole: that one is looked through
    const open = section.questions.findIndex((one) => !done(one) && !one.optional);
    const whole = section.key === "c" && trial !== null && hasMarks(trial, entries);
    return upTo(open >= 0 ? open : whole ? 0 : Math.max(0, section.questions.findIndex((one) => !done(one))));
  });
  const { at, next } = aroundHere(here, paths);
  const setAt = (index: number) => setHere(upTo(index));
  const question = section.questions[at] ?? here.shown ?? section.questions[next];
  if (!question) return null;
  const last = next >= section.questions.length;
  const onward = () => (last ? after() : setAt(next));
  const ofTrial = section.key === "c" && trial !== null;
  // What of the trailer was good on an earlier visit is the target here.
  const target = ofTrial ? entries[`bay.good_${question.path.split(".").at(-1)}`] : null;
  const aside = entries[question.path]?.is ? undefined : record.aside[question.path];
  return (
    <Box>
      {ofTrial && (
        <Box sx={{ display: "flex", gap: 1, alignItems: "center", mb: 0.5, flexWrap: "wrap" }}>
          <Slab size="inherit" component="div" data-trial={trial} sx={{ fontSize: "2.6rem", lineHeight: 1.1, flex: 1 }}>
            {trialName(trial)}
          </Slab>
          {trials.keys.length > 1 &&
            trials.keys.map((key) => (
              <ButtonBase key={key} onClick={() => visit("c", { trial: key })} aria-current={key === trial ? "true" : undefined} sx={{ minWidth: 52, minHeight: 52, px: 1, fontSize: "1.05rem", fontFamily: "inherit", fontWeight: 600, border: `1.5px solid ${ink}`, bgcolor: key === trial ? ink : "background.paper", color: key === trial ? paper : ink }}>
                {trialName(key)}
              </ButtonBase>
            ))}
        </Box>
      )}
      {/* in practice the yard stands above, and where the tape belongs is for the one who holds it to know */}
      {!record.practice && (
        <Box sx={{ height: 250, borderBottom: "1px solid" }}>
          <TapeView elevation={fit.elevation} question={question} bars={section.key === "c" || section.key === "proof"} />
        </Box>
      )}
      <Box sx={{ display: "flex", alignItems: "baseline", gap: 2, mt: 1 }}>
        <Slab size="bay" component="h2" data-question={question.path} sx={{ lineHeight: 1.15, flex: 1 }}>
          {question.ask}
        </Slab>
        <Box sx={{ color: inkSoft, whiteSpace: "nowrap", fontSize: "1.1rem" }}>
          {at >= 0 && `${at + 1} of ${section.questions.length}`}
        </Box>
      </Box>
      <Box sx={{ fontSize: "1.15rem", mb: 1 }}>
        {question.why}
        {waiting.has(question.path) && <b> Written here, not yet sent.</b>}
        {target && (
          <Box>
            When it was good{entries["bay.good_vehicle"] && `, with ${entries["bay.good_vehicle"].is}`}: <b>{target.is}</b>.
          </Box>
        )}
      </Box>
      {aside && (
        <Box data-aside={question.path} sx={{ fontSize: "1.15rem", bgcolor: wash, px: 1, py: 0.5, mb: 1 }}>
          <s>
            <b>{question.offers.find((one) => one.value === aside.is)?.word ?? aside.is}</b>
          </s>{" "}
          {aside.by}, {day(aside.at)}: set aside, {read(aside.why)}. Look at it again.
        </Box>
      )}
      <Answer key={question.path} question={question} onward={onward} page={page} guarded={ofTrial && hasMarks(trial, entries) ? trialName(trial) : null} />
      {(section.key === "coupling" || section.key === "b") && <BesidePlan fit={fit} />}
      <Box sx={{ display: "grid", gridTemplateColumns: "1fr 1fr", gap: 1, mt: 1.25 }}>
        <BigButton press={() => setAt((at < 0 ? next : at) - 1)} disabled={at === 0 || next === 0}>
          Back
        </BigButton>
        <BigButton press={onward}>{done(question) ? (last ? "Onward" : "Next") : question.optional ? "Go on without it" : "Leave it for later"}</BigButton>
      </Box>
    </Box>
  );
}

/** The place in the list of the question that is shown, -1 where it is asked no more; and the place of the one after it. */
function aroundHere({ passed, shown }: Here, paths: string[]): { at: number; next: number } {
  const at = paths.indexOf(shown?.path ?? "");
  if (at >= 0) return { at, next: at + 1 };
  const still = passed.filter((path) => paths.includes(path)).at(-1);
  return { at, next: still === undefined ? 0 : paths.indexOf(still) + 1 };
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
