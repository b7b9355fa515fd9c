/** A job moved about the board, by hand or by keys: where it would stand is drawn until it is put there or left. */
import { useRef, useState } from "react";

import type { Board, Job } from "../api/types";
import type { Stand } from "./useBoard";

export const QUARTER = 15;

export interface Ghost {
  job: Job;
  to: { day: string; minute: number; place: number; person: number | null };
}

export interface Moving {
  ghost: Ghost | null;
  /** it would stand here */
  at: (ghost: Ghost | null) => void;
  /** a key pressed on a job; whether it was one that moves it */
  key: (key: string, job: Job) => boolean;
  /** the job that was put somewhere by keys: it is looked for there, and keeps the focus */
  focusedRef: { current: number | null };
}

/** From the first hour drawn to the last: what is open on the days shown, and what stands on them outside of that. */
export function hoursOf(board: Board): { from: number; until: number } {
  const open = board.days.flatMap((one) => one.open.map((stretch) => [stretch.from, stretch.until] as const));
  const jobs = board.jobs.flatMap((one) => (one.at ? [[one.at.minute, one.at.until] as const] : []));
  const all = [...open, ...jobs];
  if (!all.length) return { from: 8 * 60, until: 18 * 60 };
  return { from: Math.floor(Math.min(...all.map((one) => one[0])) / 60) * 60, until: Math.min(24 * 60, Math.ceil(Math.max(...all.map((one) => one[1])) / 60) * 60) };
}

export function useMoving(board: Board | undefined, put: (job: Job, to: Stand) => void): Moving {
  const [ghost, setGhost] = useState<Ghost | null>(null);
  const focusedRef = useRef<number | null>(null);

  function begins(job: Job): Ghost["to"] | null {
    if (ghost?.job.id === job.id) return ghost.to;
    if (job.at && job.place !== null) return { day: job.at.day, minute: Math.round(job.at.minute / QUARTER) * QUARTER, place: job.place, person: job.person };
    const day = board?.days.find((one) => one.open.length > 0) ?? board?.days[0];
    const place = job.places[0] ?? board?.places[0]?.id;
    if (!day || place === undefined) return null;
    return { day: day.day, minute: Math.ceil((day.open[0]?.from ?? 480) / QUARTER) * QUARTER, place, person: job.people[0] ?? null };
  }

  function key(pressed: string, job: Job): boolean {
    if (!board || job.state !== "open") return false;
    if (pressed === "Escape") {
      if (!ghost) return false;
      setGhost(null);
      return true;
    }
    if (pressed === "Enter") {
      if (ghost?.job.id !== job.id) return false;
      focusedRef.current = job.id;
      put(job, ghost.to);
      setGhost(null);
      return true;
    }
    const to = begins(job);
    if (!to) return false;
    const fresh = ghost?.job.id !== job.id && !job.at;
    const days = board.days.map((one) => one.day);
    const places = board.places.map((one) => one.id);
    const step = (of: number, by: number, most: number) => Math.max(0, Math.min(most, of + by));
    const moved =
      pressed === "ArrowRight" ? { ...to, minute: step(to.minute, fresh ? 0 : QUARTER, 24 * 60 - QUARTER) }
      : pressed === "ArrowLeft" ? { ...to, minute: step(to.minute, fresh ? 0 : -QUARTER, 24 * 60 - QUARTER) }
      : pressed === "ArrowDown" ? { ...to, place: places[step(places.indexOf(to.place), fresh ? 0 : 1, places.length - 1)] ?? to.place }
      : pressed === "ArrowUp" ? { ...to, place: places[step(places.indexOf(to.place), fresh ? 0 : -1, places.length - 1)] ?? to.place }
      : pressed === "PageDown" ? { ...to, day: days[step(days.indexOf(to.day), fresh ? 0 : 1, days.length - 1)] ?? to.day }
      : pressed === "PageUp" ? { ...to, day: days[step(days.indexOf(to.day), fresh ? 0 : -1, days.length - 1)] ?? to.day }
      : null;
    if (!moved) return false;
    setGhost({ job, to: moved });
    return true;
  }

  return { ghost, at: setGhost, key, focusedRef };
}

/** Where on the board a point of the screen lies: the row of a place on a day, and the quarter of an hour there. */
export function under(x: number, y: number, grabbed: number): { day: string; minute: number; place: number } | null {
  const row = document.elementsFromPoint(x, y).find((one) => one instanceof HTMLElement && one.dataset.row !== undefined) as HTMLElement | undefined;
  if (!row) return null;
  const box = row.getBoundingClientRect();
  const [from, until] = [Number(row.dataset.from), Number(row.dataset.until)];
  const minute = from + ((x - grabbed - box.left) / box.width) * (until - from);
  return { day: row.dataset.day ?? "", place: Number(row.dataset.row), minute: Math.max(0, Math.min(24 * 60 - QUARTER, Math.round(minute / QUARTER) * QUARTER)) };
}
