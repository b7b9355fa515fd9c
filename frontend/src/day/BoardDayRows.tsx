/** One day of the board: a row for each bay, hours across, what is shut hatched, jobs where they stand. */
import Box from "@mui/material/Box";
import { Fragment } from "react";

import type { Board, BoardDay, Job } from "../api/types";
import { band, hairline, ink, inkSoft, pencil, slab } from "../app/theme";
import { JobBlock } from "./JobBlock";
import type { Moving } from "./moving";
import { clock, type Stand } from "./useBoard";

export const LABEL = 92;

interface Props {
  board: Board;
  day: BoardDay;
  hours: { from: number; until: number };
  /** the week has its days one below the other, each small */
  small: boolean;
  selected: number | null;
  select: (job: number) => void;
  moving: Moving;
  put: (job: Job, to: Stand) => void;
  /** the hours are written over it */
  axis: boolean;
}

/** What is written beside a job that is drawn too short takes so much of its row. */
const WORDS = 0.17;

/** Jobs of one row in as many lanes as overlap; `words`: minutes of the row that words beside a short job take. */
function lanes(jobs: Job[], words: number): Map<number, { lane: number; of: number }> {
  const found = new Map<number, { lane: number; of: number }>();
  let group: { job: Job; lane: number }[] = [];
  let until = -1;
  const close = () => {
    const of = Math.max(0, ...group.map((one) => one.lane)) + 1;
    group.forEach((one) => found.set(one.job.id, { lane: one.lane, of }));
    group = [];
  };
  const ends = (job: Job) => (job.at ? job.at.until + (job.at.until - job.at.minute < words ? words : 0) : 0);
  for (const job of [...jobs].sort((a, b) => (a.at?.minute ?? 0) - (b.at?.minute ?? 0) || a.id - b.id)) {
    if (!job.at) continue;
    if (job.at.minute >= until) close();
    const taken = new Set(group.filter((one) => ends(one.job) > (job.at?.minute ?? 0)).map((one) => one.lane));
    let lane = 0;
    while (taken.has(lane)) lane += 1;
    group.push({ job, lane });
    until = Math.max(group.length === 1 ? -1 : until, ends(job));
  }
  close();
  return found;
}

export function BoardDayRows({ board, day, hours, small, selected, select, moving, put, axis }: Props) {
  const long = hours.until - hours.from;
  const share = (minute: number) => (Math.min(hours.until, Math.max(hours.from, minute)) - hours.from) / long;
  const marks = Array.from({ length: long / 60 + 1 }, (_, i) => hours.from + 60 * i);
  const shut = [...day.open.map((one) => one.from), hours.until].map((until, i) => ({ from: i === 0 ? hours.from : (day.open[i - 1]?.until ?? hours.from), until })).filter((one) => one.until > one.from);
  const may = board.may.includes("plan_day");
  return (
    <Box component="section" aria-label={day.word} data-day={day.day} sx={{ mb: small ? 1 : 0 }}>
      <Box sx={{ display: "grid", gridTemplateColumns: `${LABEL}px minmax(0, 1fr)`, alignItems: "end" }}>
        {axis && (
          <Box aria-hidden sx={{ gridColumn: 2, position: "relative", height: 20, color: inkSoft, fontSize: "0.82rem" }}>
            {marks.map((minute, i) => (
              <Box key={minute} component="span" sx={{ position: "absolute", left: `${share(minute) * 100}%`, transform: i === 0 ? "none" : i === marks.length - 1 ? "translateX(-100%)" : "translateX(-50%)" }}>
                {clock(minute)}
              </Box>
            ))}
          </Box>
        )}
        <Box component={small ? "h2" : "div"} sx={{ m: 0, fontFamily: slab, fontWeight: 600, fontSize: "0.95rem", gridColumn: small ? "1 / -1" : undefined, display: "flex", gap: 1, alignItems: "baseline" }}>
          {small && <span>{day.word}{day.today && ", today"}</span>}
          {small && !day.open.length && <Box component="span" sx={{ fontFamily: "inherit", fontWeight: 400, color: inkSoft, fontSize: "0.85rem" }}>closed{day.shut && `, ${day.shut}`}</Box>}
        </Box>
      </Box>
      {board.places.map((place) => {
        const here = board.jobs.filter((one) => one.at?.day === day.day && one.place === place.id);
        const placed = lanes(here, WORDS * long);
        const deep = Math.max(1, ...[...placed.values()].map((one) => one.of));
        const away = board.away.filter((one) => one.place === place.id).flatMap((one) => one.on.filter((on) => on.day === day.day).map((on) => ({ ...on, why: one.why || "shut" })));
        const ghost = moving.ghost && moving.ghost.to.day === day.day && moving.ghost.to.place === place.id ? moving.ghost : null;
        return (
          <Box key={place.id} sx={{ display: "grid", gridTemplateColumns: `${LABEL}px minmax(0, 1fr)` }}>
            <Box sx={{ borderTop: `1px solid ${hairline}`, fontWeight: 600, pt: 0.5, pr: 1, lineHeight: 1.1, fontSize: small ? "0.88rem" : "1rem" }}>
              {place.name}
              {!small && <Box sx={{ fontWeight: 400, color: inkSoft, fontSize: "0.82rem" }}>{place.word}</Box>}
            </Box>
            <Box data-row={place.id} data-day={day.day} data-from={hours.from} data-until={hours.until} sx={{ position: "relative", height: small ? Math.max(30, 27 * deep + 3) : Math.max(88, 62 * deep + 4), borderTop: `1px solid ${hairline}`, borderRight: `1px solid ${hairline}` }}>
              {shut.map((one) => (
                <Box key={one.from} title="closed" sx={{ position: "absolute", top: 0, bottom: 0, left: `${share(one.from) * 100}%`, width: `${(share(one.until) - share(one.from)) * 100}%`, background: `repeating-linear-gradient(135deg, transparent 0 6px, ${band} 6px 7.5px)` }} />
              ))}
              {away.map((one, i) => (
                <Box key={i} sx={{ position: "absolute", top: 0, bottom: 0, left: `${share(one.from) * 100}%`, width: `${(share(one.until) - share(one.from)) * 100}%`, background: `repeating-linear-gradient(45deg, transparent 0 6px, ${band} 6px 7.5px)`, fontSize: "0.8rem", color: inkSoft }}>
                  {one.why}
                </Box>
              ))}
              {marks.map((minute) => (
                <Box key={minute} aria-hidden sx={{ position: "absolute", top: 0, bottom: 0, left: `${share(minute) * 100}%`, borderLeft: `1px dotted ${hairline}` }} />
              ))}
              {day.now !== null && day.now >= hours.from && day.now <= hours.until && <Box title="now" sx={{ position: "absolute", top: 0, bottom: 0, left: `${share(day.now) * 100}%`, borderLeft: `2px solid ${pencil}`, zIndex: 2, pointerEvents: "none" }} />}
              {here.map((job) => {
                const lane = placed.get(job.id) ?? { lane: 0, of: 1 };
                const at = job.at;
                if (!at) return <Fragment key={job.id} />;
                return (
                  <JobBlock
                    key={job.id} job={job} rig={board.rigs.find((one) => one.id === job.rig)} selected={selected === job.id} select={() => select(job.id)} moving={moving} put={put} may={may} small={small}
                    left={share(at.minute)} width={share(at.until) - share(at.minute)} top={`calc(${(100 * lane.lane) / lane.of}% + 2px)`} height={`calc(${100 / lane.of}% - 4px)`} beside={share(at.until) + WORDS > 1 ? "left" : "right"}
                  />
                );
              })}
              {ghost && (
                <Box data-ghost aria-hidden sx={{ position: "absolute", top: 2, bottom: 2, left: `${share(ghost.to.minute) * 100}%`, width: `${(share(ghost.to.minute + ghost.job.planned) - share(ghost.to.minute)) * 100}%`, border: `2px dashed ${ink}`, bgcolor: "rgba(255,253,246,0.6)", zIndex: 3, pointerEvents: "none", px: 0.5, fontWeight: 600, whiteSpace: "nowrap" }}>
                  {clock(ghost.to.minute)} {ghost.job.word}
                </Box>
              )}
            </Box>
          </Box>
        );
      })}
      <Absences board={board} day={day} small={small} />
      {!small && (
        <Box sx={{ borderTop: `2px solid ${ink}`, color: inkSoft, fontSize: "0.85rem", pt: 0.25 }}>
          {!day.open.length && `Closed${day.shut ? `: ${day.shut}` : ""}. `}Hatched: closed. Times by the house&apos;s clock, {board.zone}.
        </Box>
      )}
    </Box>
  );
}

/** Who and which tool is not there on a day, in words. */
function Absences({ board, day, small }: { board: Board; day: BoardDay; small: boolean }) {
  const away = board.away.filter((one) => (one.person !== null || one.tool) && one.on.some((on) => on.day === day.day));
  if (!away.length) return null;
  return (
    <Box data-absences sx={{ pl: `${LABEL}px`, fontSize: small ? "0.85rem" : "0.92rem", borderTop: `1px solid ${hairline}` }}>
      Not there:{" "}
      {away.map((one, i) => (
        <span key={one.id}>
          {i > 0 && "; "}
          <b>{one.who}</b> {one.on.filter((on) => on.day === day.day).map((on) => `${clock(on.from)} to ${clock(on.until)}`).join(", ")}
          {one.why && `, ${one.why}`}
        </span>
      ))}
    </Box>
  );
}
