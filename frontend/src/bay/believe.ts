/** Whether a figure can be believed while it is typed, in reach or out of it: the server sent what is needed with the question. */
import type { Both, Entry, Question, UnitSystem } from "../api/types";
import { apart, inMm } from "./lengths";

const KPA_PER_PSI = 6.894757;
const KG_PER_LB = 0.45359237;

function value(question: Question, text: string): number | null {
  if (question.kind === "length") return inMm(text);
  const number = /^(\d+(?:\.\d+)?)\s*(psi|kPa|lb|kg)?$/.exec(text.trim());
  return number ? Number(number[1]) * (number[2] === "psi" ? KPA_PER_PSI : number[2] === "lb" ? KG_PER_LB : 1) : null;
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
