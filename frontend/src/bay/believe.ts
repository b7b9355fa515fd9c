/** Whether a figure can be believed while it is typed, in reach or out of it: the server sent what is needed with the question. */
import type { Both, Entry, Question, UnitSystem } from "../api/types";
import { apart, inMm } from "./lengths";

/** a unit in the core's: kg, kPa, kN, mm² */
const IN_CORE: Record<string, number> = { psi: 6.894757, lb: 0.45359237, "sq ft": 92_903.04, "m²": 1e6 };

function value(question: Question, text: string): number | null {
  if (question.kind === "length") return inMm(text);
  const number = /^(\d+(?:\.\d*)?)\s*(psi|kPa|lb|kg|kN|sq ft|m²)?$/.exec(text.trim());
  return number ? Number(number[1]) * (IN_CORE[number[2] ?? ""] ?? 1) : null;
}

/** Why it is refused; nothing where it can be believed, or is not typed yet. */
export function refusal(question: Question, text: string): Both | null {
  const typed = value(question, text);
  const { believed } = question;
  if (typed === null || !believed) return null;
  if (typed < believed.least - 1e-6) return believed.too_small;
  return typed > believed.most + 1e-6 ? believed.too_large : null;
}

/** What makes it unlikely: "1 in from the other side". */
export function unlikely(question: Question, text: string, entries: Record<string, Entry | null>, system: UnitSystem): string | null {
  const typed = value(question, text);
  if (typed === null || question.kind !== "length") return null;
  for (const one of question.believed?.beside ?? []) {
    const here = entries[one.path]?.is;
    const other = (here ? inMm(here) : null) ?? one.value;
    if (other !== null && Math.abs(typed - other) > one.most + 1e-6) return `${apart(Math.abs(typed - other), system)} from ${one.what}`;
  }
  return null;
}
