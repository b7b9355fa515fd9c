/** How sure a figure is, shown by the line beneath it: the weaker, the more broken. */
import type { Provenance } from "../api/types";

export const PROVENANCE_LINE: Record<Provenance, string> = {
  assumed: "2px dotted",
  brochure: "2px dashed",
  label: "1.5px solid",
  measured: "4px double",
};

export const PROVENANCES: Provenance[] = ["assumed", "brochure", "label", "measured"];
