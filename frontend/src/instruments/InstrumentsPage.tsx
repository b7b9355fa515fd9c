/** The house's instruments: where each is, how its line reads, how finely, and when it was looked at. The manager keeps them. */
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import NativeSelect from "@mui/material/NativeSelect";
import TextField from "@mui/material/TextField";
import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";

import { api, type Refusal } from "../api/client";
import type { Instrument, InstrumentKeep, Instruments, InstrumentTried } from "../api/types";
import { hairline, inkSoft, pencil } from "../app/theme";
import { Notice } from "../parts/Notice";
import { Panel } from "../parts/Rows";
import { Slab } from "../parts/Slab";
import { StateMark } from "../parts/StateMark";
import { Table } from "../parts/Table";
import { Agents } from "./Agents";
import { useInstruments } from "./TakeIt";

type Form = Omit<InstrumentKeep, "checked" | "due"> & { checked: string; due: string };

const NEW: Form = { revision: 0, name: "", kind: "tongue_scale", address: "", line: "worded", pattern: "", unit: "lb", mark: "1 lb", capacity: "2000 lb", serial: "", checked: "", due: "", retired: false, agent: "" };
const OWN = "";

export function InstrumentsPage() {
  const told = useInstruments();
  const [edited, setEdited] = useState<Instrument | "new" | null>(null);
  if (!told.data) return <Notice>{told.error?.message ?? "Looking for the instruments…"}</Notice>;
  const { instruments, may_keep } = told.data;
  return (
    <Box component="main" sx={{ flex: 1, minHeight: 0, overflow: "auto", px: 2, py: 1.25, display: "grid", gap: 2, alignContent: "start" }}>
      <Box sx={{ display: "flex", gap: 2, alignItems: "baseline", flexWrap: "wrap" }}>
        <Slab>Instruments</Slab>
        <Box component="span" sx={{ color: inkSoft }}>
          what speaks for itself is taken only where it stands still, and says for ever what it came from
        </Box>
        <Box sx={{ flex: 1 }} />
        {may_keep && <Button onClick={() => setEdited("new")}>Write down an instrument</Button>}
      </Box>
      {instruments.length === 0 && <Box>None is written down yet.</Box>}
      {instruments.length > 0 && (
        <Box sx={{ overflowX: "auto" }}>
          <Table cells={{ py: 0.4, pr: 1.5 }}>
            <thead>
              <tr>
                {["Name", "What it is", "Where", "Smallest mark", "Up to", "Number", "Due", ""].map((word) => (word ? <th key={word} scope="col">{word}</th> : <td key="keep" />))}
              </tr>
            </thead>
            <tbody>
              {instruments.map((one) => (
                <Box component="tr" key={one.number} data-instrument={one.name} sx={one.retired ? { color: inkSoft } : undefined}>
                  <th scope="row">{one.name}</th>
                  <td>{one.kind_word}{one.retired && ", out of use"}</td>
                  <td>
                    {one.address}
                    {one.agent && `, by agent ${one.agent}`}
                  </td>
                  <td>{one.mark}</td>
                  <td>{one.capacity}</td>
                  <td>{one.serial || "–"}</td>
                  <td>
                    <StateMark state={one.past_due ? "caution" : "good"} size={13} /> {one.due ?? "nobody wrote when"}
                    {one.past_due && one.due && ", past due"}
                  </td>
                  <td>{may_keep && <Button variant="text" onClick={() => setEdited(one)}>Change</Button>}</td>
                </Box>
              ))}
            </tbody>
          </Table>
        </Box>
      )}
      {may_keep && <Agents agents={told.data.agents} />}
      {edited && <Keep key={edited === "new" ? "new" : edited.number} told={told.data} one={edited === "new" ? null : edited} done={() => setEdited(null)} />}
    </Box>
  );
}

function Keep({ told, one, done }: { told: Instruments; one: Instrument | null; done: () => void }) {
  const queries = useQueryClient();
  const [form, setForm] = useState<Form>(one ? { ...one, checked: one.checked ?? "", due: one.due ?? "" } : NEW);
  const set = (more: Partial<Form>) => setForm({ ...form, ...more });
  const keep = useMutation<Instrument, Refusal>({
    mutationFn: () => {
      const { name, kind, address, line, pattern, unit, mark, capacity, serial, retired, agent } = form;
      const body: InstrumentKeep = { name, kind, address, line, pattern, unit, mark, capacity, serial, retired: retired ?? false, agent: agent ?? "", revision: one?.revision ?? 0, checked: form.checked || null, due: form.due || null };
      return one ? api.settled<Instrument>(api.client.POST("/api/instruments/{number}/", { params: { path: { number: one.number } }, body })) : api.settled<Instrument>(api.client.POST("/api/instruments/", { body }));
    },
    onSuccess: () => {
      void queries.invalidateQueries({ queryKey: ["instruments"] });
      done();
    },
  });
  const problems = keep.error?.problems ?? {};
  const units = (kind: string) => told.kinds.find((each) => each.key === kind)?.units ?? [];
  const field = (name: "name" | "address" | "mark" | "capacity" | "serial", label: string, placeholder = "") => (
    <TextField label={label} value={form[name]} placeholder={placeholder} onChange={(event) => set({ [name]: event.target.value })} error={Boolean(problems[name])} helperText={problems[name]} slotProps={{ htmlInput: { maxLength: 120 }, inputLabel: { shrink: true } }} />
  );
  const day = (name: "checked" | "due", label: string) => (
    <TextField type="date" label={label} value={form[name]} onChange={(event) => set({ [name]: event.target.value })} error={Boolean(problems[name])} helperText={problems[name]} slotProps={{ inputLabel: { shrink: true } }} />
  );
  return (
    <Panel title={one ? `Change ${one.name}` : "A new instrument"} note={one ? `written by ${one.by}` : undefined}>
      <Box sx={{ display: "grid", gridTemplateColumns: "repeat(auto-fill, minmax(min(230px, 100%), 1fr))", gap: 1.5, alignItems: "end", mt: 1 }}>
        {field("name", "Name")}
        <Choice label="What it is" value={form.kind} set={(kind) => set({ kind: kind as Form["kind"], unit: (units(kind).includes(form.unit) ? form.unit : units(kind)[0]) as Form["unit"] })} choices={told.kinds.map((each) => [each.key, each.word])} />
        {field("address", "Where it is", "serial:/dev/ttyUSB0 or socket://host:port")}
        <Choice label="Unit" value={form.unit} set={(unit) => set({ unit: unit as Form["unit"] })} choices={units(form.kind).map((unit) => [unit, unit])} />
        {field("mark", "Smallest mark")}
        {field("capacity", "The most it weighs")}
        {field("serial", "Its number")}
        {day("checked", "Last looked at")}
        {day("due", "Due again")}
        <Choice label="Read by" value={form.agent ?? ""} set={(agent) => set({ agent })} choices={[["", "the server itself"], ...told.agents.filter((each) => !each.shut_out).map((each): [string, string] => [each.name, `agent ${each.name}`])]} />
        <Choice label="In use" value={form.retired ? "no" : "yes"} set={(now) => set({ retired: now === "no" })} choices={[["yes", "yes"], ["no", "out of use"]]} />
      </Box>
      <Box sx={{ mt: 1.5, display: "grid", gap: 1 }}>
        <Choice label="How its line reads" value={form.line} set={(line) => set({ line, pattern: line === OWN ? (told.presets.find((each) => each.key === form.line)?.pattern ?? form.pattern) : "" })} choices={[...told.presets.map((each): [string, string] => [each.key, each.example]), [OWN, "a pattern of our own"]]} />
        {form.line === OWN && (
          <TextField label="Pattern, with named groups" value={form.pattern} onChange={(event) => set({ pattern: event.target.value })} error={Boolean(problems.pattern)} helperText={problems.pattern ?? told.groups.map((group) => group.name).join(", ")} slotProps={{ htmlInput: { maxLength: 400, spellCheck: false }, inputLabel: { shrink: true } }} multiline />
        )}
        <TryIt line={form.line} pattern={form.pattern} unit={form.unit} />
      </Box>
      {keep.isError && Object.keys(problems).length === 0 && <Box role="alert" sx={{ color: pencil }}>{keep.error.message}</Box>}
      <Box sx={{ display: "flex", gap: 1, mt: 1.5 }}>
        <Button variant="contained" disabled={keep.isPending} onClick={() => keep.mutate()}>Keep it</Button>
        <Button variant="text" onClick={done}>Leave it</Button>
      </Box>
    </Panel>
  );
}

function Choice({ label, value, set, choices }: { label: string; value: string; set: (value: string) => void; choices: [string, string][] }) {
  const id = `instrument-${label.replace(/ /g, "-")}`;
  return (
    <Box>
      <Box component="label" htmlFor={id} sx={{ fontSize: "0.85rem", color: inkSoft }}>{label}</Box>
      <NativeSelect id={id} value={value} onChange={(event) => set(event.target.value)} sx={{ display: "block" }}>
        {choices.map(([key, word]) => (
          <option key={key} value={key}>{word}</option>
        ))}
      </NativeSelect>
    </Box>
  );
}

const KIND_WORDS: Record<string, string> = { read: "read", garbled: "cannot be read", wrong_unit: "another unit", over: "over its range", below: "below nothing", fault: "a fault" };

/** Lines pasted from the instrument, each as the pattern reads it. */
function TryIt({ line, pattern, unit }: { line: string; pattern: string; unit: Form["unit"] }) {
  const [lines, setLines] = useState("");
  const tried = useMutation<InstrumentTried, Refusal>({ mutationFn: () => api.settled<InstrumentTried>(api.client.POST("/api/instruments/try/", { body: { line, pattern, unit, lines } })) });
  return (
    <Box sx={{ borderLeft: `3px solid ${hairline}`, pl: 1.5 }}>
      <TextField label="Try it on lines of the instrument" value={lines} onChange={(event) => setLines(event.target.value)} multiline minRows={3} fullWidth slotProps={{ htmlInput: { maxLength: 8000, spellCheck: false }, inputLabel: { shrink: true } }} />
      <Button sx={{ mt: 0.75 }} disabled={!lines.trim() || tried.isPending} onClick={() => tried.mutate()}>Try it</Button>
      {tried.isError && <Box role="alert" sx={{ color: pencil }}>{tried.error.message}</Box>}
      {tried.data && (
        <Box component="ol" aria-label="As it is read" sx={{ m: 0, mt: 0.5, pl: 2.5 }}>
          {tried.data.lines.map((one, index) => (
            <li key={index}>
              <code>{one.line}</code>: <b>{one.shows ?? KIND_WORDS[one.kind] ?? one.kind}</b>
              {one.kind === "read" && (one.steady === null ? "" : one.steady ? ", steady" : ", in motion")}
              {one.net && ", net"}
            </li>
          ))}
        </Box>
      )}
    </Box>
  );
}
