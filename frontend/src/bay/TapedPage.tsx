/** Heights that are taped together: all of them in view, one pad that replaces what stands; each is written as soon as it is whole. */
import Box from "@mui/material/Box";
import ButtonBase from "@mui/material/ButtonBase";
import { useState } from "react";

import type { Entry, Question } from "../api/types";
import { hairline, ink, inkSoft, pencil, wash } from "../app/theme";
import { useUnits } from "../app/units";
import { LookAt } from "../instruments/LookAt";
import { About } from "./About";
import { BigButton } from "./Keypad";
import { Sure } from "./Sure";
import { TapePad } from "./TapePad";
import { refusal, unlikely } from "./believe";
import { useBayPage } from "./context";
import { inMm } from "./lengths";
import type { Page } from "./pages";

interface Props {
  page: Page;
  /** a trial that has its marks already, by name */
  guarded: string | null;
  /** the height under the pad */
  active: Question;
  setActive: (path: string) => void;
  onward: () => void;
}

export function TapedPage({ page, guarded, active, setActive, onward }: Props) {
  const { entries, write, may, record } = useBayPage();
  const { system, read } = useUnits();
  const [typed, setTyped] = useState<{ path: string; is: string } | null>(null);
  const [doubted, setDoubted] = useState<{ one: Question; is: string; why: string } | null>(null);
  const [problem, setProblem] = useState("");
  const [correcting, setCorrecting] = useState(false);
  const asked = page.questions;
  const written = (one: Question) => entries[one.path]?.is ?? "";
  const stands = (one: Question) => (typed?.path === one.path ? typed.is : written(one));
  // a trial that was whole when it was opened is corrected, never typed over; one under way is typed on
  const [whose] = useState(() => (asked.every((one) => written(one) || one.optional) ? guarded : null));
  const fixed = (one: Question) => Boolean(whose && written(one) && !correcting);
  const wrong = (one: Question) => (refusal(one, stands(one)) ? read(refusal(one, stands(one))) : one === active ? problem : "");
  const at = asked.indexOf(active);
  const next = [...asked.slice(at + 1), ...asked.slice(0, at)].find((one) => !written(one));
  const whole = asked.every((one) => written(one) || one.optional);

  function to(path: string) {
    setTyped(null);
    setProblem("");
    setActive(path);
  }
  /** Written down as soon as it is whole, each height by itself; whether it is. */
  function put(is: string, certain = false): boolean {
    if (!is) {
      setProblem("Nothing is written here.");
      return false;
    }
    if (refusal(active, is)) return false;
    const why = certain ? null : unlikely(active, is, entries, system);
    if (why && is !== written(active)) {
      setDoubted({ one: active, is, why });
      return false;
    }
    setDoubted(null);
    if (is !== written(active) || record.aside[active.path]) write({ [active.path]: { is, from: "measured", system } });
    return true;
  }
  function goOn(is: string, certain = false) {
    if (put(is, certain)) to(next?.path ?? active.path);
  }
  function choose(path: string) {
    if (typed?.is && !put(typed.is)) return;
    to(path);
  }

  if (doubted) {
    const no = () => {
      setTyped(null);
      setDoubted(null);
    };
    return <Sure is={doubted.is} why={doubted.why} no={no} yes={() => goOn(doubted.is, true)} />;
  }
  if (!may) {
    return (
      <Box sx={{ fontSize: "1.25rem", mt: 1 }}>
        {asked.map((one) => (
          <div key={one.path}>
            {one.ask}: <b>{written(one) || "not written down yet"}</b>
          </div>
        ))}
        The bay&apos;s readings are the technician&apos;s to write.
      </Box>
    );
  }
  return (
    <Box>
      <About question={active} />
      {whose && (
        <Box sx={{ display: "grid", gap: 1, fontSize: "1.15rem", mb: 1 }}>
          {correcting ? (
            <span>
              Correcting {whose.toLowerCase()}
              {written(active) && (
                <>
                  : it was <b>{written(active)}</b>
                </>
              )}
              . Only what was misread or miscounted; another setting is another trial.
            </span>
          ) : (
            <>
              <span>{whose} has its marks.</span>
              <BigButton press={() => setCorrecting(true)}>Correct {whose.toLowerCase()}</BigButton>
            </>
          )}
        </Box>
      )}
      <Box sx={{ display: "grid", gridTemplateColumns: asked.length > 1 ? "1fr 1fr" : "1fr", gap: 0.75, mb: 1 }}>
        {asked.map((one) => (
          <Height key={one.path} one={one} is={stands(one)} kept={Boolean(stands(one) && stands(one) === written(one))} wrong={wrong(one)} on={one === active} press={() => choose(one.path)} />
        ))}
      </Box>
      {!fixed(active) && (
        <>
          <LookAt path={active.path} />
          <TapePad
            key={`${active.path} ${written(active)}`}
            metric={system === "metric"}
            begin={stands(active)}
            near={nearOf(active, asked, written, entries)}
            set={(is) => {
              setProblem("");
              setTyped({ path: active.path, is });
            }}
            done={goOn}
          />
        </>
      )}
      <Box sx={{ mt: 1 }}>
        <BigButton press={() => (typed?.is ? goOn(typed.is) : whole ? onward() : put(""))} strong>
          {whole && !typed?.is ? "Next" : "Write it down"}
        </BigButton>
      </Box>
    </Box>
  );
}

/** About what is expected: taped before, on the other side, or just now beside it. */
function nearOf(active: Question, asked: Question[], written: (one: Question) => string, here: Record<string, Entry | null>): number | null {
  for (const one of active.believed?.beside ?? []) {
    const typed = here[one.path]?.is;
    const value = (typed ? inMm(typed) : null) ?? one.value;
    if (value !== null) return value;
  }
  if (active.near !== null) return active.near;
  const beside = asked.find((one) => one !== active && one.hold === active.hold && written(one));
  return beside ? inMm(written(beside)) : null;
}

interface HeightProps {
  one: Question;
  is: string;
  /** it is written down so */
  kept: boolean;
  wrong: string;
  on: boolean;
  press: () => void;
}

function Height({ one, is, kept, wrong, on, press }: HeightProps) {
  return (
    <ButtonBase
      onClick={press}
      data-height={one.path}
      aria-current={on ? "true" : undefined}
      sx={{ display: "grid", gridTemplateColumns: "1fr auto", columnGap: 1, justifyItems: "start", alignItems: "center", textAlign: "left", minHeight: 62, px: 1, fontFamily: "inherit", border: on ? `3px solid ${ink}` : `1.5px solid ${hairline}`, bgcolor: on ? wash : "background.paper", color: ink }}
    >
      <Box component="span" sx={{ fontSize: "1.05rem", lineHeight: 1.15 }}>
        {one.ask}
        {one.optional && <Box component="span" sx={{ color: inkSoft }}> · a check more</Box>}
      </Box>
      <Box component="span" data-stands sx={{ fontSize: "1.6rem", fontWeight: 600, whiteSpace: "nowrap" }}>
        {is || "–"}
        {kept && <Box component="span" aria-label="written down" sx={{ fontSize: "1.1rem" }}> ✓</Box>}
      </Box>
      {wrong && (
        <Box component="span" role="alert" sx={{ gridColumn: "1 / -1", color: pencil, fontWeight: 600, fontSize: "1.05rem" }}>
          {wrong}
        </Box>
      )}
    </ButtonBase>
  );
}
