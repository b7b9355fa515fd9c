/** The day: a board of bays over hours, jobs moved by hand or by keys, conflicts drawn and said, and the first slot that has all of it. */
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import Link from "@mui/material/Link";
import { useMutation } from "@tanstack/react-query";
import visuallyHidden from "@mui/utils/visuallyHidden";
import { useState } from "react";
import { Link as RouterLink, useSearchParams } from "react-router";

import { api, type Refusal } from "../api/client";
import type { DayPlan, Job } from "../api/types";
import { hairline, ink, inkSoft, paper, pencil } from "../app/theme";
import { useKeys } from "../app/keys";
import { Notice } from "../parts/Notice";
import { Panel } from "../parts/Rows";
import { Slab } from "../parts/Slab";
import { StateMark } from "../parts/StateMark";
import { BoardDayRows } from "./BoardDayRows";
import { inTheWay, JobBlock } from "./JobBlock";
import { JobPanel } from "./JobPanel";
import { PlanSheet } from "./PlanSheet";
import { Proposals } from "./Proposals";
import { hoursOf, useMoving } from "./moving";
import { clock, usePlace, useBoard, type Days, type Stand } from "./useBoard";

export function DayPage() {
  const [search, setSearch] = useSearchParams();
  const days: Days = search.get("days") === "7" ? "7" : "1";
  const first = /^\d{4}-\d{2}-\d{2}$/.test(search.get("first") ?? "") ? search.get("first") : null;
  const told = useBoard(first, days);
  const place = usePlace();
  const [chosen, choose] = useState<number | null>(null);
  const plan = useMutation<DayPlan, Refusal>({ mutationFn: () => api.settled<DayPlan>(api.client.POST("/api/day/plan/", { body: { seconds: 5 } })) });
  const [planning, setPlanning] = useState(false);

  function put(job: Job, to: Stand) {
    choose(job.id);
    place.mutate({ job: job.id, version: job.version, to });
  }
  const moving = useMoving(told.data, put);

  function go(to: { first?: string | null; days?: Days }) {
    const next = new URLSearchParams(search);
    if (to.first !== undefined) {
      if (to.first) next.set("first", to.first);
      else next.delete("first");
    }
    if (to.days) next.set("days", to.days);
    setSearch(next, { replace: true });
  }
  const shift = (by: number) => {
    const [year, month, date] = (told.data?.first ?? "2026-01-01").split("-").map(Number);
    go({ first: new Date(Date.UTC(year ?? 2026, (month ?? 1) - 1, (date ?? 1) + by)).toISOString().slice(0, 10) });
  };
  const step = days === "7" ? 7 : 1;
  useKeys({ ",": () => shift(-step), ".": () => shift(step) });

  if (!told.data) return <Notice>{told.error?.message ?? "Opening the day…"}</Notice>;
  const board = told.data;
  const hours = hoursOf(board);
  const job = board.jobs.find((one) => one.id === chosen);
  const tray = board.jobs.filter((one) => !one.at && one.state === "open");
  const ghost = moving.ghost;
  const may = board.may.includes("plan_day");
  const named = board.days.length === 1 ? (board.days[0]?.word ?? "") : `${board.days[0]?.word ?? ""} to ${board.days[board.days.length - 1]?.word ?? ""}`;
  const placeName = (id: number) => board.places.find((one) => one.id === id)?.name ?? "";
  return (
    <Box component="main" sx={{ flex: 1, minHeight: 0, overflow: "auto", px: 2, py: 1 }}>
      <Box sx={{ display: "flex", gap: 1.5, alignItems: "center", flexWrap: "wrap", mb: 1 }}>
        <Slab>The day</Slab>
        <Box role="group" aria-label="Which days" className="no-print" sx={{ display: "flex", alignItems: "center", gap: 0.5 }}>
          <Button aria-label={days === "7" ? "The week before" : "The day before"} onClick={() => shift(-step)}>‹</Button>
          <Button onClick={() => go({ first: null })}>Today</Button>
          <Button aria-label={days === "7" ? "The week after" : "The day after"} onClick={() => shift(step)}>›</Button>
        </Box>
        <Slab component="div" size="dialog" sx={{ minWidth: 210 }}>{named}{board.days.length === 1 && board.days[0]?.today && ", today"}</Slab>
        <Box role="group" aria-label="Day or week" className="no-print" sx={{ display: "flex" }}>
          {(["1", "7"] as const).map((one) => (
            <Button key={one} variant={days === one ? "contained" : "outlined"} aria-pressed={days === one} onClick={() => go({ days: one })}>{one === "1" ? "Day" : "Week"}</Button>
          ))}
        </Box>
        <Box sx={{ flex: 1 }} />
        {may && <Button variant="contained" onClick={() => { setPlanning(true); plan.mutate(); }}>Propose a plan</Button>}
        <Link component={RouterLink} to="/day/mine" color="inherit">My jobs</Link>
        <Link component={RouterLink} to="/shelf" color="inherit">The shelf</Link>
        <Link component={RouterLink} to="/day/hours" color="inherit">Hours, absences, calendars</Link>
      </Box>
      {place.isError && (
        <Box role="alert" sx={{ border: `1.5px solid ${pencil}`, color: pencil, fontWeight: 600, px: 1, py: 0.5, mb: 1, display: "flex", gap: 1, alignItems: "center" }}>
          <span>{place.error.message}</span> <Button onClick={() => place.reset()}>Read</Button>
        </Box>
      )}
      <Box role="status" sx={visuallyHidden}>
        {ghost ? `Would stand ${ghost.to.day}, ${clock(ghost.to.minute)}, ${placeName(ghost.to.place)}. Enter puts it there, Escape leaves it.` : place.isSuccess && place.data.job.at ? `Stands ${place.data.job.at.text}` : ""}
      </Box>
      <Box sx={{ display: "grid", gridTemplateColumns: { xs: "minmax(0, 1fr)", lg: "minmax(0, 1fr) 340px" }, gap: 2.5, alignItems: "start" }}>
        <Box sx={{ minWidth: 0 }}>
          <Box component="section" aria-label="Not on the board" sx={{ display: "flex", gap: 1, flexWrap: "wrap", alignItems: "center", mb: 1 }}>
            <Box sx={{ width: 84, color: inkSoft, fontSize: "0.9rem", lineHeight: 1.1 }}>{tray.length ? `Not on the board: ${tray.length}` : "Every open job stands on the board."}</Box>
            {tray.map((one) => (
              <JobBlock key={one.id} job={one} rig={board.rigs.find((rig) => rig.id === one.rig)} selected={one.id === chosen} select={() => choose(one.id)} moving={moving} put={put} may={may} small={false} />
            ))}
          </Box>
          {board.places.length === 0 && <Box sx={{ border: `1px solid ${hairline}`, p: 2 }}>No bay is written down yet: <Link component={RouterLink} to="/day/hours" color="inherit">Hours, absences, calendars</Link> has their place.</Box>}
          <Box sx={{ overflowX: "auto" }}>
            <Box sx={{ minWidth: 640 }}>
              {board.days.map((day, i) => (
                <BoardDayRows axis={i === 0} key={day.day} board={board} day={day} hours={hours} small={board.days.length > 1} selected={chosen} select={choose} moving={moving} put={put} />
              ))}
            </Box>
          </Box>
          {may && board.places.length > 0 && (
            <Box className="no-print" sx={{ color: inkSoft, fontSize: "0.88rem", mt: 0.5 }}>
              Drag a job, or with it chosen: <Key>← →</Key> a quarter of an hour, <Key>↑ ↓</Key> another bay, <Key>Page</Key> another day, <Key>Enter</Key> puts it there, <Key>Esc</Key> leaves it. Nothing moves by itself.
            </Box>
          )}
          <Box sx={{ mt: 2 }}>
            <Proposals may={may} made={choose} />
          </Box>
        </Box>
        <Box component="aside" aria-label="The job chosen, and what is proposed" sx={{ display: "grid", gap: 2.5 }}>
          {job ? <JobPanel key={job.id} job={job} board={board} place={(placing) => place.mutate(placing)} put={put} close={() => choose(null)} /> : <InTheWay jobs={board.jobs} choose={choose} />}
        </Box>
      </Box>
      {planning && <PlanSheet plan={plan.data} problem={plan.error?.message} close={() => { setPlanning(false); plan.reset(); }} />}
    </Box>
  );
}

/** Every job shown that something is in the way of, to be looked at. */
function InTheWay({ jobs, choose }: { jobs: Job[]; choose: (job: number) => void }) {
  const wrong = jobs.filter((one) => one.conflicts.length > 0);
  return (
    <Panel title="In the way" note={wrong.length ? `of ${wrong.length} of the jobs shown` : undefined}>
      {wrong.length === 0 && <Box>Nothing: choose a job to see what it takes.</Box>}
      {wrong.map((one) => (
        <Box key={one.id} sx={{ display: "grid", gridTemplateColumns: "20px minmax(0, 1fr)", gap: 0.5, py: 0.5, borderBottom: `1px solid ${hairline}` }}>
          <StateMark state={inTheWay(one)?.state ?? "caution"} size={15} />
          <span>
            <Button variant="text" onClick={() => choose(one.id)} sx={{ p: 0, minHeight: 24, fontWeight: 600, textAlign: "left", textDecoration: "underline" }}>{one.word} of {one.customer}</Button>
            <Box component="span" sx={{ display: "block" }}>{one.conflicts[0]?.says}{one.conflicts.length > 1 && ` And ${one.conflicts.length - 1} more.`}</Box>
          </span>
        </Box>
      ))}
    </Panel>
  );
}

function Key({ children }: { children: string }) {
  return <Box component="kbd" sx={{ font: "inherit", fontWeight: 600, bgcolor: ink, color: paper, px: 0.5 }}>{children}</Box>;
}
