/** One job looked at: what is in its way, its first slot and why, who does it, what it takes, its parts and tools. */
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import Link from "@mui/material/Link";
import NativeSelect from "@mui/material/NativeSelect";
import { useQuery } from "@tanstack/react-query";
import { useState, type ReactNode } from "react";
import { Link as RouterLink } from "react-router";

import { api } from "../api/client";
import type { Board, Job, JobDetail, JobSlot } from "../api/types";
import { hairline, inkSoft, pencil } from "../app/theme";
import { Fold } from "../parts/Fold";
import { Slab } from "../parts/Slab";
import { StateMark } from "../parts/StateMark";
import { PartLines } from "../shelf/PartLines";
import { ActButtons } from "./ActButtons";
import type { Placing, Stand } from "./useBoard";

interface Props {
  job: Job;
  board: Board;
  place: (placing: Placing) => void;
  put: (job: Job, to: Stand) => void;
  close: () => void;
}

export function JobPanel({ job, board, place, put, close }: Props) {
  const plans = board.may.includes("plan_day") && job.state === "open";
  const slot = useQuery({
    queryKey: ["slot", job.id, job.version],
    queryFn: () => api.settled<JobSlot>(api.client.GET("/api/jobs/{id}/slot/", { params: { path: { id: job.id } } })),
    enabled: job.state === "open",
  });
  const detail = useQuery({ queryKey: ["job", job.id, job.version], queryFn: () => api.settled<JobDetail>(api.client.GET("/api/jobs/{id}/", { params: { path: { id: job.id } } })) });
  const to = slot.data?.to;
  const there = to && job.at && to.day === job.at.day && to.minute === job.at.minute && to.place === job.place && to.person === job.person;
  return (
    <Box component="section" aria-label={`${job.word} of ${job.customer}`} sx={{ display: "grid", gap: 1.25, alignContent: "start" }}>
      <Box sx={{ display: "flex", alignItems: "baseline", gap: 1 }}>
        <Slab component="h2" size="dialog" sx={{ flex: 1 }}>
          {job.word} of{" "}
          <Link component={RouterLink} to={`/rigs/${job.rig}/${job.kind === "handover" ? "handover" : job.kind === "fit" || job.kind === "refit" ? "bay" : "record"}`} color="inherit">
            {job.customer}
          </Link>
        </Slab>
        <Button variant="text" onClick={close}>Close</Button>
      </Box>
      {job.why && <Box sx={{ color: inkSoft }}>{job.why}</Box>}
      <Box>
        {job.at ? <b>{job.at.text}, {job.planned} min</b> : <b>Not on the board; {job.planned} min</b>}
        {job.due && <>, wanted by {job.due}</>}
      </Box>
      {job.conflicts.length > 0 && (
        <Box component="ul" aria-label="In its way" sx={{ m: 0, p: 0, listStyle: "none" }}>
          {job.conflicts.map((one) => (
            <Box component="li" key={one.key + one.says} data-conflict={one.key} sx={{ display: "flex", gap: 0.75, py: 0.25, borderBottom: `1px solid ${hairline}` }}>
              <StateMark state={one.key === "not_before" || one.key === "late" ? "caution" : "refused"} size={15} />
              <span>{one.says}</span>
            </Box>
          ))}
        </Box>
      )}
      {job.state === "open" && (
        <Box data-slot sx={{ border: "1.5px solid", p: 1 }}>
          <b>First slot that has all of it</b>
          <Box>{slot.data?.says ?? slot.error?.message ?? "Looking…"}</Box>
          {plans && to && !there && (
            <Button variant="contained" sx={{ mt: 0.75 }} onClick={() => put(job, to)}>
              Put it there
            </Button>
          )}
        </Box>
      )}
      {plans && job.at && (
        <Box sx={{ display: "flex", gap: 1, alignItems: "end", flexWrap: "wrap" }}>
          <Labelled id="job-person" label="Who does it">
            <NativeSelect id="job-person" value={job.person ?? ""} onChange={(event) => put(job, { day: job.at?.day ?? null, minute: job.at?.minute ?? 0, place: job.place, person: event.target.value ? Number(event.target.value) : null })}>
              <option value="">nobody yet</option>
              {board.people.filter((one) => job.people.includes(one.id)).map((one) => (
                <option key={one.id} value={one.id}>{one.name}, {one.role}</option>
              ))}
            </NativeSelect>
          </Labelled>
          <Minutes key={`${job.id} ${job.planned}`} job={job} place={place} />
          <Button onClick={() => put(job, { day: null, minute: 0, place: null, person: null })}>Take it off the board</Button>
        </Box>
      )}
      <ActButtons job={job} />
      <NeedsAndParts job={job} />
      {plans && job.at && detail.data && detail.data.length.planned !== job.planned && (
        <Box data-otherwise>
          As the rig stands now, {detail.data.length.planned} min would be set aside for it, and not {job.planned}.{" "}
          <Button onClick={() => job.at && place({ job: job.id, version: job.version, to: { day: job.at.day, minute: job.at.minute, place: job.place, person: job.person }, minutes: detail.data.length.planned })}>Set that aside</Button>
        </Box>
      )}
      {detail.data && (
        <Fold name="job-time" usual title={<b>What it takes: {detail.data.length.says}</b>}>
          <Box component="table" sx={{ width: "100%", borderCollapse: "collapse", fontVariantNumeric: "tabular-nums", "& td, & th": { textAlign: "right", borderBottom: `1px solid ${hairline}`, fontWeight: 400 }, "& th": { textAlign: "left" } }}>
            <tbody>
              {detail.data.length.pieces.map((one) => (
                <tr key={one.word}>
                  <th scope="row">{one.word}</th>
                  <td>{one.many === 1 ? "" : `${one.many} × ${one.each}`}</td>
                  <td>{one.minutes} ± {one.u} min</td>
                </tr>
              ))}
              <tr>
                <th scope="row"><b>together, × {detail.data.length.factor} for this house</b></th>
                <td />
                <td><b>{detail.data.length.mean} ± {detail.data.length.u} min</b></td>
              </tr>
            </tbody>
          </Box>
        </Fold>
      )}
      <Box sx={{ display: "flex", gap: 1.5, flexWrap: "wrap" }}>
        <Link href={`/api/jobs/${job.id}/letter.pdf`} target="_blank" color="inherit">Letter to print</Link>
        <Link href={`/api/jobs/${job.id}/picking.csv`} download color="inherit">Picking list, CSV</Link>
      </Box>
      {detail.data && (
        <Fold name="job-changes" usual={false} title={`What was done to it: ${detail.data.changes.length}`}>
          {detail.data.changes.map((one, i) => (
            <Box key={i} sx={{ color: inkSoft }}>{one.says}, by {one.by}</Box>
          ))}
        </Fold>
      )}
    </Box>
  );
}

function Labelled({ id, label, children }: { id: string; label: string; children: ReactNode }) {
  return (
    <Box>
      <Box component="label" htmlFor={id} sx={{ display: "block", fontSize: "0.8rem", color: inkSoft }}>{label}</Box>
      {children}
    </Box>
  );
}

/** How long it is set aside for, as somebody who knows better says. */
function Minutes({ job, place }: { job: Job; place: (placing: Placing) => void }) {
  const [text, setText] = useState(String(job.planned));
  const number = /^\s*\d{1,4}\s*$/.test(text) ? Number(text) : null;
  const wrong = number === null || number < 5 || number > 720;
  const put = () => {
    if (!wrong && number !== job.planned && job.at) place({ job: job.id, version: job.version, to: { day: job.at.day, minute: job.at.minute, place: job.place, person: job.person }, minutes: number });
  };
  return (
    <Labelled id="job-minutes" label="Minutes set aside">
      <Box component="input" id="job-minutes" value={text} onChange={(event: React.ChangeEvent<HTMLInputElement>) => setText(event.target.value)} onBlur={put} onKeyDown={(event: React.KeyboardEvent) => event.key === "Enter" && put()} aria-invalid={wrong} aria-describedby={wrong ? "job-minutes-wrong" : undefined} sx={{ font: "inherit", width: 90, p: 0.5, border: `1px solid ${wrong ? pencil : hairline}` }} />
      {wrong && <Box id="job-minutes-wrong" role="alert" sx={{ color: pencil, fontWeight: 600 }}>Between 5 and 720; a longer job is two.</Box>}
    </Labelled>
  );
}

/** What must be there for it, and what is not yet so. */
export function NeedsAndParts({ job }: { job: Job }) {
  return (
    <>
      {(job.needs.length > 0 || job.tools.length > 0) && (
        <Box>
          <b>Wants:</b> {[...job.needs, ...job.tools.map((one) => `“${one}”`)].join(", ")}.
        </Box>
      )}
      {job.not_yet.length > 0 && !job.at && (
        <Box>
          <b>Not yet so:</b> {job.not_yet.join("; ")}.
        </Box>
      )}
      {job.parts.length > 0 && <PartLines parts={job.parts} />}
    </>
  );
}
