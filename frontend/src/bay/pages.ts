/** The screens of a section: its questions as they stand together on one, and where one is among them. */
import type { Question } from "../api/types";

export interface Page {
  key: string;
  /** how it is answered: ticked off together, taped together, or one question alone */
  kind: "ticked" | "taped" | "alone";
  questions: Question[];
}

/** Where one is: the screen, and the names of those that one went past to it. */
export interface Here {
  passed: string[];
  shown: Page | undefined;
}

export function pagesOf(questions: Question[]): Page[] {
  const pages: Page[] = [];
  for (const one of questions) {
    const last = pages.at(-1);
    if (last && one.page && last.key === one.page) last.questions.push(one);
    else pages.push({ key: one.page || one.path, kind: "alone", questions: [one] });
  }
  return pages.map((page) => ({ ...page, kind: kindOf(page.questions) }));
}

function kindOf(questions: Question[]): Page["kind"] {
  if (questions.every((one) => one.kind === "length")) return "taped";
  return questions.length > 1 ? "ticked" : "alone";
}

/** The place in the list of the screen that is shown, -1 where it is asked no more; and the place of the one after it. */
export function aroundHere({ passed, shown }: Here, pages: Page[]): { at: number; next: number } {
  const keys = pages.map((one) => one.key);
  const at = keys.indexOf(shown?.key ?? "");
  if (at >= 0) return { at, next: at + 1 };
  const still = passed.filter((key) => keys.includes(key)).at(-1);
  return { at, next: still === undefined ? 0 : keys.indexOf(still) + 1 };
}

/** The questions of a screen up to the one whose answer leaves nothing more to ask; and whether one did. */
export function upToTheEnd(questions: Question[], answer: (one: Question) => string): { asked: Question[]; ended: boolean } {
  const end = questions.findIndex((one) => one.ends.includes(answer(one)));
  return end < 0 ? { asked: questions, ended: false } : { asked: questions.slice(0, end + 1), ended: true };
}
