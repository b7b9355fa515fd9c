/** What is ticked off together: one press says that all is so; a line that is not so is pressed and answered by itself. */
import Box from "@mui/material/Box";
import ButtonBase from "@mui/material/ButtonBase";
import { useState } from "react";

import type { Entry, Question } from "../api/types";
import { hairline, ink, inkSoft, paper, pencil } from "../app/theme";
import { useUnits } from "../app/units";
import { HitchCloseUp } from "../drawing/HitchDrawing";
import { StateMark } from "../parts/StateMark";
import { About } from "./About";
import { BigButton } from "./Keypad";
import { Step } from "./Step";
import { useBayPage } from "./context";
import { upToTheEnd, type Page } from "./pages";

interface Props {
  page: Page;
  /** a trial that has its marks already, by name: what is written of it is corrected, never typed over */
  guarded: string | null;
  onward: () => void;
  /** to the next stretch of the work */
  after: () => void;
}

export function TickedPage({ page, guarded, onward, after }: Props) {
  const { entries, write, may } = useBayPage();
  const { system } = useUnits();
  const [counted, setCounted] = useState<Record<string, string>>({});
  const [opened, setOpened] = useState<string | null>(null);
  const [correcting, setCorrecting] = useState(false);
  const written = (one: Question) => entries[one.path]?.is ?? "";
  const { asked, ended } = upToTheEnd(page.questions, written);
  const fixed = (one: Question) => Boolean(guarded && written(one) && !correcting);
  const entry = (is: string): Entry => ({ is, from: "measured", system });
  // What one press writes: what was counted here, and what is usually so where nothing is written.
  const open = asked.filter((one) => !written(one) && !counted[one.path] && !one.so && !one.optional);
  const toWrite = Object.fromEntries(
    asked.flatMap((one) => {
      const is = counted[one.path] ?? (written(one) || one.so);
      return is && is !== written(one) ? [[one.path, entry(is)]] : [];
    }),
  );
  const some = Object.keys(toWrite).length > 0;
  function allSo() {
    if (some) write(toWrite);
    setCounted({});
    if (ended) after();
    else if (open.length) setOpened(open[0]?.path ?? null);
    else onward();
  }
  function answered(one: Question, is: string) {
    setOpened(null);
    if (is !== written(one)) write({ [one.path]: entry(is) });
  }
  if (!may) {
    return (
      <Box component="ul" sx={{ listStyle: "none", m: 0, p: 0, fontSize: "1.2rem" }}>
        {asked.map((one) => (
          <Box component="li" key={one.path} sx={{ py: 0.75, borderBottom: `1px solid ${hairline}` }}>
            {one.ask} <b>{wordOf(one, written(one)) || "Not written down yet."}</b>
          </Box>
        ))}
        <Box sx={{ mt: 1 }}>The bay&apos;s readings are the technician&apos;s to write.</Box>
      </Box>
    );
  }
  return (
    <Box>
      {guarded && asked.some(written) && (
        <Box sx={{ display: "grid", gap: 1, fontSize: "1.15rem", mb: 1 }}>
          {correcting ? (
            <span>Correcting {guarded.toLowerCase()}: only what was misread or miscounted; another setting is another trial.</span>
          ) : (
            <>
              <span>{guarded} has its marks.</span>
              <BigButton press={() => setCorrecting(true)}>Correct {guarded.toLowerCase()}</BigButton>
            </>
          )}
        </Box>
      )}
      <Box component="ul" aria-label="To be ticked off" sx={{ listStyle: "none", m: 0, p: 0 }}>
        {asked.map((one, index) => (
          <Line
            key={one.path}
            one={one}
            told={asked[index - 1]?.why === one.why}
            is={counted[one.path] ?? written(one)}
            opened={!fixed(one) && one.kind !== "count" && (opened === one.path || (!written(one) && !one.so))}
            fixed={fixed(one)}
            open={() => setOpened(opened === one.path ? null : one.path)}
            count={(is) => setCounted({ ...counted, [one.path]: is })}
            answer={(is) => answered(one, is)}
          />
        ))}
      </Box>
      <Box role="alert" sx={{ color: pencil, fontWeight: 600, fontSize: "1.15rem", minHeight: "1.6em" }}>
        {opened && open.some((one) => one.path === opened) && "Answer this line: it is not taken to be so."}
      </Box>
      <BigButton strong press={allSo}>
        {some ? (open.length ? "All else is so" : "All so") : ended ? "Onward" : "Next"}
      </BigButton>
    </Box>
  );
}

/** What an answer is called. */
function wordOf(one: Question, is: string): string {
  const word = one.offers.find((offer) => offer.value === is)?.word ?? is;
  return one.kind === "part" && is ? (one.offers.some((offer) => offer.value === is) ? `as planned: ${word}` : word) : word;
}

interface LineProps {
  one: Question;
  /** why it is asked was told with the line above */
  told: boolean;
  /** what is written or was counted here, blank where nothing is */
  is: string;
  opened: boolean;
  fixed: boolean;
  open: () => void;
  count: (is: string) => void;
  answer: (is: string) => void;
}

/** One line: what is asked, and what is so; pressed, what else it may be. */
function Line({ one, told, is, opened, fixed, open, count, answer }: LineProps) {
  const { record, hitch } = useBayPage();
  const said = is || one.so;
  return (
    <Box component="li" data-tick={one.path} data-state={is ? "written" : "open"} sx={{ borderBottom: `1px solid ${hairline}`, py: 0.6 }}>
      <Box sx={{ display: "grid", gridTemplateColumns: "auto 1fr minmax(200px, 34%)", columnGap: 1.5, alignItems: "center", "@media (max-width: 600px)": { gridTemplateColumns: "0 1fr minmax(150px, 34%)", "& > :first-of-type": { overflow: "hidden" } } }}>
        {/* in practice the yard stands above, and where to look is for the one who holds the tape to know */}
        <Box>{!record.practice && <HitchCloseUp drawn={hitch} hold={one.hold} />}</Box>
        <Box>
          <Box sx={{ fontSize: "1.3rem", fontWeight: 600, lineHeight: 1.15 }}>{one.ask}</Box>
          <Box sx={{ color: inkSoft }}>
            <About question={one} small told={told} />
          </Box>
        </Box>
        {one.kind === "count" && !fixed ? (
          <Step name={one.ask} is={said} written={Boolean(is)} parts={one.parts} begin={one.near ?? one.believed?.least ?? 0} least={one.believed?.least ?? 0} most={one.believed?.most ?? 99} set={count} />
        ) : (
          <ButtonBase
            onClick={open}
            disabled={fixed}
            aria-expanded={opened}
            aria-label={`${one.ask} ${wordOf(one, said) || "open"}`}
            sx={{ minHeight: 58, px: 1, gap: 1, fontSize: "1.15rem", fontWeight: 600, fontFamily: "inherit", lineHeight: 1.1, border: is ? `2px solid ${ink}` : `2px dashed ${inkSoft}`, bgcolor: is ? ink : "background.paper", color: is ? paper : ink }}
          >
            {is && one.so && is !== one.so && <StateMark state="caution" size={18} />}
            {is && one.so === is && "✓ "}
            {wordOf(one, said) || "–"}
          </ButtonBase>
        )}
      </Box>
      {opened && (
        <Box role="group" aria-label={one.ask} sx={{ display: "grid", gridTemplateColumns: "repeat(auto-fit, minmax(220px, 1fr))", gap: 0.75, mt: 0.75 }}>
          {one.offers.map((offer) => (
            <BigButton key={offer.value} press={() => answer(offer.value)} current={is === offer.value}>
              {one.kind === "part" ? `Fitted as planned: ${offer.word}` : offer.word}
            </BigButton>
          ))}
          {one.kind === "part" && one.offers.length === 0 && <Box sx={{ fontSize: "1.1rem", color: pencil }}>Nothing is chosen for this rig: the Hitch station says why.</Box>}
        </Box>
      )}
    </Box>
  );
}
