/** The trials as this device knows them: those of the server, and those begun here that have not reached it yet. */
import type { BaySection, Entry, Fit, Question } from "../api/types";

const MARKS = ["front_left", "front_right", "rear_left", "rear_right"];

export interface Trials {
  /** keys in order, the newest last */
  keys: string[];
  /** the key of the one that can be begun now */
  next: string | null;
}

function number(key: string): number {
  return Number(/\d+$/.exec(key)?.[0] ?? 0);
}

export function trialsOf(fit: Fit, entries: Record<string, Entry | null>): Trials {
  const begun = new Set(fit.tried.map((one) => one.key));
  for (const [path, entry] of Object.entries(entries)) {
    // (the hole is the head's, and outlives its trial with another vehicle or trailer)
    const key = /^trials\.([^.]+)\.(?!hole$)/.exec(path)?.[1];
    if (key && entry?.is) begun.add(key);
  }
  const keys = [...begun].sort((one, other) => number(one) - number(other));
  return { keys, next: fit.next_trials?.keys.find((key) => !begun.has(key)) ?? null };
}

export function trialName(key: string): string {
  return `Trial ${number(key)}`;
}

/** What a trial asks, be it known to the server or not. */
export function questionsOf(fit: Fit, key: string): Question[] {
  const sent = fit.next_trials;
  const first = sent?.keys[0];
  const last = fit.sections.find((one) => one.key === "c");
  // (what is looked at while the bars are set is asked among the trial's questions, and written beside it)
  const own = last?.questions.filter((one) => one.path.startsWith(`trials.${key}.`) || !one.path.startsWith("trials.")) ?? [];
  if (own.some((one) => one.path.startsWith("trials.")) || !sent || !first) return own;
  const other = (path: string) => path.replace(`trials.${first}.`, `trials.${key}.`);
  return sent.questions.map((one) => ({ ...one, path: other(one.path), believed: one.believed && { ...one.believed, beside: one.believed.beside.map((each) => ({ ...each, path: other(each.path) })) } }));
}

export function hasMarks(key: string, entries: Record<string, Entry | null>): boolean {
  return MARKS.some((mark) => entries[`trials.${key}.${mark}`]?.is);
}

/** The bay's sections with the trial that is looked at, the newest unless another is asked for. */
export function withTrial(fit: Fit, entries: Record<string, Entry | null>, asked: string | null): { sections: BaySection[]; trial: string | null } {
  const { keys, next } = trialsOf(fit, entries);
  const trial = asked && (keys.includes(asked) || asked === next) ? asked : (keys.at(-1) ?? null);
  if (!trial || !fit.next_trials) return { sections: fit.sections, trial: null };
  const section: BaySection = { key: "c", name: `C, ${fit.loaded}, ${trialName(trial).toLowerCase()}`, kind: "questions", state: "open", questions: questionsOf(fit, trial), steps: [], off: [], joints: [], unsafe: [] };
  const rest = fit.sections.filter((one) => one.key !== "c");
  const before = rest.findIndex((one) => one.kind === "coach");
  return { sections: [...rest.slice(0, before), section, ...rest.slice(before)], trial };
}
