/** The lines of a picker: each thing with its GVWR, and how many more there are. */
import Box from "@mui/material/Box";
import type { AutocompleteRenderGroupParams } from "@mui/material/Autocomplete";
import type { HTMLAttributes, Key } from "react";

import type { Pick } from "../api/types";
import { PartPicture } from "../drawing/PartDrawing";
import { hairline, ink, inkSoft, paper } from "../app/theme";

export function PickLine({ props, pick }: { props: HTMLAttributes<HTMLLIElement> & { key?: Key }; pick: Pick }) {
  const { key, ...rest } = props;
  return (
    <li key={key} {...rest} aria-label={pick.name}>
      <PartPicture strokes={pick.strokes} />
      <Box sx={{ ml: 1 }}>
        {pick.name}
        <Box sx={{ fontSize: "0.82rem", color: inkSoft }}>{pick.told.join(" · ") || "nothing known but its name"}</Box>
      </Box>
    </li>
  );
}

/** The list itself: what is not shown of it stands above it. */
export function PickGroup({ group, children }: AutocompleteRenderGroupParams) {
  return (
    <li>
      {group && <Box sx={{ px: 2, py: 0.75, fontSize: "0.82rem", position: "sticky", top: 0, zIndex: 1, bgcolor: paper, borderBottom: `1px solid ${hairline}` }}>{group}</Box>}
      <Box component="ul" sx={{ p: 0 }}>
        {children}
      </Box>
    </li>
  );
}

/** Wider than its field: a picture, a name and its figures stand in one line. */
export const PICK_PAPER = { paper: { sx: { border: `1px solid ${ink}`, width: 420, maxWidth: "92vw" } } };

/** What stands in the open list where nothing, or not all, is shown. */
export function told(picks: Pick[], found: number, pending: boolean, error: Error | null): string {
  if (error) return `The catalogue cannot be asked: ${error.message}`;
  if (pending) return picks.length > 0 ? "" : "Looking…";
  if (found === 0) return "Nothing of that in the catalogue.";
  return found > picks.length ? `The first ${picks.length} of ${found.toLocaleString("en")}: type more of the name, or any figure.` : "";
}
