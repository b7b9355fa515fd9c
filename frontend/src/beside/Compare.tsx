/** Up to four side by side: drawn one below the other to one scale, the margin of every link, the hitch, the cost; differences first. */
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import Dialog from "@mui/material/Dialog";
import { useQuery } from "@tanstack/react-query";
import { useState } from "react";

import { api } from "../api/client";
import type { SideBySide, Pin } from "../api/types";
import { hairline, inkSoft, pencil } from "../app/theme";
import { useUnits } from "../app/units";
import { ElevationDrawing, frameOf } from "../drawing/ElevationDrawing";
import { Slab } from "../parts/Slab";
import { StateMark, VERDICT_WORDS } from "../parts/StateMark";
import { Table } from "../parts/Table";
import type { Entries } from "../rig/typed";
import { ShareBar } from "./ShareBar";

interface Props {
  pins: Pin[];
  entries: Entries;
  rig: number | null;
  close: () => void;
}

export function Compare({ pins, entries, rig, close }: Props) {
  const { read } = useUnits();
  const [same, setSame] = useState(false);
  const body = { entries, rig, pins };
  const beside = useQuery({ queryKey: ["beside", body], queryFn: () => api.settled<SideBySide>(api.client.POST("/api/beside/", { body })), gcTime: 10_000 });
  const told = beside.data;
  const alike = told?.rows.filter((row) => !row.differs) ?? [];
  const shown = told?.rows.filter((row) => row.differs || same) ?? [];
  return (
    <Dialog open fullWidth maxWidth="xl" onClose={close} aria-labelledby="compare-title">
      <Box sx={{ p: 2 }}>
        <Box sx={{ display: "flex", gap: 2, alignItems: "baseline", mb: 1 }}>
          <Slab size="dialog" component="h2" id="compare-title">
            Side by side
          </Slab>
          <Box sx={{ color: inkSoft, flex: 1 }}>drawn to one scale; what is not weighed stands at its GVWR, with the school&apos;s upper share on the tongue</Box>
          <Button onClick={() => window.print()} className="no-print">
            Print
          </Button>
          <Button onClick={close} autoFocus>
            Close
          </Button>
        </Box>
        {beside.isError && <Box role="alert" sx={{ color: pencil, fontWeight: 600 }}>{beside.error.message}</Box>}
        {!told && !beside.isError && <Box role="status">Judging each of them…</Box>}
        {told && (
          <>
            <Drawings told={told} />
            <Box sx={{ overflowX: "auto" }}>
              <Table sx={{ minWidth: 620, tableLayout: "fixed" }}>
                <thead>
                  <tr>
                    <Box component="th" scope="col" sx={{ width: 190 }}>
                      {told.rows.length - alike.length} that differ
                    </Box>
                    {told.sides.map((side) => (
                      <th scope="col" key={side.key}>
                        {side.name}
                      </th>
                    ))}
                  </tr>
                </thead>
                <tbody>
                  {shown.map((row) => (
                    <tr key={row.key} data-row={row.key} data-differs={row.differs}>
                      <th scope="row">{row.name}</th>
                      {row.cells.map((cell, index) => (
                        <Box component="td" key={index} sx={{ color: row.differs ? undefined : inkSoft }}>
                          {cell.share !== null && <ShareBar share={cell.share} />}
                          <Box component="span" sx={{ fontWeight: cell.state === "over" ? 600 : 400, color: cell.state === "over" ? pencil : undefined }}>
                            {read(cell.says)}
                          </Box>
                        </Box>
                      ))}
                    </tr>
                  ))}
                </tbody>
              </Table>
            </Box>
            {alike.length > 0 && (
              <Button variant="text" onClick={() => setSame(!same)} aria-expanded={same} sx={{ mt: 0.5 }}>
                {same ? "Only what differs" : `And ${alike.length} that are the same for all`}
              </Button>
            )}
          </>
        )}
      </Box>
    </Dialog>
  );
}

const WIDE = 620;

/** One below the other, their front axles in one line. */
function Drawings({ told }: { told: SideBySide }) {
  const { read } = useUnits();
  const frames = told.sides.map((side) => frameOf(side.elevation, true, false, WIDE, 1e6));
  const right = Math.max(...frames.map((frame) => frame.right));
  const frame = { ...(frames[0] ?? { left: 0, below: 0, above: 0 }), right };
  const px = (right - frame.left) / WIDE;
  const high = (frame.above + frame.below) / px;
  return (
    <Box sx={{ mb: 1.5 }}>
      {told.sides.map((side) => (
        <Box key={side.key} data-side={side.name} sx={{ display: "grid", gridTemplateColumns: `minmax(0, ${WIDE}px) minmax(220px, 1fr)`, gap: 2, alignItems: "end", borderBottom: `1px solid ${hairline}`, "@media (max-width: 700px)": { gridTemplateColumns: "minmax(0, 1fr)" } }}>
          <Box sx={{ height: high }}>
            <ElevationDrawing elevation={side.elevation} close={{ ...frame, px }} title={`${side.name}, to one scale with the others`} mini />
          </Box>
          <Box sx={{ pb: 0.75, lineHeight: 1.25 }}>
            <b>{side.name}</b>
            <Box>
              <StateMark state={side.verdict.state} size={14} /> {VERDICT_WORDS[side.verdict.state]}. {read(side.verdict.says)}
            </Box>
          </Box>
        </Box>
      ))}
    </Box>
  );
}
