/** Load: what travels, where it stands, and what the tongue and every axle make of it; what to move when the share is off. */
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import NativeSelect from "@mui/material/NativeSelect";
import { useState } from "react";

import type { LoadKind, Move, PlacedLoad } from "../api/types";
import { hairline, inkSoft, pencil } from "../app/theme";
import { useUnits } from "../app/units";
import { AsideNote } from "../parts/AsideNote";
import { ChoiceInput, FigureInput, Problem, ProvenanceSelect } from "../parts/EntryField";
import { FigureText } from "../parts/FigureText";
import { HeadUnseen } from "../parts/HeadUnseen";
import { Panel } from "../parts/Rows";
import { Table } from "../parts/Table";
import { useField, useRig, useSection } from "../rig/context";
import { freeKey, loadKeys } from "../rig/loads";
import { Fields } from "./Fields";
import { Sway } from "./Sway";

export function Load() {
  return (
    <Box sx={{ display: "grid", gridTemplateColumns: "minmax(560px, 1.35fr) minmax(420px, 1fr)", gap: 3, "@media (max-width: 1050px)": { gridTemplateColumns: "1fr" } }}>
      <Plan />
      <Box sx={{ display: "grid", gap: 2, alignContent: "start" }}>
        <Cases />
        <Sway />
        <Advice />
      </Box>
    </Box>
  );
}

const CELL = { display: "grid", gridTemplateColumns: "minmax(118px, 1.2fr) 84px 66px 80px 82px 122px 56px 22px", columnGap: 0.75, alignItems: "center" } as const;

/** of a load, what can be set aside, and what it is called there */
const SET_ASIDE = [
  ["weight", "weight"],
  ["volume", "volume"],
  ["at", "place"],
  ["moved_to", "place as planned"],
] as const;
const ALWAYS = ["front_seats", "rear_seats", "bed"];

function Plan() {
  const { draft, kinds } = useRig();
  const loading = useSection("loading");
  const { system } = useUnits();
  // People and the bed are asked for on every rig; the rest is added.
  const keys = [...new Set([...ALWAYS, ...loadKeys(draft.entries)])];
  const placed = new Map(loading.loads.map((load) => [load.key, load]));
  const kind = (key: string) => placed.get(key)?.kind ?? key;
  const weighed = loading.loads.some((load) => load.on === "trailer" && load.writes.endsWith("moved_to"));
  const rank = (key: string) => kinds.findIndex((one) => one.key === kind(key));

  function add(chosen: string) {
    const key = freeKey(chosen, keys);
    draft.setMany({
      [`loads.${key}.when`]: { is: "aboard", from: "assumed", system },
      ...(key === chosen ? {} : { [`loads.${key}.kind`]: { is: chosen, from: "assumed", system } }),
    });
  }

  return (
    <Panel title="Loading plan" note="drag a weight on the drawing, step it with ← →, or write its place">
      <Box sx={{ overflowX: "auto", "& > *": { minWidth: 590 } }}>
      <Box sx={{ ...CELL, fontSize: "0.8rem", color: inkSoft, borderBottom: `1px solid ${hairline}` }} aria-hidden="true">
        <span>What</span>
        <span>Weight</span>
        <span>or volume</span>
        <span>from</span>
        <span>Place</span>
        <span>When</span>
        <Box sx={{ textAlign: "right" }}>Tongue</Box>
      </Box>
      {(["vehicle", "trailer"] as const).map((on) => (
        <Box key={on} role="group" aria-label={on === "vehicle" ? "In the vehicle" : "In the trailer"}>
          <Box sx={{ fontWeight: 600, fontSize: "0.9rem", mt: 0.75 }}>
            {on === "vehicle" ? "In the vehicle" : "In the trailer"}{" "}
            <Box component="span" sx={{ color: inkSoft, fontWeight: 400, fontSize: "0.82rem" }}>
              place {on === "vehicle" ? "behind the front axle; blank: the usual place" : "behind the ball; blank: its tank or tray"}
              {on === "trailer" && weighed && "; weighed where it stands: drag it to plan a move"}
            </Box>
          </Box>
          {keys
            .filter((key) => (kinds.find((one) => one.key === kind(key))?.on ?? "trailer") === on)
            .sort((one, other) => rank(one) - rank(other))
            .map((key) => (
              <LoadRow key={key} load={key} placed={placed.get(key)} kind={kinds.find((one) => one.key === kind(key))} />
            ))}
        </Box>
      ))}
      </Box>
      <Box sx={{ display: "flex", gap: 2, mt: 1.5, alignItems: "baseline", flexWrap: "wrap" }}>
        <NativeSelect value="" onChange={(event) => event.target.value && add(event.target.value)} inputProps={{ "aria-label": "Add a load" }}>
          <option value="">Add a load…</option>
          {(["vehicle", "trailer"] as const).map((on) => (
            <optgroup key={on} label={on === "vehicle" ? "In the vehicle" : "In the trailer"}>
              {kinds
                .filter((one) => one.on === on)
                .map((one) => (
                  <option key={one.key} value={one.key}>
                    {one.word}
                  </option>
                ))}
            </optgroup>
          ))}
        </NativeSelect>
        <Box sx={{ flex: 1, minWidth: 300 }}>
          <Fields paths={["journey.altitude"]} />
        </Box>
      </Box>
    </Panel>
  );
}

function LoadRow({ load, placed, kind }: { load: string; placed: PlacedLoad | undefined; kind: LoadKind | undefined }) {
  const { draft } = useRig();
  const path = (name: string) => `loads.${load}.${name}`;
  const word = placed?.word ?? kind?.word ?? load;
  const problems = ["weight", "volume", "at", "moved_to", "when", "kind", "side", "across"].filter((name) => draft.problems[path(name)]);
  const moved = draft.entries[path("moved_to")];

  const beside = ["left", "right"].includes(draft.entries[path("side")]?.is ?? "");
  const written = Object.keys(draft.entries).filter((one) => one.startsWith(`loads.${load}.`));

  function takeOff() {
    draft.setMany(Object.fromEntries(written.map((one) => [one, null])));
  }

  return (
    <Box data-load-row={load} sx={{ borderBottom: `1px solid ${hairline}`, py: 0.25 }}>
      <Box sx={CELL}>
        {kind?.named ? <FigureInput path={path("what")} label={`${kind.word}: name`} placeholder={kind.word} /> : <span>{word}</span>}
        <FigureInput path={path("weight")} label={`${word}: weight`} problemId={`${load}-problem`} />
        {kind?.poured ? <FigureInput path={path("volume")} label={`${word}: volume`} problemId={`${load}-problem`} /> : <Box sx={{ color: inkSoft, textAlign: "center" }}>–</Box>}
        <LoadProvenance path={path(draft.entries[path("weight")] ? "weight" : "volume")} word={word} />
        <FigureInput path={path("at")} label={`${word}: place`} problemId={`${load}-problem`} />
        <ChoiceInput path={path("when")} label={`${word}: when`} />
        <Box sx={{ textAlign: "right" }}>{placed?.tongue ? <FigureText figure={placed.tongue} name={`${word}, on the tongue`} /> : null}</Box>
        {written.length > 0 && <Button onClick={takeOff} variant="text" aria-label={`Take ${word} off the plan`} sx={{ minWidth: 24, p: 0, minHeight: 24 }}>
          ×
        </Button>}
      </Box>
      {(moved || (placed?.to_x != null && placed.writes.endsWith("moved_to") && placed.x !== placed.to_x)) && (
        <Box sx={{ display: "grid", gridTemplateColumns: "minmax(112px, 1.2fr) 84px 1fr", columnGap: 0.75, alignItems: "center", fontSize: "0.85rem", py: 0.25 }}>
          <Box sx={{ textAlign: "right", color: inkSoft }}>to be moved to</Box>
          <FigureInput path={path("moved_to")} label={`${word}: place as planned`} problemId={`${load}-problem`} />
          <span>before the trip; weighed where it stood</span>
        </Box>
      )}
      {(kind?.named || kind?.poured || beside) && written.length > 0 && (
        <Box sx={{ display: "flex", flexWrap: "wrap", gap: 0.75, alignItems: "center", fontSize: "0.85rem", color: inkSoft, "& .MuiInputBase-root": { fontSize: "0.85rem !important", fontWeight: "400 !important", minHeight: 24, bgcolor: "transparent" }, "& select": { py: "0 !important" } }}>
          stands <ChoiceInput path={path("side")} label={`${word}: side`} />
          {beside && (
            <>
              <Box sx={{ width: 82 }}>
                <FigureInput path={path("across")} label={`${word}: from the centre line`} problemId={`${load}-problem`} />
              </Box>
              from the centre line; blank: along the wall
            </>
          )}
        </Box>
      )}
      {SET_ASIDE.map(([name, label]) => (
        <AsideNote key={name} path={path(name)} label={label} />
      ))}
      {problems.length > 0 && <Problem id={`${load}-problem`}>{problems.map((name) => draft.problems[path(name)]).join(" ")}</Problem>}
    </Box>
  );
}

function LoadProvenance({ path, word }: { path: string; word: string }) {
  const { draft } = useRig();
  const field = useField(path);
  return field ? <ProvenanceSelect field={field} entry={draft.entries[path]} label={`${word}: weight`} /> : null;
}

const CASE_ROWS = [
  ["tongue", "Tongue weight"],
  ["gross", "Gross trailer weight"],
  ["share", "Share"],
  ["front", "Front axle"],
  ["rear", "Rear axle"],
  ["trailer_axles", "Trailer axles"],
] as const;

function Cases() {
  const { cases, weighed } = useSection("loading");
  return (
    <Panel title="Three cases" note={weighed ? "vehicle's axles as weighed" : "axles coupled, at the worse end of the school's window"}>
      <Table cells={{ py: 0.3, pr: 0, textAlign: "right" }} heads={{ fontWeight: 400 }} sx={{ "& th:first-of-type": { textAlign: "left" }, "& thead th": { fontWeight: 600 } }}>
        <thead>
          <tr>
            <HeadUnseen>What</HeadUnseen>
            {cases.map((one) => (
              <th key={one.key} scope="col">
                {one.name}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {CASE_ROWS.map(([key, name]) => (
            <tr key={key}>
              <th scope="row">{name}</th>
              {cases.map((one) => (
                <td key={one.key} data-case={`${one.key}.${key}`}>
                  <FigureText figure={one[key]} name={`${name}, ${one.name.toLowerCase()}`} />
                </td>
              ))}
            </tr>
          ))}
          {cases[0]?.each.map((axle, index) => (
            <tr key={axle.name}>
              <Box component="th" scope="row" sx={{ pl: "12px !important" }}>
                {axle.name}
              </Box>
              {cases.map((one) => (
                <td key={one.key} data-case={`${one.key}.axle_${index + 1}`}>
                  <FigureText figure={one.each[index]?.load} name={`${axle.name}, ${one.name.toLowerCase()}`} />
                </td>
              ))}
            </tr>
          ))}
        </tbody>
      </Table>
    </Panel>
  );
}

function Advice() {
  const { moves, share_state, band } = useSection("loading");
  const [all, setAll] = useState(false);
  const clear = moves.filter((move) => move.crosses.length === 0);
  const crossing = moves.filter((move) => move.crosses.length > 0);
  const off = ["light", "heavy", "cannot tell"].includes(share_state);
  if (!off) return null;
  const shown = all ? clear : clear.slice(0, 3);
  return (
    <Panel title="Single moves that bring the share inside" note={`${band.text}, ${band.school}; least work first`}>
      {shown.map((move, index) => (
        <MoveRow key={index} move={move} />
      ))}
      {clear.length > 3 && (
        <Button variant="text" onClick={() => setAll(!all)}>
          {all ? "Fewer" : `${clear.length - 3} more`}
        </Button>
      )}
      {moves.length === 0 && <Box sx={{ color: inkSoft }}>No single move of a load on the plan would do. Write down what travels and where, or combine two moves.</Box>}
      {crossing.length > 0 && (
        <Box sx={{ mt: 1 }}>
          <b>Left out, for they cross another limit:</b>
          {crossing.map((move, index) => (
            <Crossing key={index} move={move} />
          ))}
        </Box>
      )}
    </Panel>
  );
}

function MoveRow({ move }: { move: Move }) {
  const { draft } = useRig();
  const { read } = useUnits();
  return (
    <Box data-move={move.load} sx={{ display: "grid", gridTemplateColumns: "1fr auto", gap: 1, alignItems: "center", borderBottom: `1px solid ${hairline}`, py: 0.5 }}>
      <Box>
        <b>{read(move.says)}</b> Share then {move.share_text}.
        <Box sx={{ color: inkSoft, fontSize: "0.88rem" }}>
          tongue {read(move.tongue)} · front axle {read(move.front) || "unknown"} · rear axle {read(move.rear) || "unknown"} · trailer axles {read(move.trailer_axles) || "unknown"}
          {move.each.length > 0 && `, one by one ${move.each.map((one) => (one ? read(one) : "unknown")).join(" and ")}`}
        </Box>
      </Box>
      <Button onClick={() => draft.setMany(move.writes)}>Put in the plan</Button>
    </Box>
  );
}

function Crossing({ move }: { move: Move }) {
  const { read } = useUnits();
  return (
    <Box sx={{ borderLeft: `3px solid ${pencil}`, pl: 1, my: 0.5 }}>
      {read(move.says)} {move.crosses.map((one) => (one.by ? `${one.name} would be ${read(one.by)} over` : `${one.name}: it would not be`)).join("; ")}.
    </Box>
  );
}
