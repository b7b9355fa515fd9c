/** A section that can be folded away, and stays as it was left. */
import Box from "@mui/material/Box";
import type { ReactNode } from "react";

import { useFold } from "../app/folds";
import { hairline } from "../app/theme";

interface Props {
  /** what it is remembered by */
  name: string;
  title: ReactNode;
  usual: boolean;
  /** it is opened, however it was left: something is wrong in it */
  must?: boolean;
  children: ReactNode;
}

export function Fold({ name, title, usual, must = false, children }: Props) {
  const [open, setOpen] = useFold(name, usual);
  return (
    <Box component="details" open={open || must} onToggle={(event) => setOpen(event.currentTarget.open)} sx={{ borderBottom: `1px solid ${hairline}`, pb: 0.5 }}>
      <Box component="summary" sx={{ cursor: "pointer", py: 0.5 }}>
        {title}
      </Box>
      {children}
    </Box>
  );
}
