/** A screen of the bay: what is ticked off together, what is taped together, or one question; with where to hold the tape. */
import Box from "@mui/material/Box";
import ButtonBase from "@mui/material/ButtonBase";
import { useState } from "react";

import type { BaySection, Fit, Question } from "../api/types";
import { ink, inkSoft, paper, pencil } from "../app/theme";
import { useUnits } from "../app/units";
import { Slab } from "../parts/Slab";
import { Answer } from "./Answer";
import { About } from "./About";
import { BigButton } from "./Keypad";
import { TapedPage } from "./TapedPage";
import { TapeView } from "./TapeView";
import { TickedPage } from "./TickedPage";
import { aroundHere, pagesOf, type Here, type Page } from "./pages";
import { hasMarks, trialName } from "./trials";
import { useBayPage } from "./context";

interface Props {
  fit: Fit;
  section: BaySection;
  /** the question to begin with; the first that is open, where it is none of these */
  begin: string | null;
  after: () => void;
}

export function QuestionScreen({ fit, section, begin, after }: Props) {
  const bay = useBayPage();
  const { entries, trial, trials, visit, record } = bay;
  const done = (one: Question) => Boolean(entries[one.path]?.is);
  const pages = pagesOf(section.questions);
  const holds = (wanted: (one: Question) => boolean) => pages.findIndex((page) => page.questions.some(wanted));
  // Where one is stands by name, and what is on the screen stays there until one goes on: the list may grow and shrink while an answer
  // is under way (marks to be read again), and nothing changes under the finger.
  const upTo = (index: number): Here => ({ passed: pages.slice(0, index).map((one) => one.key), shown: pages[index] });
  const [here, setHere] = useState(() => {
    const asked = holds((one) => one.path === begin);
    if (asked >= 0) return upTo(asked);
    // the first that is wanted; else the first check more that is open, but for a trial that is whole: that one is looked through
    const open = holds((one) => !done(one) && !one.optional);
    const whole = section.key === "c" && trial !== null && hasMarks(trial, entries);
    return upTo(open >= 0 ? open : whole ? 0 : Math.max(0, holds((one) => !done(one))));
  });
  const { at, next } = aroundHere(here, pages);
  const page = pages[at] ?? here.shown ?? pages[next];
  const firstOpen = (one: Page | undefined) => one?.questions.find((asked) => !done(asked))?.path ?? null;
  const [active, setActive] = useState(() => (page?.questions.some((one) => one.path === begin) ? begin : firstOpen(page)));
  const setAt = (index: number) => {
    setHere(upTo(index));
    setActive(firstOpen(pages[index]));
  };
  if (!page) return null;
  const question = page.questions.find((one) => one.path === active) ?? page.questions.find((one) => !done(one)) ?? page.questions[0];
  if (!question) return null;
  const last = next >= pages.length;
  const onward = () => (last ? after() : setAt(next));
  const ofTrial = section.key === "c" && trial !== null;
  const guarded = ofTrial && hasMarks(trial, entries) ? trialName(trial) : null;
  const whole = page.questions.every((one) => done(one) || one.optional);
  const shared = { key: page.key, page, guarded, onward, after };
  return (
    <Box data-screen={page.key}>
      {ofTrial && (
        <Box sx={{ display: "flex", gap: 1, alignItems: "center", mb: 0.5, flexWrap: "wrap" }}>
          <Slab size="inherit" component="div" data-trial={trial} sx={{ fontSize: "1.9rem", lineHeight: 1.1, flex: 1 }}>
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
      {!record.practice && page.kind !== "ticked" && (
        <Box sx={{ height: page.questions.length > 4 ? 165 : 230, borderBottom: "1px solid" }}>
          <TapeView elevation={fit.elevation} hitch={fit.hitch} question={question} bars={section.key === "c" || section.key === "proof"} />
        </Box>
      )}
      <Box sx={{ display: "flex", alignItems: "baseline", gap: 2, mt: 1 }}>
        {page.kind === "ticked" ? (
          <Slab size="bay" component="h2" sx={{ lineHeight: 1.15, flex: 1 }}>
            {ofTrial ? fit.loaded.charAt(0).toUpperCase() + fit.loaded.slice(1) : section.name}
          </Slab>
        ) : (
          <Slab size="bay" component="h2" data-question={question.path} sx={{ lineHeight: 1.15, flex: 1 }}>
            {question.ask}
          </Slab>
        )}
        <Box sx={{ color: inkSoft, whiteSpace: "nowrap", fontSize: "1.1rem" }}>
          {at >= 0 && `${at + 1} of ${pages.length}`}
        </Box>
      </Box>
      {page.kind === "ticked" && <TickedPage {...shared} />}
      {page.kind === "taped" && <TapedPage {...shared} active={question} setActive={setActive} />}
      {page.kind === "alone" && (
        <>
          <About question={question} />
          <Answer key={question.path} question={question} onward={onward} page={bay} guarded={guarded} />
        </>
      )}
      {(section.key === "coupling" || section.key === "mounting" || section.key === "b") && <BesidePlan fit={fit} />}
      <Box sx={{ display: "grid", gridTemplateColumns: "1fr 1fr", gap: 1, mt: 1.25 }}>
        <BigButton press={() => setAt((at < 0 ? next : at) - 1)} disabled={at === 0 || next === 0}>
          Back
        </BigButton>
        {/* a screen of several that is whole has its own way on */}
        {!(whole && page.kind !== "alone" && bay.may) && <BigButton press={onward}>{whole && page.questions.some(done) ? (last ? "Onward" : "Next") : page.questions.every((one) => one.optional) ? "Go on without it" : "Leave it for later"}</BigButton>}
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
