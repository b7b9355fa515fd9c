/** Where to hold the tape: the rig drawn close around the spot, the tape in red pencil, and which corner it is. */
import Box from "@mui/material/Box";

import type { Elevation, Question } from "../api/types";
import { hairline, ink, paper, pencil } from "../app/theme";
import { ElevationDrawing } from "../drawing/ElevationDrawing";
import { VEHICLE_WHEEL } from "../drawing/ElevationDrawing";
import type { Point } from "../drawing/Figure";

const ARCH = VEHICLE_WHEEL * 2 + 110;
const WIDE = 4300;

/** The ends of the tape on the drawing for each spot, in mm. */
function held(e: Elevation, hold: string): { from: Point; to: Point } | null {
  const bracket = e.bracket_x ?? e.ball_x + 700;
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
    case "bar_ground":
      return up(bracket + 80, e.coupler_height - 260);
    case "bar_past":
      return { from: [bracket, e.coupler_height - 250], to: [bracket + 130, e.coupler_height - 250] };
    case "bracket":
    case "head":
    case "shank":
    case "jack":
    case "kit":
      return null;
    default:
      return null;
  }
}

function middle(e: Elevation, hold: string): number | null {
  const tape = held(e, hold);
  if (tape) return (tape.from[0] + tape.to[0]) / 2;
  if (["bracket", "head", "shank", "jack", "kit"].includes(hold)) return e.ball_x + 300;
  return null;
}

export function TapeView({ elevation: e, question, bars }: { elevation: Elevation; question: Question; bars: boolean }) {
  const at = middle(e, question.hold);
  if (at === null) {
    return <ElevationDrawing elevation={e} title="The rig in side elevation" />;
  }
  const close = { left: at - WIDE / 2, right: at + WIDE / 2, above: 1450, below: 180, px: WIDE / 760 };
  const tape = held(e, question.hold);
  const uncoupled = question.path.endsWith("_a") || question.path.startsWith("hitch.") || question.path.startsWith("bay.rail") || question.path.startsWith("bay.coupler");
  const pose = uncoupled ? e.uncoupled : bars ? e.coupled : e.bare;
  return (
    <Box sx={{ position: "relative", height: "100%" }}>
      <ElevationDrawing elevation={e} pose={pose} close={close} tape={tape ?? undefined} title={`Where to hold the tape: ${question.ask}`} />
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
