/** What if: the head a hole up or down, a setting more, more on the tongue, a softer vehicle; the effect as change. */
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import TextField from "@mui/material/TextField";

import type { WhatIfAsk } from "../api/types";
import { inkSoft, pencil } from "../app/theme";
import { useUnits } from "../app/units";
import { Panel } from "../parts/Rows";
import { Table } from "../parts/Table";
import { useRig, useSection } from "../rig/context";
import { STATE_ROWS } from "./CoupledRig";

type Count = "holes" | "softer";

export function WhatIf() {
  const { whatIf, askWhatIf, draft } = useRig();
  const { read, system } = useUnits();
  const asked: WhatIfAsk = whatIf ?? {};
  const answer = draft.live?.what_if ?? null;
  const { settings, states } = useSection("heights");
  const refused = draft.problems["what_if.tongue"];

  const set = (more: Partial<WhatIfAsk>) => askWhatIf({ ...asked, system, ...more });
  const before = states[states.length - 1];

  const count = (name: Count) => ({ now: asked[name] ?? 0, set: (now: number) => set({ [name]: now }) });

  return (
    <Panel title="What if" note="everything else left as it is set">
      <Box sx={{ display: "grid", gridTemplateColumns: "minmax(230px, 0.9fr) minmax(200px, 1fr)", gap: 2.5, "@media (max-width: 560px)": { gridTemplateColumns: "1fr" } }}>
        <Box>
          <Stepper {...count("holes")} word="Head, holes up" />
          {settings?.counts.map(({ kind, stepper }) => (
            <Stepper key={kind} word={stepper} now={asked.settings?.[kind] ?? 0} set={(now) => set({ settings: { ...asked.settings, [kind]: now } })} />
          ))}
          <Stepper {...count("softer")} word="Springs softer" by={10} least={0} most={50} unit=" %" />
          <TextField label="On the tongue" placeholder={system === "us" ? "100 lb" : "45 kg"} value={asked.tongue ?? ""} onChange={(event) => set({ tongue: event.target.value })} error={Boolean(refused)} helperText={refused} slotProps={{ htmlInput: { maxLength: 30 }, inputLabel: { shrink: true } }} sx={{ mt: 1, width: 150 }} />
          <Button variant="text" disabled={whatIf === null} onClick={() => askWhatIf(null)} sx={{ mt: 1, ml: 1 }}>
            As it is
          </Button>
        </Box>
        <Box>
          {!answer && <Box sx={{ color: inkSoft }}>Ask, and the change of every figure stands here; the drawing shows the rig as asked.</Box>}
          {answer?.ask && <Box sx={{ color: pencil }}>It cannot be worked out. Go and read: {answer.ask}.</Box>}
          {answer?.state && (
            <Table cells={{ py: 0.25, pr: 0 }}>
              <tbody>
                {STATE_ROWS.filter(([name]) => answer.changes[name] && before?.[name]).map(([name, word]) => (
                  <tr key={name} data-change={name}>
                    <td>{word}</td>
                    <Box component="td" sx={{ textAlign: "right", fontWeight: 600, whiteSpace: "nowrap" }}>
                      {read(answer.changes[name])}
                    </Box>
                    <Box component="td" sx={{ textAlign: "right", color: inkSoft, pl: 1, whiteSpace: "nowrap" }}>
                      {answer.state?.[name] && wellKnown(answer.state[name]) && <>to {read(answer.state[name].text)}</>}
                    </Box>
                  </tr>
                ))}
              </tbody>
            </Table>
          )}
        </Box>
      </Box>
      {answer?.says.map((one, index) => (
        <Box key={index} sx={{ mt: 0.75 }}>
          {read(one)}
        </Box>
      ))}
    </Panel>
  );
}

/** A figure whose spread swallows it is sent with the spread's size and without its words. */
const wellKnown = (figure: { spread_value?: number | null; spread?: unknown }) => figure.spread_value == null || figure.spread != null;

interface StepperProps {
  word: string;
  now: number;
  set: (now: number) => void;
  by?: number;
  least?: number;
  most?: number;
  unit?: string;
}

function Stepper({ word, now, set, by = 1, least = -6, most = 6, unit = "" }: StepperProps) {
  return (
    <Box sx={{ display: "grid", gridTemplateColumns: "1fr 36px 74px 36px", alignItems: "center", gap: 0.5, py: 0.25 }}>
      <span>{word}</span>
      <Button aria-label={`${word}: less`} disabled={now - by < least} onClick={() => set(now - by)} sx={{ minWidth: 0, p: 0 }}>
        −
      </Button>
      <Box sx={{ textAlign: "center", fontWeight: 600 }} aria-live="polite">
        {now > 0 && least < 0 ? `+${now}` : now}
        {unit}
      </Box>
      <Button aria-label={`${word}: more`} disabled={now + by > most} onClick={() => set(now + by)} sx={{ minWidth: 0, p: 0 }}>
        +
      </Button>
    </Box>
  );
}
