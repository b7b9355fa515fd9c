/** A big way to answer one question: a keypad, or what may be chosen; what is odd is asked again before it is written. */
import Box from "@mui/material/Box";
import { useQueryClient } from "@tanstack/react-query";
import { useState } from "react";

import type { Entry, Provenance, Question, UnitSystem } from "../api/types";
import { pencil } from "../app/theme";
import { useUnits } from "../app/units";
import { BallUp } from "../drawing/BallUp";
import { LookAt } from "../instruments/LookAt";
import { TakeIt } from "../instruments/TakeIt";
import { NONE } from "../parts/EntryField";
import { Sure } from "./Sure";
import { BigButton, Keypad, type PadKind } from "./Keypad";
import { refusal, unlikely } from "./believe";
import type { BayOnPage } from "./context";

interface Props {
  question: Question;
  onward: () => void;
  /** what has its marks already: what is written of it is corrected, never typed over */
  guarded?: string | null;
  /** what is written, by whom, and writing more */
  page: Pick<BayOnPage, "entries" | "write" | "may" | "record">;
  /** where a figure here comes from, and to what it was taped */
  from?: Provenance;
  datum?: string | undefined;
  /** who writes it, where this person does not */
  whose?: string;
  /** on a phone */
  small?: boolean;
}

export function Answer({ question, onward, guarded = null, page, from = "measured", datum, whose = "The bay's readings are the technician's to write.", small = false }: Props) {
  const { entries, write, may, record } = page;
  const { system, read } = useUnits();
  const [problem, setProblem] = useState("");
  const [sure, setSure] = useState<{ text: string; why: string } | null>(null);
  const [correcting, setCorrecting] = useState(false);
  const now = entries[question.path]?.is ?? "";
  const queries = useQueryClient();
  const took = () => {
    void queries.invalidateQueries({ queryKey: ["bay", record.id] });
    onward();
  };

  function put(is: string, certain = false) {
    if (!is) {
      setProblem("Nothing is written here.");
      return;
    }
    const refused = refusal(question, is);
    if (refused) {
      setProblem(read(refused));
      return;
    }
    const odd = certain ? null : unlikely(question, is, entries, system);
    if (odd && is !== now) {
      setSure({ text: is, why: odd });
      return;
    }
    setProblem("");
    setSure(null);
    if (is !== now || record.aside[question.path] || (datum && datum !== entries[question.path]?.datum)) {
      const entry: Entry = { is, from, system, ...(datum ? { datum } : {}) };
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
        {whose}
      </Box>
    );
  }
  if (guarded && now && !correcting) {
    const by = record.entries[question.path]?.by;
    return (
      <Box sx={{ display: "grid", gap: 1, fontSize: "1.25rem" }}>
        <Box>
          {guarded} has its marks. Written down: <b>{question.offers.find((one) => one.value === now)?.word ?? now}</b>
          {by && `, by ${by}`}.
        </Box>
        <BigButton press={() => setCorrecting(true)}>Correct {guarded.toLowerCase()}</BigButton>
      </Box>
    );
  }
  if (sure) {
    return <Sure is={sure.text} why={sure.why} no={() => setSure(null)} yes={() => put(sure.text, true)} />;
  }
  if (question.kind === "choice" || question.kind === "part") {
    return (
      <Box sx={{ display: "grid", gap: 1 }} role="group" aria-label={question.ask}>
        {question.offers.map((one) => (
          <BigButton key={one.value} press={() => put(one.value)} current={now === one.value}>
            {question.balls.length > 0 && <BallUp balls={question.balls} up={one.value} />}
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
  const kind = padOf(question, system);
  return (
    <>
      {correcting && (
        <Box sx={{ fontSize: "1.15rem" }}>
          Correcting {guarded?.toLowerCase()}: it was <b>{now}</b>. Only what was misread or miscounted; another setting is another trial.
        </Box>
      )}
      <LookAt path={question.path} />
      {question.kind === "weight" && <TakeIt record={record} paths={[question.path]} taken={took} />}
      <Keypad small={small} key={kind} kind={kind} parts={question.parts} begin={now} problem={problem} check={(text) => (refusal(question, text) ? read(refusal(question, text)) : "")} done={put} />
      {question.none && (
        <Box sx={{ mt: 1, display: "grid" }}>
          <BigButton press={() => put(NONE)} current={now === NONE}>
            {question.none.charAt(0).toUpperCase() + question.none.slice(1)}
          </BigButton>
        </Box>
      )}
    </>
  );
}

function padOf(question: Question, system: UnitSystem): PadKind {
  if (question.kind === "count") return "count";
  if (question.kind === "pressure") return system === "us" ? "psi" : "kPa";
  if (question.kind === "weight") return system === "us" ? "lb" : "kg";
  if (question.kind === "area") return system === "us" ? "sq ft" : "m²";
  if (question.kind === "force") return "kN";
  return system === "us" ? "inches" : "millimetres";
}
