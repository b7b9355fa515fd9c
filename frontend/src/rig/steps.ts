/** The last twenty steps at the desk, each to be taken back: typing in one field is one step. */
import { useCallback, useRef, useState } from "react";

import type { Entry } from "../api/types";
import type { Names, Path } from "./typed";

const KEPT = 20;

export interface Step {
  /** what it did where it touched many fields at once; else it is told by its field */
  what: string;
  /** as they stood before, typed or saved */
  entries: Record<Path, Entry | null>;
  names: Partial<Names>;
  /** what of it was typed then, on which version: while that is the saved one, exactly this is restored (undefined: not typed) */
  typed: Record<Path, Entry | null | undefined>;
  version: number | null;
}

function place(step: Step): string {
  return [...Object.keys(step.entries), ...Object.keys(step.names)].sort().join(" ");
}

export function useSteps() {
  const [steps, setSteps] = useState<Step[]>([]);
  const still = useRef(false);
  /** A step is about to be taken; going on in the same place adds nothing. */
  const remember = useCallback((step: Step) => {
    setSteps((was) => {
      const last = was[was.length - 1];
      if (last && still.current && !step.what && place(last) === place(step)) return was;
      still.current = true;
      return [...was, step].slice(-KEPT);
    });
  }, []);
  const pop = useCallback(() => {
    still.current = false;
    setSteps((was) => was.slice(0, -1));
  }, []);
  /** What is typed next is a step of its own, be it in the same field. */
  const pause = useCallback(() => {
    still.current = false;
  }, []);
  const forget = useCallback(() => setSteps([]), []);
  return { steps, remember, pop, pause, forget };
}
