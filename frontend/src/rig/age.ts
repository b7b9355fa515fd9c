/** The age of the answer on the screen: none while it is of what is typed; else since when, and why nothing newer has come. */
import { useEffect, useState } from "react";

import type { Refusal } from "../api/client";
import { timeOfDay } from "../app/dates";
import { sameEntry, type Entries } from "./typed";

/** So long an answer may take before the last one is called old. */
const LATE_MS = 3000;

export interface Age {
  /** when it was worked out, as a time of day */
  since: string;
  /** figures typed since */
  typed: number;
  why: string;
}

interface Of {
  isOlder: boolean;
  answeredAt: Date | undefined;
  asked: Entries | undefined;
  typed: Entries;
  error: Error | null;
}

export function useAge({ isOlder, answeredAt, asked, typed, error }: Of): Age | null {
  const [late, setLate] = useState<Date | null>(null);
  useEffect(() => {
    if (!isOlder || !answeredAt) return;
    const timer = setTimeout(() => setLate(answeredAt), LATE_MS);
    return () => clearTimeout(timer);
  }, [isOlder, answeredAt]);
  // Refused once, it stays old until an answer comes: the next question, under way, is no answer.
  const [failed, setFailed] = useState<{ at: Date; why: string } | null>(null);
  if (error && answeredAt && (failed?.at !== answeredAt || failed.why !== error.message)) setFailed({ at: answeredAt, why: error.message });
  if (!isOlder || !answeredAt || !asked) return null;
  const refused = failed?.at === answeredAt ? failed.why : null;
  if (!refused && late !== answeredAt) return null;
  const paths = new Set([...Object.keys(typed), ...Object.keys(asked)]);
  const count = [...paths].filter((path) => Boolean(typed[path]?.again) !== Boolean(asked[path]?.again) || !sameEntry(typed[path], asked[path])).length;
  return { since: timeOfDay(answeredAt), typed: count, why: refused ?? "The server has not answered for three seconds." };
}

export function outOfReach(error: Refusal): boolean {
  return error.status === 0 || error.status >= 500;
}
