/** The practice bay: what there is to learn, endless rigs by seed and level, one's record over time; for the manager everybody's. */
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import Link from "@mui/material/Link";
import NativeSelect from "@mui/material/NativeSelect";
import TextField from "@mui/material/TextField";
import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { Link as RouterLink } from "react-router";

import { api, type Refusal } from "../api/client";
import type { PracticeRecord, Practices } from "../api/types";
import { hairline, inkSoft, pencil } from "../app/theme";
import { useSession } from "../app/session";
import { Notice } from "../parts/Notice";
import { Panel } from "../parts/Rows";
import { Slab } from "../parts/Slab";
import { StateMark } from "../parts/StateMark";
import { BeginButton } from "./BeginButton";
import { RecordPlot } from "./RecordPlot";

type Level = 1 | 2 | 3;
const LEVEL_WORDS: Record<Level, string> = { 1: "near its labels", 2: "some way off", 3: "far off, springs that stick" };

export function PracticePage() {
  const told = useQuery({ queryKey: ["practices"], queryFn: () => api.settled<Practices>(api.client.GET("/api/practice/")) });
  const manager = useSession().data?.may.includes("oversee");
  if (!told.data) return <Notice>{told.error?.message ?? "Opening the practice bay…"}</Notice>;
  const { scenarios, mine, people } = told.data;
  const passed = new Set(mine.passed);
  const assigned = new Map(mine.assigned.map((one) => [one.scenario, one]));
  return (
    <Box component="main" sx={{ flex: 1, minHeight: 0, overflow: "auto", px: 2, py: 1.25, display: "grid", gap: 2.5, alignContent: "start" }}>
      <Box sx={{ display: "flex", gap: 2, alignItems: "baseline", flexWrap: "wrap" }}>
        <Slab component="h1">The practice bay</Slab>
        <Box sx={{ color: inkSoft }}>rigs with a hidden truth, worked through the same screens: nothing here is a customer&apos;s, and nothing here tows</Box>
      </Box>
      <Box sx={{ display: "grid", gridTemplateColumns: { xs: "minmax(0, 1fr)", lg: "minmax(0, 1.7fr) minmax(0, 1fr)" }, gap: 3, alignItems: "start" }}>
        <Panel title="One thing to learn each" note={`${passed.size} of ${scenarios.length} passed`}>
          <Box component="ol" aria-label="Scenarios" sx={{ m: 0, p: 0, listStyle: "none" }}>
            {scenarios.map((one, i) => (
              <Box component="li" key={one.key} data-scenario={one.key} sx={{ display: "grid", gridTemplateColumns: "30px 22px minmax(0, 1fr) auto", gap: 1, alignItems: "center", py: 0.5, borderBottom: `1px solid ${hairline}` }}>
                <Box sx={{ textAlign: "right", fontVariantNumeric: "tabular-nums", color: inkSoft }}>{i + 1}</Box>
                <StateMark state={passed.has(one.key) ? "good" : "unknown"} size={15} />
                <Box>
                  <b>{one.title}</b>
                  {passed.has(one.key) && ", passed"}
                  {assigned.has(one.key) && <Box component="span" sx={{ color: pencil, fontWeight: 600 }}>{`, asked of you by ${assigned.get(one.key)?.by}`}</Box>}
                  <Box sx={{ color: inkSoft, fontSize: "0.9rem" }}>{one.learns}</Box>
                </Box>
                <BeginButton scenario={one.key}>{passed.has(one.key) ? "Again" : "Begin"}</BeginButton>
              </Box>
            ))}
          </Box>
        </Panel>
        <Box sx={{ display: "grid", gap: 2.5 }}>
          <Endless />
          <Record told={mine} title="Your record" />
          {manager && <Everybody people={people} scenarios={scenarios} />}
        </Box>
      </Box>
    </Box>
  );
}

function Endless() {
  const [seed, setSeed] = useState("1");
  const [level, setLevel] = useState<Level>(1);
  const number = /^\d{1,6}$/.test(seed.trim()) ? Number(seed) : null;
  return (
    <Panel title="Endless ones" note="the same seed and level are the same rig">
      <Box sx={{ display: "flex", gap: 1, alignItems: "end", flexWrap: "wrap" }}>
        <TextField label="Seed" value={seed} onChange={(event) => setSeed(event.target.value)} error={number === null} helperText={number === null ? "A whole number up to 999999." : undefined} slotProps={{ htmlInput: { inputMode: "numeric", size: 7, maxLength: 7 } }} />
        <Box>
          <Box component="label" htmlFor="practice-level" sx={{ display: "block", fontSize: "0.8rem", color: inkSoft }}>
            Level
          </Box>
          <NativeSelect id="practice-level" value={level} onChange={(event) => setLevel(Number(event.target.value) as Level)}>
            {([1, 2, 3] as const).map((one) => (
              <option key={one} value={one}>
                {one}, {LEVEL_WORDS[one]}
              </option>
            ))}
          </NativeSelect>
        </Box>
        {number !== null && (
          <BeginButton scenario="" seed={number} level={level}>
            Begin
          </BeginButton>
        )}
      </Box>
    </Panel>
  );
}

function Record({ told, title }: { told: PracticeRecord; title: string }) {
  const ended = told.practices.filter((one) => one.passed !== null);
  const open = told.practices.filter((one) => one.passed === null);
  return (
    <Panel title={title} note={told.practices.length ? `${told.practices.length} begun, ${ended.filter((one) => one.passed).length} passed` : undefined}>
      {told.practices.length === 0 && <Box>Nothing was practised yet.</Box>}
      {ended.length > 0 && <RecordPlot rows={ended} />}
      {told.often.length > 0 && (
        <Box sx={{ mt: 1 }}>
          Made most: {told.often.map((one) => `${one.name.toLowerCase()} (${one.count}; ${one.title})`).join(", ")}.
        </Box>
      )}
      {open.length > 0 && (
        <Box sx={{ mt: 1 }}>
          Still open:{" "}
          {open.slice(-5).map((one, i) => (
            <span key={one.rig}>
              {i > 0 && ", "}
              <Link component={RouterLink} to={`/rigs/${one.rig}/yard`} color="inherit">
                {one.title}
              </Link>
            </span>
          ))}
        </Box>
      )}
    </Panel>
  );
}

function Everybody({ people, scenarios }: { people: Practices["people"]; scenarios: Practices["scenarios"] }) {
  const queries = useQueryClient();
  const [person, setPerson] = useState(people[0]?.username ?? "");
  const [scenario, setScenario] = useState(scenarios[0]?.key ?? "");
  const told = useQuery({ queryKey: ["practices", person], queryFn: () => api.settled<PracticeRecord>(api.client.GET("/api/practice/people/{username}/", { params: { path: { username: person } } })) });
  const assign = useMutation<PracticeRecord, Refusal>({
    mutationFn: () => api.settled<PracticeRecord>(api.client.POST("/api/practice/assign/", { body: { person, scenario: scenario as "plain_fit" } })),
    onSuccess: () => void queries.invalidateQueries({ queryKey: ["practices"] }),
  });
  return (
    <Panel title="Everybody's" note="the manager's">
      <Box sx={{ display: "flex", gap: 1, flexWrap: "wrap", alignItems: "end" }}>
        <NativeSelect value={person} onChange={(event) => setPerson(event.target.value)} inputProps={{ "aria-label": "Whose record" }}>
          {people.map((one) => (
            <option key={one.username} value={one.username}>
              {one.name}, {one.role}
            </option>
          ))}
        </NativeSelect>
        <NativeSelect value={scenario} onChange={(event) => setScenario(event.target.value)} inputProps={{ "aria-label": "What to practise" }}>
          {scenarios.map((one) => (
            <option key={one.key} value={one.key}>
              {one.title}
            </option>
          ))}
        </NativeSelect>
        <Button disabled={assign.isPending} onClick={() => assign.mutate()}>
          Ask it of them
        </Button>
        {assign.isSuccess && <span role="status">Asked.</span>}
        {assign.isError && <Box role="alert" sx={{ color: pencil }}>{assign.error.message}</Box>}
      </Box>
      {told.data && (
        <Box sx={{ mt: 1 }}>
          {told.data.assigned.length > 0 && <Box>Asked and not passed yet: {told.data.assigned.map((one) => one.title).join(", ")}.</Box>}
          <Record told={told.data} title={told.data.name} />
        </Box>
      )}
    </Panel>
  );
}
