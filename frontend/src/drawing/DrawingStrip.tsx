/** The drawing folded away: the rig small, what the station marks on it in words; a press opens it. */
import Box from "@mui/material/Box";

import type { Elevation, Pose } from "../api/types";
import { inkSoft, pencil } from "../app/theme";
import { ElevationDrawing, type Callout, type Span } from "./ElevationDrawing";

const WHERE: Record<Callout["at"], string> = { front_axle: "front axle", rear_axle: "rear axle", ball: "ball", trailer_axles: "trailer axles", coupler: "coupler", receiver: "receiver" };

interface Props {
  elevation: Elevation;
  pose: Pose;
  alarms: Set<string>;
  callouts: Callout[];
  spans: Span[];
  /** what else is to be said of the drawing: how old it is */
  note: string;
}

export function DrawingStrip({ elevation, pose, alarms, callouts, spans, note }: Props) {
  return (
    <>
      <Box aria-hidden sx={{ width: 270, height: 76, flex: "none" }}>
        <ElevationDrawing elevation={elevation} pose={pose} alarms={alarms} title="The rig" mini />
      </Box>
      <Box sx={{ display: "flex", flexWrap: "wrap", columnGap: 2.5, flex: 1, minWidth: 0, maxHeight: 72, overflow: "hidden" }}>
        {callouts.map((one) => (
          <Box key={one.at + one.kind} component="span" sx={{ whiteSpace: "nowrap", lineHeight: 1.25 }}>
            <Box component="span" sx={{ display: "block", fontSize: "0.78rem", color: inkSoft }}>
              {WHERE[one.at]}
            </Box>
            <Box component="b" sx={{ color: one.alarm ? pencil : undefined }}>
              {one.text}
            </Box>
          </Box>
        ))}
        {spans.map((one) => (
          <Box key={one.text} component="span" sx={{ whiteSpace: "nowrap", alignSelf: "center" }}>
            {one.text}
          </Box>
        ))}
      </Box>
      <Box component="span" sx={{ flex: "none", textAlign: "right" }}>
        {note && <b>{note} </b>}
        <Box component="span" sx={{ textDecoration: "underline", fontWeight: 600 }}>
          Open the drawing
        </Box>
      </Box>
    </>
  );
}
