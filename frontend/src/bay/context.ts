/** The bay's page for its screens: what was typed on this device, writing more, and going to another section. */
import { createContext, useContext } from "react";

import type { Entry, HitchDrawing, RigRecord } from "../api/types";
import type { Trials } from "./trials";

export interface BayOnPage {
  rig: number;
  entries: Record<string, Entry | null>;
  /** what the server holds, with who wrote it and when */
  record: RigRecord;
  /** the hitch as it is set */
  hitch: HitchDrawing;
  /** something typed here has not reached the server yet */
  pending: boolean;
  /** paths that wait on this device */
  waiting: Set<string>;
  /** whether this person writes what is measured in the bay */
  may: boolean;
  write: (entries: Record<string, Entry | null>) => void;
  /** ``at``: the question to go to there; ``trial``: which one, in state C */
  visit: (section: string, at?: { path?: string; trial?: string }) => void;
  /** the trial that is looked at in state C, and the one that can be begun */
  trial: string | null;
  trials: Trials;
}

export const BayContext = createContext<BayOnPage | null>(null);

export function useBayPage(): BayOnPage {
  const page = useContext(BayContext);
  if (!page) throw new Error("useBayPage outside the bay");
  return page;
}
