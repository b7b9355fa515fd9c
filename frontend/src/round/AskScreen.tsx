/** One figure of the walk: where to look, what the label looks like, the figure, and a photograph of it. */
import Box from "@mui/material/Box";
import ButtonBase from "@mui/material/ButtonBase";
import { useState } from "react";

import type { Entry, RigRecord, Stop } from "../api/types";
import { ink, inkSoft, paper, pencil } from "../app/theme";
import { useUnits } from "../app/units";
import { useFields } from "../rig/context";
import { Answer } from "../bay/Answer";
import { BigButton } from "../bay/Keypad";
import { LabelSketch } from "../drawing/LabelSketch";
import { Slab } from "../parts/Slab";
import { PhotographOf } from "./PhotographOf";
import type { OnTheWay } from "./photographs";

interface Props {
  stop: Stop;
  ask: Stop["asks"][number];
  counted: string;
  entries: Record<string, Entry | null>;
  record: RigRecord;
  write: (entries: Record<string, Entry | null>) => void;
  pictures: OnTheWay;
  back: (() => void) | null;
  onward: () => void;
}

export function AskScreen({ stop, ask, counted, entries, record, write, pictures, back, onward }: Props) {
  const { question, datums } = ask;
  const { path } = question;
  const { read } = useUnits();
  const may = useFields().data?.[path]?.may_write || record.practice;
  const [datum, setDatum] = useState(entries[path]?.datum || datums[0]?.value);
  const lines = stop.asks.map((one) => ({ path: one.question.path, prints: one.prints }));
  return (
    <Box>
      <Box sx={{ display: "grid", gridTemplateColumns: "170px 1fr", gap: 1.25, alignItems: "start" }}>
        <LabelSketch form={stop.form} lines={lines} asked={path} />
        <Box sx={{ lineHeight: 1.2 }}>
          <Slab size="panel" component="h2">
            {stop.name}
          </Slab>
          <Box sx={{ fontSize: "0.9rem" }}>{stop.look}</Box>
        </Box>
      </Box>
      <Box sx={{ display: "flex", alignItems: "baseline", gap: 1, mt: 0.75 }}>
        <Slab size="bay" component="h3" data-question={path} sx={{ lineHeight: 1.1, flex: 1, fontSize: "1.45rem" }}>
          {question.ask}
        </Slab>
        <Box sx={{ color: inkSoft, whiteSpace: "nowrap" }}>{counted}</Box>
      </Box>
      {ask.decides.length > 0 && (
        <Box sx={{ fontSize: "0.95rem" }}>
          Decides {ask.decides.slice(0, 2).join(", ")}
          {ask.decides.length > 2 && ` and ${ask.decides.length - 2} more`}.
        </Box>
      )}
      {datums.length > 0 && (
        <Box role="group" aria-label="Taped" sx={{ display: "flex", gap: 0.5, mt: 0.5 }}>
          {datums.map((one) => (
            <ButtonBase key={one.value} onClick={() => setDatum(one.value)} aria-pressed={datum === one.value} sx={{ flex: 1, minHeight: 44, fontFamily: "inherit", fontWeight: 600, border: `1.5px solid ${ink}`, bgcolor: datum === one.value ? ink : "background.paper", color: datum === one.value ? paper : ink }}>
              {one.word}
            </ButtonBase>
          ))}
        </Box>
      )}
      {ask.mismatch && (
        <Box role="alert" data-mismatch={path} sx={{ color: pencil, fontWeight: 600, mt: 0.5 }}>
          {read(ask.mismatch)}
        </Box>
      )}
      <Answer question={question} onward={onward} page={{ entries, write, may, record }} from={ask.usual} datum={datum} whose="This is not yours to write." small />
      <Box sx={{ display: "grid", gridTemplateColumns: "1fr 1.6fr 1fr", gap: 1, mt: 1 }}>
        <BigButton press={() => back?.()} disabled={!back}>
          Back
        </BigButton>
        <PhotographOf path={path} read={Boolean(entries[path]?.is)} record={record} pictures={pictures} />
        <BigButton press={onward}>{entries[path]?.is ? "Next" : "Later"}</BigButton>
      </Box>
    </Box>
  );
}
