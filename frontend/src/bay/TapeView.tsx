/** Where to hold the tape: the rig drawn close around the spot, the tape in red pencil, and which corner it is. */
import Box from "@mui/material/Box";

import type { Elevation, HitchDrawing as Hitch, Question } from "../api/types";
import { hairline, ink, paper, pencil } from "../app/theme";
import { ElevationDrawing } from "../drawing/ElevationDrawing";
import { VEHICLE_WHEEL } from "../drawing/ElevationDrawing";
import type { Point } from "../drawing/Figure";
import { HitchDrawing } from "../drawing/HitchDrawing";

const ARCH = VEHICLE_WHEEL * 2 + 110;
const WIDE = 4300;
/** how much of the hitch is shown around a place, mm to each side */
const CLOSE = 330;

/** The ends of the tape on the drawing for each spot, in mm. */
function held(e: Elevation, hold: string): { from: Point; to: Point } | null {
  const up = (x: number, high: number): { from: Point; to: Point } => ({ from: [x, 0], to: [x, high] });
  switch (hold) {
    case "front_mark":
      return up(0, ARCH);
    case "rear_mark":
      return up(e.wheelbase, ARCH);
    case "front_bumper":
      return up(-900, 620);
    case "rear_bumper":
      return up(e.ball_x - 260, 620);
    case "front_reach":
      return { from: [-900, 560], to: [0, 560] };
    case "rear_reach":
      return { from: [e.wheelbase, 560], to: [e.ball_x - 230, 560] };
    case "rail_front":
      return up(e.rail_from_x + 350, e.coupler_height - 120);
    case "rail_rear":
      return up(e.rail_to_x - 250, e.coupler_height - 120);
    case "coupler":
      return up(e.ball_x, e.coupler_height);
    case "ball":
      return up(e.ball_x, e.uncoupled.ball_height);
    case "receiver":
      return up(e.ball_x - 280, e.receiver_height);
    default:
      return null;
  }
}

/** A length is taped on the rig where the rig has such a mark; all else has its place on the hitch. */
export function TapeView({ elevation: e, hitch, question, bars }: { elevation: Elevation; hitch: Hitch; question: Question; bars: boolean }) {
  const tape = question.kind === "length" ? held(e, question.hold) : null;
  if (!tape) {
    const place = hitch.spots[question.hold] ? { hold: question.hold, around: CLOSE } : {};
    return <HitchDrawing drawn={hitch} title={`Where it is: ${question.ask}`} {...place} />;
  }
  const at = (tape.from[0] + tape.to[0]) / 2;
  const close = { left: at - WIDE / 2, right: at + WIDE / 2, above: 1450, below: 180, px: WIDE / 760 };
  const uncoupled = question.path.endsWith("_a") || question.path.startsWith("hitch.") || question.path.startsWith("bay.rail") || question.path.startsWith("bay.coupler");
  const pose = uncoupled ? e.uncoupled : bars ? e.coupled : e.bare;
  return (
    <Box sx={{ position: "relative", height: "100%" }}>
      <ElevationDrawing elevation={e} pose={pose} close={close} tape={tape} title={`Where to hold the tape: ${question.ask}`} />
      {question.side && <Corner hold={question.hold} side={question.side} />}
    </Box>
  );
}

/** The vehicle from above, nose to the left, with the corner to measure. */
function Corner({ hold, side }: { hold: string; side: string }) {
  const front = hold.startsWith("front");
  const x = front ? (hold === "front_mark" ? 30 : 14) : hold === "rear_mark" ? 92 : hold === "rear_bumper" ? 106 : 128;
  const y = side === "left" ? 56 : 18;
  return (
    <Box component="svg" viewBox="0 0 150 96" role="img" aria-label={`${side} side`} sx={{ position: "absolute", ...(front ? { left: 0 } : { right: 0 }), top: 0, width: { xs: 110, sm: 190 }, bgcolor: paper, border: `1px solid ${hairline}` }}>
      <path d="M12 26q0 -8 12 -8h82v38h-82q-12 0 -12 -8z" fill="none" stroke={ink} strokeWidth="1.8" />
      <path d="M40 22v30M106 37h22l14 -10M128 37l14 10" fill="none" stroke={ink} strokeWidth="1.4" />
      <circle cx={x} cy={y} r="8" fill={pencil} stroke={paper} strokeWidth="2" />
      <text x="75" y="86" fontSize="17" fontWeight="600" textAnchor="middle" fill={pencil}>
        {side} side
      </text>
    </Box>
  );
}
