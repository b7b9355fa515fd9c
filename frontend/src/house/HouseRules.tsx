/** House rules: which schools the dealer judges by. The manager chooses; everybody reads. */
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import Link from "@mui/material/Link";
import NativeSelect from "@mui/material/NativeSelect";
import TextField from "@mui/material/TextField";
import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { Link as RouterLink } from "react-router";

import { api, type Refusal } from "../api/client";
import type { Entry, Field, House } from "../api/types";
import { inkSoft, pencil } from "../app/theme";
import { useUnits } from "../app/units";
import { Notice } from "../parts/Notice";
import { DealerPanel } from "./DealerPanel";
import { Preview } from "./Preview";
import { SchoolCards, useSchools } from "./SchoolCards";
import { Panel, Row, Rows } from "../parts/Rows";
import { Slab } from "../parts/Slab";
import { useFields } from "../rig/context";
import { day } from "../app/dates";

const CHOICES = ["share_school", "restoration_school", "bay_school", "adjust_first", "level_school", "offset_school"];
const OWN_BAND = ["share_low", "share_high"];

const read = () => api.settled<House>(api.client.GET("/api/house/"));

export function HouseRules() {
  const house = useQuery({ queryKey: ["house"], queryFn: read });
  const fields = useFields();
  if (!house.data || !fields.data) return <Notice>{house.error?.message ?? fields.error?.message ?? "Reading the house rules…"}</Notice>;
  return <Chosen key={house.data.at ?? "default"} house={house.data} fields={fields.data} />;
}

/** A choice by its word. */
function word(fields: Record<string, Field>, name: string, chosen: string | undefined): string | undefined {
  return fields[`ways.${name}`]?.choices.find((choice) => choice.value === chosen)?.word;
}

function Chosen({ house, fields }: { house: House; fields: Record<string, Field> }) {
  const { system } = useUnits();
  const queries = useQueryClient();
  const [typed, setTyped] = useState<Record<string, string>>(Object.fromEntries(Object.entries(house.entries).map(([name, entry]) => [name, entry.is])));
  const schools = useSchools();
  const written = Object.entries(typed).filter(([name, text]) => text.trim() && (typed.share_school === "own" || !OWN_BAND.includes(name)));
  const chosen: Record<string, Entry> = Object.fromEntries(written.map(([name, is]) => [name, { is, from: "label", system }]));
  const choose = useMutation<House, Refusal>({
    mutationFn: () => api.settled<House>(api.client.POST("/api/house/", { body: { entries: chosen } })),
    onSuccess: (now) => {
      queries.setQueryData(["house"], now);
      void queries.invalidateQueries({ queryKey: ["floor"] });
      queries.removeQueries({ queryKey: ["live"] });
      queries.removeQueries({ queryKey: ["rig"] });
    },
  });
  const problems = choose.error?.problems ?? {};
  const set = (name: string, text: string) => setTyped({ ...typed, [name]: text });
  const dirty = JSON.stringify(typed) !== JSON.stringify(Object.fromEntries(Object.entries(house.entries).map(([name, entry]) => [name, entry.is])));

  return (
    <Box component="main" sx={{ flex: 1, minHeight: 0, overflow: "auto", px: 2, py: 1.5, maxWidth: 1240 }}>
      <Box sx={{ display: "flex", gap: 2, alignItems: "baseline", mb: 1.5 }}>
        <Slab>House rules</Slab>
        <Link component={RouterLink} to="/instruments" color="inherit">
          Instruments
        </Link>
      </Box>
      <Box sx={{ display: "grid", gridTemplateColumns: "repeat(auto-fit, minmax(min(380px, 100%), 1fr))", gap: 4 }}>
        <Box sx={{ display: "grid", gap: 3, alignContent: "start" }}>
          <Panel title="In force" note={house.by ? `chosen by ${house.by}, ${day(house.at ?? "")}` : "nobody has chosen: the program's default"}>
            <Rows>
              <Row name="Tongue share">{house.share}</Row>
              <Row name="Restoration">{house.restoration}</Row>
              <Row name="Set in the bay to">{word(fields, "bay_school", house.entries.bay_school?.is) ?? "the restoration above"}</Row>
              <Row name="Adjust first">{word(fields, "adjust_first", house.entries.adjust_first?.is) ?? "head tilt until used up, the default"}</Row>
              <Row name="Trailer stands">{word(fields, "level_school", house.entries.level_school?.is) ?? "level, the default"}</Row>
              <Row name="Ball offset">{house.offset}</Row>
              <Row name="Reserve">{house.entries.reserve?.is ?? "10 %, the default"}</Row>
              <Row name="Front-axle load lost without bars, most">{house.entries.front_loss?.is ?? "10 %, the default"}</Row>
            </Rows>
            <Box sx={{ mt: 1.5 }}>
              The tow vehicle&apos;s handbook outranks all of this, and after it the hitch&apos;s; every verdict says whose rule it was. One rig may be judged otherwise at its own stations.
              A change here makes the sign-offs stale that stood on it.
            </Box>
          </Panel>
          <DealerPanel />
        </Box>
        <Panel title="Choose" note={house.may_choose ? "" : "the manager's to choose"}>
          <Box component="form" noValidate onSubmit={(event) => { event.preventDefault(); choose.mutate(); }} sx={{ display: "grid", gap: 1.25, mt: 1 }}>
            {CHOICES.map((name) => (
              <Box key={name}>
                <Box component="label" htmlFor={name} sx={{ display: "block", fontWeight: 600 }}>
                  {fields[`ways.${name}`]?.label}
                </Box>
                <NativeSelect id={name} fullWidth value={typed[name] ?? ""} disabled={!house.may_choose} onChange={(event) => set(name, event.target.value)}>
                  <option value="">the program&apos;s default</option>
                  {fields[`ways.${name}`]?.choices.map((choice) => (
                    <option key={choice.value} value={choice.value}>
                      {choice.word}
                    </option>
                  ))}
                </NativeSelect>
                {problems[name] && <Box role="alert" sx={{ color: pencil, fontWeight: 600 }}>{problems[name]}</Box>}
                <SchoolCards cards={(schools.data ?? []).filter((card) => card.field === name)} chosen={typed[name] ?? ""} />
              </Box>
            ))}
            {[...(typed.share_school === "own" ? OWN_BAND : []), "reserve", "front_loss"].map((name) => (
              <TextField
                key={name}
                label={fields[`ways.${name}`]?.label}
                value={typed[name] ?? ""}
                placeholder={OWN_BAND.includes(name) ? "%" : "10 %"}
                disabled={!house.may_choose}
                onChange={(event) => set(name, event.target.value)}
                error={Boolean(problems[name])}
                helperText={problems[name]}
                slotProps={{ htmlInput: { maxLength: 40 }, inputLabel: { shrink: true } }}
              />
            ))}
            {choose.isError && <Box role="alert" sx={{ color: pencil, fontWeight: 600 }}>{choose.error.message}</Box>}
            {dirty && house.may_choose && <Preview entries={chosen} />}
            <Box sx={{ display: "flex", gap: 2, alignItems: "center" }}>
              <Button type="submit" variant="contained" disabled={!house.may_choose || !dirty || choose.isPending}>
                Put in force
              </Button>
              <Box component="span" role="status" sx={{ color: inkSoft }}>
                {dirty ? "not in force yet" : choose.isSuccess ? "in force" : ""}
              </Box>
            </Box>
          </Box>
        </Panel>
      </Box>
    </Box>
  );
}
