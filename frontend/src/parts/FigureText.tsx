/** A figure to read: its text, its provenance as the line beneath and a word, and its working on asking. */
import Box from "@mui/material/Box";
import ButtonBase from "@mui/material/ButtonBase";
import Popover, { type PopoverActions } from "@mui/material/Popover";
import { useCallback, useRef, useState } from "react";

import type { Figure } from "../api/types";
import { pencil } from "../app/theme";
import { useUnits } from "../app/units";
import { PROVENANCE_LINE } from "./provenance";
import { WorkingSheet } from "./WorkingSheet";

interface Props {
  figure: Figure | null | undefined;
  name: string;
  big?: boolean;
}

export function FigureText({ figure, name, big = false }: Props) {
  const { read } = useUnits();
  const [anchor, setAnchor] = useState<HTMLElement | null>(null);
  const placed = useRef<PopoverActions>(null);
  const grown = useCallback(() => placed.current?.updatePosition(), []);
  if (!figure) return null;
  if (!figure.text) {
    return (
      <Box component="span" sx={{ color: pencil, fontWeight: 600 }} title={`Go and read: ${figure.ask ?? ""}`}>
        unknown
      </Box>
    );
  }
  const text = read(figure.text);
  return (
    <>
      <ButtonBase
        data-worked
        onClick={(event) => setAnchor(event.currentTarget)}
        aria-label={`${name}: ${text}, ${figure.from}. Show the working.`}
        sx={{
          font: "inherit",
          fontWeight: 600,
          fontSize: big ? "1.35rem" : "inherit",
          borderBottom: PROVENANCE_LINE[figure.from ?? "assumed"],
          lineHeight: 1.15,
          whiteSpace: "nowrap",
        }}
      >
        {text}
      </ButtonBase>
      <Popover action={placed} open={anchor !== null} anchorEl={anchor} onClose={() => setAnchor(null)} anchorOrigin={{ vertical: "bottom", horizontal: "left" }}>
        <WorkingSheet figure={figure} name={name} grown={grown} />
      </Popover>
    </>
  );
}
