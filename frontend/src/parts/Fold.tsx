/** A group of fields that can be folded away; its head says how many are not read yet. */
import Box from "@mui/material/Box";
import { useState } from "react";

import { hairline, inkSoft, pencil } from "../app/theme";
import { useRig } from "../rig/context";
import { EntryField } from "./EntryField";

interface Props {
  title: string;
  paths: string[];
  /** these may well stay blank: their blanks are not counted */
  optional?: boolean;
}

export function Fold({ title, paths, optional = false }: Props) {
  const { draft } = useRig();
  const blank = paths.filter((path) => !draft.entries[path]).length;
  const [open, setOpen] = useState(!optional || blank < paths.length);
  const troubled = paths.some((path) => draft.problems[path]);
  const wanting = optional ? `${paths.length - blank} written` : blank ? `${blank} not read` : "all read";
  return (
    <Box component="details" open={open || troubled} onToggle={(event) => setOpen(event.currentTarget.open)} sx={{ borderBottom: `1px solid ${hairline}`, pb: 0.5 }}>
      <Box component="summary" sx={{ cursor: "pointer", fontWeight: 600, py: 0.4 }}>
        {title}{" "}
        <Box component="span" sx={{ fontWeight: 400, fontSize: "0.85rem", color: blank && !optional ? pencil : inkSoft }}>
          {wanting}
        </Box>
      </Box>
      {paths.map((path) => (
        <EntryField key={path} path={path} />
      ))}
    </Box>
  );
}
