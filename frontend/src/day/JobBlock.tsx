/** One job on the board: as long as it takes, its rig drawn small, what is in its way by shape and word; moved by hand or by keys. */
import Box from "@mui/material/Box";
import visuallyHidden from "@mui/utils/visuallyHidden";
import { useEffect, useRef, type PointerEvent } from "react";

import type { Job, RigOnBoard } from "../api/types";
import { ink, inkSoft, paper, pencil, sheet, wash } from "../app/theme";
import { ElevationDrawing } from "../drawing/ElevationDrawing";
import { StateMark } from "../parts/StateMark";
import { under, type Moving } from "./moving";
import { clock, type Stand } from "./useBoard";

/** A press that goes no farther than this is a press, and no drag, px. */
const STILL = 4;

interface Props {
  job: Job;
  rig: RigOnBoard | undefined;
  selected: boolean;
  select: () => void;
  moving: Moving;
  put: (job: Job, to: Stand) => void;
  may: boolean;
  /** where on its row, in shares of it; none in the tray */
  left?: number;
  width?: number;
  top?: string;
  height?: string;
  small: boolean;
  /** where what is written stands, when the job is drawn too short for it */
  beside?: "right" | "left";
}

/** A job drawn shorter than this has its words beside it, px. */
const SHORT = 132;

/** What is in the way of a job in one word, by its mark. */
export function inTheWay(job: Job): { state: "refused" | "caution"; count: number } | null {
  const hard = job.conflicts.filter((one) => one.key !== "not_before" && one.key !== "late");
  if (hard.length) return { state: "refused", count: job.conflicts.length };
  return job.conflicts.length ? { state: "caution", count: job.conflicts.length } : null;
}

const STATES: Record<Job["state"], string> = { open: "", begun: "under way", paused: "paused", done: "done", dropped: "not wanted" };

export function JobBlock({ job, rig, selected, select, moving, put, may, left, width, top, height, small, beside = "right" }: Props) {
  const grabbed = useRef<{ x: number; y: number; offset: number; moved: boolean } | null>(null);
  const block = useRef<HTMLButtonElement>(null);
  const { focusedRef } = moving;
  // In another row it is another element: the one that was put there by keys has the focus there.
  useEffect(() => {
    if (focusedRef.current === job.id) block.current?.focus();
  }, [focusedRef, job.id]);
  const can = may && job.state === "open";
  const wrong = inTheWay(job);
  const ghosted = moving.ghost?.job.id === job.id;

  function down(event: PointerEvent<HTMLElement>) {
    if (!can || event.button !== 0) return;
    grabbed.current = { x: event.clientX, y: event.clientY, offset: left === undefined ? 20 : event.clientX - event.currentTarget.getBoundingClientRect().left, moved: false };
    event.currentTarget.setPointerCapture(event.pointerId);
  }

  function over(event: PointerEvent<HTMLElement>) {
    const from = grabbed.current;
    if (!from) return;
    if (!from.moved && Math.hypot(event.clientX - from.x, event.clientY - from.y) < STILL) return;
    from.moved = true;
    const found = under(event.clientX, event.clientY, from.offset);
    moving.at(found ? { job, to: { ...found, person: job.person ?? job.people[0] ?? null } } : null);
  }

  function up(event: PointerEvent<HTMLElement>) {
    const from = grabbed.current;
    grabbed.current = null;
    if (!from?.moved) return;
    const found = under(event.clientX, event.clientY, from.offset);
    if (found) put(job, { ...found, person: job.person ?? job.people[0] ?? null });
    moving.at(null);
  }

  const time = job.at ? `${clock(job.at.minute)} to ${clock(job.at.until)}` : "";
  // Said after what is written on it, for whoever does not see where it stands.
  const more = [job.at ? `${job.at.text}, ${job.planned} min` : "not on the board", wrong ? `${wrong.count} in its way: ${job.conflicts.map((one) => one.says).join(" ")}` : ""].filter(Boolean).join(", ");
  return (
    <Box
      component="button"
      type="button"
      ref={block}
      onFocus={() => (focusedRef.current = null)}
      data-job={job.id}
      data-way={wrong?.state ?? "clear"}
      aria-pressed={selected}
      onClick={select}
      onKeyDown={(event) => {
        if (can && moving.key(event.key, job)) event.preventDefault();
      }}
      onBlur={() => ghosted && !grabbed.current && moving.at(null)}
      onPointerDown={down}
      onPointerMove={over}
      onPointerUp={up}
      onPointerCancel={() => {
        grabbed.current = null;
        moving.at(null);
      }}
      sx={{
        font: "inherit", color: ink, textAlign: "left", bgcolor: selected ? wash : sheet, cursor: can ? "grab" : "pointer", touchAction: can ? "none" : "auto",
        border: `1.5px ${job.state === "open" ? "solid" : "double"} ${wrong?.state === "refused" ? pencil : ink}`, borderWidth: job.state === "open" ? "1.5px" : "4px",
        borderLeft: `6px ${job.state === "paused" ? "dotted" : "solid"} ${wrong?.state === "refused" ? pencil : ink}`,
        outline: selected ? `2px solid ${ink}` : undefined, outlineOffset: 1, px: 0.75, py: 0.25, lineHeight: 1.15, opacity: ghosted ? 0.45 : 1, minWidth: 0, display: "block", verticalAlign: "top", containerType: left === undefined ? undefined : "size", zIndex: selected ? 1 : undefined,
        ...(left === undefined ? { position: "relative", width: 232, minHeight: 58 } : { position: "absolute", left: `${left * 100}%`, width: `calc(${(width ?? 0) * 100}% - 2px)`, top, height }),
      }}
    >
      {!small && rig?.elevation && (
        <Box aria-hidden sx={{ position: "absolute", right: 2, bottom: 1, width: 92, height: 30, opacity: 0.8, pointerEvents: "none", [`@container (min-width: ${SHORT + 1}px) and (max-width: 190px)`]: { display: "none" }, [`@container (max-width: ${SHORT}px)`]: { left: 2, right: 2, width: "auto" } }}>
          <ElevationDrawing elevation={rig.elevation} title="" mini />
        </Box>
      )}
      <Box component="span" sx={{ display: "block", [`@container (max-width: ${SHORT}px)`]: left === undefined ? {} : { position: "absolute", top: 2, ...(beside === "right" ? { left: "calc(100% + 5px)" } : { right: "calc(100% + 10px)" }) } }}>
        <Box component="span" sx={{ display: "flex", gap: 0.5, alignItems: "center", whiteSpace: "nowrap" }}>
          {wrong && (
            <Box component="span" sx={{ flex: "none" }}>
              <StateMark state={wrong.state} size={13} />
            </Box>
          )}
          <b>{job.word}</b>
          {small && <span>{job.customer}</span>}
          {STATES[job.state] && <Box component="span" sx={{ bgcolor: ink, color: paper, px: 0.5, fontSize: "0.78rem" }}>{STATES[job.state]}</Box>}
        </Box>
        {!small && (
          <>
            <Box component="span" sx={{ display: "block", whiteSpace: "nowrap" }}>{job.customer}</Box>
            <Box component="span" sx={{ display: "block", color: inkSoft, fontSize: "0.82rem", whiteSpace: "nowrap" }}>
              {[time || `${job.planned} min`, job.person_name || (job.at ? "nobody named" : "")].filter(Boolean).join(", ")}
            </Box>
          </>
        )}
      </Box>
      <Box component="span" sx={visuallyHidden}>, {more}</Box>
    </Box>
  );
}
