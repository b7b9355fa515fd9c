/** Name and figure in lines, as in a table of particulars. */
import Box from "@mui/material/Box";
import type { ReactNode } from "react";

import type { Figure } from "../api/types";
import { hairline, inkSoft, TIGHT } from "../app/theme";
import { useUnits } from "../app/units";
import { Worded } from "../words/Worded";
import { FigureText } from "./FigureText";
import { Slab } from "./Slab";

export function Rows({ children }: { children: ReactNode }) {
  return <Box sx={{ display: "grid", gridTemplateColumns: "1fr auto", columnGap: 2 }}>{children}</Box>;
}

export function Row({ name, figure, children, strong = false, spread = false }: { name: string; figure?: Figure | null; children?: ReactNode; strong?: boolean; spread?: boolean }) {
  const { read } = useUnits();
  return (
    <Box
      sx={{
        display: "grid",
        gridTemplateColumns: "subgrid",
        gridColumn: "1 / -1",
        alignItems: "baseline",
        py: 0.4,
        borderBottom: `1px solid ${hairline}`,
        fontWeight: strong ? 600 : 400,
      }}
    >
      <span>
        <Worded>{name}</Worded>
      </span>
      <Box sx={{ textAlign: "right" }}>
        {figure !== undefined ? <FigureText figure={figure} name={name} big={strong} /> : children}
        {spread && figure?.spread && <Box component="span" sx={{ ml: 0.75, whiteSpace: "nowrap" }}>± {read(figure.spread)}</Box>}
        {figure?.from && <Box component="span" sx={{ color: inkSoft, fontWeight: 400, ml: 0.75, fontSize: "0.8rem" }}>{figure.from}</Box>}
      </Box>
    </Box>
  );
}

export function Panel({ title, children, note }: { title: string; children: ReactNode; note?: ReactNode }) {
  return (
    <Box component="section" aria-label={title} sx={{ minWidth: 0, [TIGHT]: { overflowX: "auto" } }}>
      <Box sx={{ display: "flex", alignItems: "baseline", gap: 1.5, borderBottom: "2px solid", mb: 0.75, flexWrap: "wrap" }}>
        <Slab size="panel" component="h2">
          <Worded>{title}</Worded>
        </Slab>
        {note && <Box sx={{ color: inkSoft, fontSize: "0.85rem" }}>{typeof note === "string" ? <Worded>{note}</Worded> : note}</Box>}
      </Box>
      {children}
    </Box>
  );
}
