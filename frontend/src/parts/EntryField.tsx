/** One figure to write down: as typed, where it comes from, how it was read, and what is wrong with it. */
import Box from "@mui/material/Box";
import InputBase from "@mui/material/InputBase";
import Link from "@mui/material/Link";
import NativeSelect from "@mui/material/NativeSelect";
import { useEffect, useId, useRef, type KeyboardEvent, type ReactNode } from "react";

import { api } from "../api/client";
import type { Entry, Field, Provenance, UnitSystem } from "../api/types";
import { hairline, ink, inkSoft, pencil, sheet } from "../app/theme";
import { useUnits } from "../app/units";
import { useField, useRig } from "../rig/context";
import { AsideNote } from "./AsideNote";
import { PROVENANCE_LINE, PROVENANCES } from "./provenance";

export const UNIT_HINT: Record<string, [string, string]> = {
  weight: ["lb", "kg"],
  length: ["in", "mm"],
  altitude: ["ft", "m"],
  rate: ["lb/in", "kg/mm"],
  area: ["sq ft", "m²"],
  share: ["%", "%"],
  volume: ["gal", "L"],
  pressure: ["psi", "kPa"],
  force: ["kN", "kN"],
  distance: ["mi", "km"],
  couple: ["ft·lb", "N·m"],
};

/** In a field: to the next provenance, so that saying where a figure comes from is one key and no tab stop. */
export const ORIGIN_KEY = "F2";

/** What is typed where a thing has no such stamp, label or part. */
export const NONE = "none";

/** The entry that says that there is none. */
export function noneOf(field: Field, system: UnitSystem): Entry {
  return { is: NONE, from: field.usual, system };
}

export function EntryField({ path, label }: { path: string; label?: string }) {
  const { draft } = useRig();
  const field = useField(path);
  if (!field) return null;
  const named = label ? { ...field, label } : field;
  const entry = draft.entries[path];
  if (field.dimension === "choice" || field.dimension === "flag") return <ChoiceRow field={named} />;
  return <FigureRow field={named} entry={entry} problem={draft.problems[path]} />;
}

const ROW = {
  display: "grid",
  gridTemplateColumns: "minmax(100px, 1fr) 104px 84px",
  columnGap: 1,
  alignItems: "center",
  py: 0.2,
} as const;

/** The input of one figure: keeps what was typed, and steps it on arrow keys. */
export function FigureInput({ path, id, label, problemId, placeholder }: { path: string; id?: string; label?: string; problemId?: string; placeholder?: string }) {
  const { draft } = useRig();
  const { system } = useUnits();
  const field = useField(path);
  const step = useStepper(path, field?.dimension ?? "text");
  if (!field) return null;
  const { usual, datums } = field;
  const entry = draft.entries[path];
  const typed = entry?.is ?? "";
  const problem = draft.problems[path];
  // Written where something is set aside, it is taken again, be it the same.
  const again = draft.aside[path] || entry?.again ? { again: true } : {};

  // A typed number without a unit means the units on screen; a stepped one goes on meaning what it meant.
  function write(is: string, meaning: UnitSystem = system) {
    const from = entry?.from ?? usual;
    const datum = entry?.datum ?? datums[0]?.value;
    draft.set(path, is === "" ? null : { is, from, system: meaning, ...(datum ? { datum } : {}), ...again });
  }

  return (
    <InputBase
      id={id}
      value={typed}
      disabled={!field.may_write}
      onChange={(event) => write(event.target.value)}
      onKeyDown={(event) => {
        if (event.key === ORIGIN_KEY && entry) {
          event.preventDefault();
          draft.set(path, { ...entry, from: PROVENANCES[(PROVENANCES.indexOf(entry.from) + 1) % PROVENANCES.length] ?? entry.from });
        } else if (event.key === "Escape") {
          (event.target as HTMLElement).blur();
        } else {
          void step(event, typed, write);
        }
      }}
      placeholder={placeholder ?? UNIT_HINT[field.dimension]?.[system === "us" ? 0 : 1] ?? ""}
      inputProps={{
        "aria-label": label,
        "aria-invalid": problem ? true : undefined,
        "aria-describedby": problem ? problemId : undefined,
        "data-path": path,
        maxLength: 120,
        autoComplete: "off",
        spellCheck: false,
      }}
      sx={{
        width: "100%",
        border: `1px solid ${problem ? pencil : hairline}`,
        borderBottom: problem ? `2px solid ${pencil}` : entry ? PROVENANCE_LINE[entry.from] : `1px solid ${hairline}`,
        borderBottomColor: problem ? pencil : ink,
        bgcolor: sheet,
        px: field.dimension === "text" ? 0.5 : 0.75,
        fontSize: field.dimension === "text" ? "0.9rem" : undefined,
        fontWeight: 600,
        "& input": { p: "2px 0", textAlign: field.dimension === "text" ? "left" : "right", height: 22 },
        "& input::placeholder": placeholder ? { opacity: 1, color: ink, fontWeight: 400 } : undefined,
      }}
    />
  );
}

export function Problem({ id, children }: { id?: string; children: ReactNode }) {
  return (
    <Box id={id} role="alert" sx={{ color: pencil, fontWeight: 600, fontSize: "0.85rem", pb: 0.5 }}>
      {children}
    </Box>
  );
}

function FigureRow({ field, entry, problem }: { field: Field; entry: Entry | undefined; problem: string | undefined }) {
  const { draft } = useRig();
  const { read, system } = useUnits();
  const id = useId();
  const readAs = draft.live?.read[field.path];
  // How the figure was read, in the units on screen, where that differs from what stands typed.
  const echo = entry && readAs && !problem && read(readAs).replaceAll(",", "") !== entry.is.replaceAll(",", "") ? `= ${read(readAs)}` : "";
  const plain = field.dimension === "text";
  const absent = field.none && entry?.is === NONE;
  return (
    <Box>
      <Box sx={plain ? { ...ROW, gridTemplateColumns: "minmax(100px, 1fr) 196px" } : ROW}>
        <Box sx={{ lineHeight: 1.15 }}>
          <label htmlFor={id} title={field.read_at ? `Read at: ${field.read_at}` : undefined}>
            {field.label}
          </label>
          {draft.record?.photographs[field.path]?.map((one) => (
            <Link key={one.id} href={`/api/rigs/${draft.record?.id}/photographs/${one.id}/`} target="_blank" rel="noreferrer" color="inherit" title={`Taken by ${one.by}${one.revision === draft.record?.entries[field.path]?.revision ? "" : ", of an earlier reading"}`} sx={{ ml: 0.75, fontSize: "0.82rem" }}>
              photograph
            </Link>
          ))}
          {echo && (
            <Box component="span" sx={{ color: inkSoft, ml: 0.75, whiteSpace: "nowrap", fontSize: "0.82rem" }}>
              {echo}
            </Box>
          )}
          {absent && (
            <Box component="span" sx={{ color: inkSoft, ml: 0.75, fontSize: "0.82rem" }}>
              {field.none}
            </Box>
          )}
          {field.none && !entry && field.may_write && (
            <Link component="button" type="button" color="inherit" aria-label={`${field.label}: ${field.none}`} onClick={() => draft.set(field.path, noneOf(field, system))} sx={{ font: "inherit", fontSize: "0.82rem", ml: 0.75 }}>
              {field.none}
            </Link>
          )}
        </Box>
        <FigureInput path={field.path} id={id} problemId={`${id}-problem`} />
        {!plain && <ProvenanceSelect field={field} entry={entry} />}
      </Box>
      {field.datums.length > 0 && <DatumSelect field={field} entry={entry} />}
      <AsideNote path={field.path} />
      {problem && <Problem id={`${id}-problem`}>{problem}</Problem>}
    </Box>
  );
}

/** Arrow keys step the figure; the server does the arithmetic, and quick presses add up until it answers. */
function useStepper(path: string, dimension: string) {
  const { draft } = useRig();
  const { system } = useUnits();
  const pending = useRef({ base: "", steps: 0, shown: "" });
  const there = draft.entries[path]?.is ?? "";
  // Typed anew, it is stepped from there. Not asked at the press: that may come before the last answer is on the screen.
  useEffect(() => {
    if (pending.current.shown !== there) pending.current = { base: there, steps: 0, shown: there };
  }, [there]);
  return async (event: KeyboardEvent, typed: string, write: (is: string, meaning: UnitSystem) => void) => {
    if ((event.key !== "ArrowUp" && event.key !== "ArrowDown") || !typed.trim() || dimension === "text") return;
    event.preventDefault();
    const by = (event.key === "ArrowUp" ? 1 : -1) * (event.shiftKey ? 10 : 1);
    const now = pending.current;
    now.steps += by;
    const { base, steps } = now;
    const own = draft.entries[path]?.system ?? system;
    try {
      const { text } = await api.settled<{ text: string }>(
        api.client.POST("/api/step/", { body: { text: base, dimension, system: own, steps } }),
      );
      if (now !== pending.current || now.steps !== steps) return;
      now.shown = text;
      write(text, own);
    } catch {
      now.steps = 0; // cannot be read as it stands: the field's own message says why
    }
  };
}

/** Words that can be chosen otherwise, without a box of their own. */
const PLAIN = { fontSize: "0.82rem", color: inkSoft, border: 0, background: "transparent", px: 0 };

export function ProvenanceSelect({ field, entry, label }: { field: Field; entry: Entry | undefined; label?: string }) {
  const { draft } = useRig();
  if (field.dimension === "share") return <span />;
  return (
    <NativeSelect
      value={entry?.from ?? field.usual}
      disabled={!entry}
      onChange={(event) => entry && draft.set(field.path, { ...entry, from: event.target.value as Provenance })}
      inputProps={{ "aria-label": `${label ?? field.label}: where it comes from`, tabIndex: -1, title: `${ORIGIN_KEY} in the field goes to the next` }}
      sx={PLAIN}
    >
      {PROVENANCES.map((one) => (
        <option key={one} value={one}>
          {one}
        </option>
      ))}
    </NativeSelect>
  );
}

function DatumSelect({ field, entry }: { field: Field; entry: Entry | undefined }) {
  const { draft } = useRig();
  return (
    <Box sx={{ display: "flex", justifyContent: "flex-end" }}>
      <NativeSelect
        value={entry?.datum ?? field.datums[0]?.value}
        disabled={!entry}
        onChange={(event) => entry && draft.set(field.path, { ...entry, datum: event.target.value })}
        inputProps={{ "aria-label": `${field.label}: measured to` }}
        sx={PLAIN}
      >
        {field.datums.map((datum) => (
          <option key={datum.value} value={datum.value}>
            {datum.word}
          </option>
        ))}
      </NativeSelect>
    </Box>
  );
}

function ChoiceRow({ field }: { field: Field }) {
  const id = useId();
  return (
    <Box sx={{ ...ROW, gridTemplateColumns: "minmax(100px, 1fr) 196px" }}>
      <Box component="label" htmlFor={id} title={field.read_at ? `Read at: ${field.read_at}` : undefined}>
        {field.label}
      </Box>
      <ChoiceInput path={field.path} id={id} blank={blankWord(field.path)} />
      <Box sx={{ gridColumn: "1 / -1" }}>
        <AsideNote path={field.path} />
      </Box>
    </Box>
  );
}

/** The select of one choice; ``blank`` is what no choice means, and none where there is always one. */
export function ChoiceInput({ path, id, label, blank }: { path: string; id?: string; label?: string; blank?: string }) {
  const { draft } = useRig();
  const { system } = useUnits();
  const field = useField(path);
  if (!field) return null;
  const entry = draft.entries[path];
  return (
    <NativeSelect
      id={id}
      disabled={!field.may_write}
      value={entry?.is ?? (blank === undefined ? field.choices[0]?.value : "")}
      onChange={(event) => draft.set(path, event.target.value ? { is: event.target.value, from: entry?.from ?? field.usual, system, ...(draft.aside[path] || entry?.again ? { again: true } : {}) } : null)}
      inputProps={{ "aria-label": label, ...{ "data-path": path } }}
      sx={{ fontWeight: 600, fontSize: "0.95rem", "& select": { py: "2px" } }}
    >
      {blank !== undefined && <option value="">{blank}</option>}
      {field.choices.map((choice) => (
        <option key={choice.value} value={choice.value}>
          {choice.word}
        </option>
      ))}
    </NativeSelect>
  );
}

/** What an unchosen choice means. */
function blankWord(path: string): string {
  if (path !== "vehicle.handbook_wd" && path.startsWith("vehicle.handbook_")) return "says nothing";
  if (path.startsWith("ways.")) return "the house's own";
  return path === "hitch.style" ? "usual (distributing)" : "not known";
}

/** A part named from the stock. */
export function PartField({ path, names, none }: { path: string; names: string[]; none: string }) {
  const { draft, fields } = useRig();
  const { system } = useUnits();
  const id = useId();
  const written = draft.entries[path]?.is ?? "";
  const problem = draft.problems[path];
  return (
    <Box sx={{ ...ROW, gridTemplateColumns: "minmax(100px, 1fr) 196px" }}>
      <label htmlFor={id}>{fields[path]?.label}</label>
      <NativeSelect
        id={id}
        value={written}
        onChange={(event) => draft.set(path, event.target.value ? { is: event.target.value, from: "measured", system } : null)}
        sx={{ fontWeight: 600 }}
      >
        <option value="">{none}</option>
        {[...new Set([...(written ? [written] : []), ...names])].map((name) => (
          <option key={name} value={name}>
            {name}
          </option>
        ))}
      </NativeSelect>
      {problem && (
        <Box role="alert" sx={{ gridColumn: "1 / -1", color: pencil, fontWeight: 600, fontSize: "0.85rem" }}>
          {problem}
        </Box>
      )}
    </Box>
  );
}
