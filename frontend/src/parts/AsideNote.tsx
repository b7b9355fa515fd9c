/** What was written here and holds no longer: struck and dated, with why; one press to look at it, and to write it anew. */
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import { useState } from "react";

import { day } from "../app/dates";
import { inkSoft, wash } from "../app/theme";
import { useUnits } from "../app/units";
import type { Path } from "../rig/typed";
import { useField, useRig } from "../rig/context";

export function AsideNote({ path, label }: { path: Path; label?: string }) {
  const { draft } = useRig();
  const { system } = useUnits();
  const field = useField(path);
  const [open, setOpen] = useState(false);
  const aside = draft.aside[path];
  if (!aside || !field) return null;
  const { entry, why, at, by, predicted } = aside;
  const text = field.choices.find((one) => one.value === entry.is)?.word ?? entry.is;
  const when = at ? day(at) : "not saved yet";
  return (
    <Box data-aside={path} sx={{ bgcolor: wash, fontSize: "0.85rem", px: 0.75, py: 0.25, mb: 0.25, lineHeight: 1.25 }}>
      <Box sx={{ display: "flex", gap: 0.75, alignItems: "baseline" }}>
        <Box sx={{ flex: 1 }}>
          {label && `${label}: `}
          <Box component="s" sx={{ fontWeight: 600 }}>
            {text}
          </Box>{" "}
          <Box component="span" sx={{ color: inkSoft }}>
            {when}
          </Box>{" "}
          set aside: {why}
        </Box>
        <Button variant="text" onClick={() => setOpen(!open)} aria-expanded={open} sx={{ minHeight: 24, py: 0, fontSize: "0.85rem", flex: "none" }}>
          {open ? "Close" : "Look"}
        </Button>
      </Box>
      {predicted && field.may_write && (
        <Box data-predicted sx={{ display: "flex", gap: 0.75, alignItems: "baseline" }}>
          <Box sx={{ flex: 1 }}>
            Predicted as it is loaded now: <b>{predicted}</b>. Tape it again.
          </Box>
          <Button variant="text" onClick={() => draft.set(path, { ...entry, is: predicted, from: "assumed", system })} sx={{ minHeight: 24, py: 0, fontSize: "0.85rem", flex: "none" }}>
            Use until taped
          </Button>
        </Box>
      )}
      {open && (
        <Box sx={{ pb: 0.5 }}>
          {field.label}: {text}, {entry.from}
          {by && `, written by ${by}`}. It stays on record, and holds again when things stand as they did. Where it is so today too, say so.
          {field.may_write && (
            <Button onClick={() => draft.set(path, { ...entry, system: entry.system ?? system, again: true })} sx={{ display: "block", mt: 0.5, bgcolor: "background.paper" }}>
              Looked at again: it is so now
            </Button>
          )}
        </Box>
      )}
    </Box>
  );
}
