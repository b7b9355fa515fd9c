/** A technician's morning on the tablet: one's own jobs in their order, with parts, tools and the wrench to fetch. */
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import Link from "@mui/material/Link";
import { useQuery } from "@tanstack/react-query";
import { Link as RouterLink } from "react-router";

import { api } from "../api/client";
import type { Job, Morning, RigOnBoard } from "../api/types";
import { useKeptAnswer, useOutOfReach } from "../app/kept";
import { hairline, ink, inkSoft, paper } from "../app/theme";
import { useBayLook } from "../app/scheme";
import { useSession } from "../app/session";
import { TARGETS } from "../bay/targets";
import { ElevationDrawing } from "../drawing/ElevationDrawing";
import { Notice } from "../parts/Notice";
import { Panel } from "../parts/Rows";
import { Slab } from "../parts/Slab";
import { StateMark } from "../parts/StateMark";
import { ActButtons } from "./ActButtons";
import { overlaidJob, useActs } from "./acts";
import { NeedsAndParts } from "./JobPanel";
import { clock } from "./useBoard";

/** Where the work of a job is done. */
const WORK: Record<Job["kind"], string> = { fit: "bay", refit: "bay", inspection: "bay", recheck: "bay/torque", recall: "bay", complaint: "record", weighing: "weigh", handover: "handover" };

export function MorningPage() {
  useBayLook();
  const told = useQuery({ queryKey: ["morning"], queryFn: () => api.settled<Morning>(api.client.GET("/api/day/morning/")), refetchInterval: 60_000 });
  const name = useSession().data?.name ?? "";
  const { acts } = useActs();
  const kept = useKeptAnswer("morning", told);
  const away = useOutOfReach();
  if (!kept.data) return <Notice>{kept.error?.message ?? "Opening your jobs…"}</Notice>;
  const { jobs, rigs, tools, word } = kept.data;
  return (
    <Box component="main" sx={{ flex: 1, minHeight: 0, overflow: "auto", px: 2, py: 1.25, ...TARGETS }}>
      <Box sx={{ display: "flex", gap: 2, alignItems: "baseline", flexWrap: "wrap", mb: 1 }}>
        <Slab>{name}&apos;s jobs</Slab>
        <span>{word}{(kept.old || away) && ", as it was when the server last answered"}</span>
        <Box sx={{ flex: 1 }} />
        <Button onClick={() => window.print()}>Print</Button>
        <Link component={RouterLink} to="/day" color="inherit">The board</Link>
      </Box>
      <Box sx={{ display: "grid", gap: 2.5, maxWidth: 980 }}>
        {tools.length > 0 && (
          <Panel title="Fetch first" note="for all of today's jobs">
            <Box component="ul" aria-label="Tools to fetch" sx={{ m: 0, p: 0, listStyle: "none" }}>
              {tools.map((one) => (
                <Box component="li" key={one.name} sx={{ py: 0.4, borderBottom: `1px solid ${hairline}`, fontSize: "1.1rem" }}>
                  <b>{one.name}</b> for {one.for}
                </Box>
              ))}
            </Box>
          </Panel>
        )}
        {jobs.length === 0 && <Box sx={{ fontSize: "1.1rem" }}>No job of today is yours. The board has what stands there for others.</Box>}
        <Box component="ol" aria-label="My jobs" sx={{ m: 0, p: 0, listStyle: "none", display: "grid", gap: 2 }}>
          {jobs.map((one, i) => (
            <JobCard key={one.id} number={i + 1} job={overlaidJob(one, acts)} rig={rigs.find((rig) => rig.id === one.rig)} />
          ))}
        </Box>
      </Box>
    </Box>
  );
}

const STATES: Record<Job["state"], string> = { open: "to do", begun: "under way", paused: "paused", done: "done", dropped: "not wanted" };

function JobCard({ number, job, rig }: { number: number; job: Job; rig: RigOnBoard | undefined }) {
  return (
    <Box component="li" data-job={job.id} sx={{ border: `1.5px solid ${ink}`, opacity: job.state === "done" ? 0.7 : 1, breakInside: "avoid" }}>
      <Box sx={{ display: "grid", gridTemplateColumns: "44px minmax(0, 1fr) 190px", "@media (max-width: 600px)": { gridTemplateColumns: "44px minmax(0, 1fr)" }, alignItems: "center", borderBottom: `1px solid ${hairline}` }}>
        <Box sx={{ alignSelf: "stretch", bgcolor: ink, color: paper, display: "grid", placeItems: "center", fontSize: "1.4rem", fontWeight: 600 }}>{number}</Box>
        <Box sx={{ px: 1.5, py: 0.75 }}>
          <Slab component="h2" size="dialog">{job.word} of {job.customer}</Slab>
          <Box sx={{ fontSize: "1.1rem" }}>
            {job.at && `${clock(job.at.minute)} to ${clock(job.at.until)}, `}
            {job.planned} min set aside · <b>{STATES[job.state]}</b>
            {job.worked > 0 && `, ${Math.round(job.worked)} min worked`}
          </Box>
          <Box sx={{ color: inkSoft }}>{rig && `${rig.vehicle_name} with ${rig.trailer_name}`}</Box>
        </Box>
        <Box sx={{ height: 58, px: 1, "@media (max-width: 600px)": { display: "none" } }}>{rig?.elevation && <ElevationDrawing elevation={rig.elevation} title={`${rig.vehicle_name} with ${rig.trailer_name}`} mini />}</Box>
      </Box>
      <Box sx={{ px: 1.5, py: 1, display: "grid", gap: 1 }}>
        {job.state !== "done" && job.conflicts.map((one) => (
          <Box key={one.key + one.says} sx={{ display: "flex", gap: 0.75 }}>
            <StateMark state={one.key === "not_before" || one.key === "late" ? "caution" : "refused"} /> <span>{one.says}</span>
          </Box>
        ))}
        {job.why && <Box>{job.why}</Box>}
        {job.state !== "done" && <NeedsAndParts job={job} />}
        <Box sx={{ display: "flex", gap: 1.5, flexWrap: "wrap", alignItems: "center" }}>
          <ActButtons job={job} big />
          <Box sx={{ flex: 1 }} />
          <Link component={RouterLink} to={`/rigs/${job.rig}/${WORK[job.kind]}`} color="inherit" sx={{ minHeight: 44, display: "inline-flex", alignItems: "center", fontSize: "1.05rem" }}>
            To the work
          </Link>
        </Box>
      </Box>
    </Box>
  );
}
