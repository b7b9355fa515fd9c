/**
 * The rig in side elevation, to scale from its own lengths and heights. Uncoupled
 * and level as a ghost; settled in ink. Positions come worked out; here they are drawn.
 */
import Box from "@mui/material/Box";
import type { KeyboardEvent, ReactNode } from "react";

import type { Elevation, Pose } from "../api/types";
import { glass, ink, inkSoft, paper, pencil } from "../app/theme";
import { LoadMarks, type LoadHandling } from "./LoadMarks";
import { TRAILER_WHEEL, VEHICLE_WHEEL, trailerOutline, vehicleOutline, type Point } from "./shapes";

export interface Callout {
  /** where it points: an axle, the ball, a length between two */
  at: "front_axle" | "rear_axle" | "ball" | "trailer_axles" | "coupler" | "receiver";
  text: string;
  /** a load pressing down, a height from the ground */
  kind: "load" | "height";
  alarm?: boolean;
}

export interface Span {
  from: number;
  to: number;
  text: string;
}

interface Props {
  elevation: Elevation;
  /** the state drawn in ink; coupled and set up, where none is given */
  pose?: Pose;
  exaggerate?: boolean;
  callouts?: Callout[];
  spans?: Span[];
  alarms?: Set<string>;
  title: string;
  pick?: (part: string) => void;
  mini?: boolean;
  /** loads that can be moved about */
  handling?: LoadHandling | undefined;
  /** a part of the rig drawn close, instead of all of it */
  close?: Frame;
  /** where the tape is held: from, to, in mm on the paper */
  tape?: { from: Point; to: Point } | undefined;
}

export interface Frame {
  left: number;
  right: number;
  below: number;
  above: number;
  px: number;
}

const ROOF = 2950;

/** Where the drawing stands on the paper: its edges in mm, and one pixel in mm where it is fitted into `wide` by `high` pixels. */
export function frameOf(e: Elevation, mini: boolean, handling: boolean, wide: number, high: number): Frame {
  const left = -1250;
  const right = e.rail_to_x + (mini ? 250 : 900);
  const below = mini ? 120 : handling ? 940 : 740;
  const above = mini ? ROOF : ROOF + (handling ? 900 : 380);
  return { left, right, below, above, px: Math.max((right - left) / wide, (above + below) / high) };
}

export function ElevationDrawing({ elevation: e, pose = e.coupled, exaggerate = false, callouts = [], spans = [], alarms, title, pick, mini = false, handling, close, tape }: Props) {
  const by = exaggerate ? 5 : 1;
  // One pixel in mm, for lines and letters that keep their size: the drawing is fitted into this box.
  const [wide, high] = mini ? [300, 76] : [1260, 251];
  const { left, right, below, above, px } = close ?? frameOf(e, mini, Boolean(handling), wide, high);
  const up = (y: number) => -y;

  const rearEnd = Math.min(1080, e.ball_x - e.wheelbase - 230);
  const vehicle = vehicleOutline(e.vehicle_class, e.wheelbase, rearEnd);
  const trailer = trailerOutline(e.rail_from_x, e.rail_to_x, e.coupler_height);

  const sunk = (x: number) => by * (pose.front_drop + ((pose.rear_drop - pose.front_drop) * x) / e.wheelbase);
  const onVehicle = ([x, y]: Point): Point => [x, y - sunk(x)];
  const onTrailer = ([x, y]: Point): Point => [x, y + by * pose.trailer_slope * (e.trailer_axle_x - x)];
  const path = (points: Point[], closed = true) => points.map(([x, y], i) => `${i ? "L" : "M"}${x.toFixed(1)} ${up(y).toFixed(1)}`).join("") + (closed ? "Z" : "");

  const ball = onTrailer([e.ball_x, e.coupler_height]);
  const tube = onVehicle([e.ball_x - 260, e.receiver_height]);
  const frame: Point[] = [[e.rail_from_x, e.coupler_height], [e.rail_to_x, e.coupler_height], [e.rail_to_x, e.coupler_height - 130], [e.rail_from_x, e.coupler_height - 130]];
  const drawbar: Point[] = [[e.ball_x - 60, e.coupler_height + 25], [e.ball_x + 240, e.coupler_height], [e.rail_from_x + 500, e.coupler_height], [e.rail_from_x + 500, e.coupler_height - 120], [e.ball_x + 240, e.coupler_height - 95], [e.ball_x - 60, e.coupler_height - 60]];
  const axles = Array.from({ length: e.axle_count }, (_, i) => e.trailer_axle_x + (i - (e.axle_count - 1) / 2) * e.axle_spacing);

  const stroke = mini ? 0.9 * px : 1.5 * px;
  const thin = stroke * 0.6;
  const hot = (part: string) => (alarms?.has(part) ? pencil : ink);

  return (
    <Box
      component="svg"
      viewBox={`${left} ${-above} ${right - left} ${above + below}`}
      role={pick ? "group" : "img"}
      aria-label={title}
      sx={{ width: "100%", height: "100%", display: "block" }}
    >
      <g fill="none" stroke={inkSoft} strokeWidth={thin}>
        <path d={`M${left} 0H${right}`} stroke={ink} strokeWidth={stroke} />
        {!mini && Array.from({ length: Math.floor((right - left) / 420) }, (_, i) => <path key={i} d={`M${left + 420 * i} 90l90 -90`} />)}
      </g>

      {/* ghost: uncoupled vehicle, level trailer */}
      {!mini && (
        <g fill="none" stroke={inkSoft} strokeWidth={thin} strokeDasharray={`${6 * px} ${4 * px}`} opacity={0.75}>
          <path d={path(vehicle.body)} />
          <path d={path(trailer.box)} />
        </g>
      )}

      <Part name="vehicle" label="Tow vehicle" pick={pick}>
        <g fill={paper} stroke={hot("vehicle")} strokeWidth={stroke} strokeLinejoin="round">
          <path d={path(vehicle.body.map(onVehicle))} />
          {vehicle.glass.map((pane, i) => (
            <path key={i} d={path(pane.map(onVehicle))} fill={glass} strokeWidth={thin} />
          ))}
          <path d={path(vehicle.line.map(onVehicle), false)} fill="none" strokeWidth={thin} />
        </g>
      </Part>

      <Part name="trailer" label="Trailer" pick={pick}>
        <g fill={paper} stroke={hot("trailer")} strokeWidth={stroke} strokeLinejoin="round">
          <path d={path(trailer.box.map(onTrailer))} />
          {trailer.windows.map((pane, i) => (
            <path key={i} d={path(pane.map(onTrailer))} fill={glass} strokeWidth={thin} />
          ))}
          <path d={path(trailer.door.map(onTrailer))} fill="none" strokeWidth={thin} />
          <path d={path(frame.map(onTrailer))} fill={inkSoft} stroke="none" opacity={0.55} />
        </g>
      </Part>

      <Part name="receiver" label="Receiver and shank" pick={pick}>
        <rect x={e.wheelbase + 420} y={up(tube[1] + 90)} width={e.ball_x - e.wheelbase - 560} height={260} fill="transparent" />
        <path
          d={`M${e.wheelbase + 250} ${up(tube[1] + 10)}H${tube[0]}L${tube[0] + 90} ${up(tube[1] - 20)}L${e.ball_x - 40} ${up(ball[1] - 110)}H${e.ball_x + 10}`}
          fill="none"
          stroke={hot("receiver")}
          strokeWidth={stroke * 2.6}
        />
      </Part>
      <Part name="coupler" label="Coupler and A-frame" pick={pick}>
        <path d={path(drawbar.map(onTrailer))} fill={paper} stroke={hot("coupler")} strokeWidth={stroke} />
      </Part>
      {e.bracket_x !== null && (
        <Part name="hitch" label="Hitch and spring bars" pick={pick}>
          <rect x={e.ball_x + 130} y={up(ball[1] - 70)} width={e.bracket_x - e.ball_x} height={300} fill="transparent" />
          <path
            d={`M${e.ball_x} ${up(ball[1] - 150)}L${e.bracket_x + 80} ${up(onTrailer([e.bracket_x, e.coupler_height - 210])[1])}M${e.bracket_x} ${up(onTrailer([e.bracket_x, e.coupler_height + 20])[1])}V${up(onTrailer([e.bracket_x, e.coupler_height - 240])[1])}`}
            fill="none"
            stroke={hot("hitch")}
            strokeWidth={stroke * 1.8}
          />
        </Part>
      )}
      <Part name="ball" label="Ball" pick={pick}>
        {!mini && <circle cx={ball[0]} cy={up(ball[1] - 30)} r={120} fill="transparent" />}
        <circle cx={ball[0]} cy={up(ball[1] - 30)} r={mini ? 70 : 46} fill={hot("ball")} />
      </Part>

      <Part name="front_axle" label="Front axle" pick={pick}>
        <Wheel x={0} r={VEHICLE_WHEEL} stroke={stroke} colour={hot("front_axle")} />
      </Part>
      <Part name="rear_axle" label="Rear axle" pick={pick}>
        <Wheel x={e.wheelbase} r={VEHICLE_WHEEL} stroke={stroke} colour={hot("rear_axle")} />
      </Part>
      <Part name="trailer_axles" label="Trailer axles" pick={pick}>
        {axles.map((x) => (
          <Wheel key={x} x={x} r={TRAILER_WHEEL} stroke={stroke} colour={hot("trailer_axles")} />
        ))}
      </Part>

      <g fontSize={13.5 * px} fontWeight={600} fill={ink} style={{ fontVariantNumeric: "tabular-nums" }}>
        {spans.map((span) => (
          <g key={span.text} stroke={ink} strokeWidth={thin}>
            <path d={`M${span.from} ${20 * px}V${36 * px}M${span.to} ${20 * px}V${36 * px}M${span.from} ${30 * px}H${span.to}`} />
            {/* a text wider than its span stands above the line */}
            <Label x={(span.from + span.to) / 2} y={((span.to - span.from) / px < span.text.length * 6.8 ? 17 : 34.5) * px} px={px} text={span.text} />
          </g>
        ))}
        {callouts.map((callout) => (
          <CalloutMark key={callout.at + callout.kind} callout={callout} e={e} px={px} thin={thin} ballY={ball[1]} tubeY={tube[1]} tubeX={tube[0]} />
        ))}
      </g>
      {tape && <Tape {...tape} px={px} />}
      {handling && <LoadMarks {...handling} e={e} px={px} above={above} />}
      {exaggerate && (
        <text x={left + 20 * px} y={-above + 18 * px} fontSize={13.5 * px} fontWeight={600} fill={pencil}>
          Sag and pitch drawn five times too large
        </text>
      )}
    </Box>
  );
}

/** A tape drawn where it is held: its two ends, and its marks between. */
function Tape({ from, to, px }: { from: Point; to: Point; px: number }) {
  const long = Math.hypot(to[0] - from[0], to[1] - from[1]);
  const along = [(to[0] - from[0]) / long, (to[1] - from[1]) / long] as const;
  const marks = Array.from({ length: Math.floor(long / 50.8) }, (_, i) => (i + 1) * 50.8);
  const at = (mm: number, aside: number): string => `${from[0] + along[0] * mm - along[1] * aside} ${-(from[1] + along[1] * mm + along[0] * aside)}`;
  return (
    <g stroke={pencil} fill="none" data-tape>
      <path d={`M${at(0, 0)}L${at(long, 0)}`} strokeWidth={7 * px} stroke={paper} />
      <path d={`M${at(0, 0)}L${at(long, 0)}`} strokeWidth={3 * px} />
      {marks.map((mm) => (
        <path key={mm} d={`M${at(mm, 0)}L${at(mm, 9 * px)}`} strokeWidth={px} />
      ))}
      <path d={`M${at(0, -12 * px)}L${at(0, 12 * px)}M${at(long, -12 * px)}L${at(long, 12 * px)}`} strokeWidth={3.4 * px} />
    </g>
  );
}

function Label({ x, y, px, text, colour = ink, anchor = "middle" }: { x: number; y: number; px: number; text: string; colour?: string; anchor?: "middle" | "start" | "end" }) {
  return (
    <text x={x} y={y} textAnchor={anchor} fill={colour} stroke={paper} strokeWidth={5 * px} paintOrder="stroke" strokeLinejoin="round">
      {text}
    </text>
  );
}

function CalloutMark({ callout, e, px, thin, ballY, tubeY, tubeX }: { callout: Callout; e: Elevation; px: number; thin: number; ballY: number; tubeY: number; tubeX: number }) {
  const where = { front_axle: 0, rear_axle: e.wheelbase, ball: e.ball_x, coupler: e.ball_x, trailer_axles: e.trailer_axle_x, receiver: tubeX };
  const x = where[callout.at];
  const colour = callout.alarm ? pencil : ink;
  if (callout.kind === "load") {
    // An arrow down to the ground for an axle, down onto the ball for the tongue.
    const foot = callout.at === "ball" ? -(ballY + 60) : 8 * px;
    const head = callout.at === "ball" ? foot - 62 * px : 32 * px;
    return (
      <g stroke={colour} strokeWidth={thin * 1.8} fill={colour}>
        {callout.at === "ball" ? (
          <path d={`M${x} ${head}V${foot - 9 * px}M${x} ${foot}l${-4.5 * px} ${-10 * px}h${9 * px}z`} />
        ) : (
          <path d={`M${x} ${head - 4 * px}V${foot + 9 * px}M${x} ${foot}l${-4.5 * px} ${10 * px}h${9 * px}z`} />
        )}
        <g strokeWidth={0}>
          <Label x={x} y={callout.at === "ball" ? head - 6 * px : head + 11 * px} px={px} text={callout.text} colour={colour} />
        </g>
      </g>
    );
  }
  // A height: a line from the ground up to what was measured, its words under the ground line.
  const top = { ball: ballY, coupler: ballY, receiver: tubeY }[callout.at as "ball" | "coupler" | "receiver"];
  const { shift, row, anchor } = {
    receiver: { shift: -10 * px, row: 0, anchor: "end" as const },
    ball: { shift: 0, row: 1, anchor: "middle" as const },
    coupler: { shift: 46 * px, row: 0, anchor: "start" as const },
  }[callout.at as "ball" | "coupler" | "receiver"];
  return (
    <g stroke={colour} strokeWidth={thin * 1.3}>
      <path d={`M${x + shift - 6 * px} ${-top}h${12 * px}M${x + shift} ${-top}V${(row ? 24 : 8) * px}`} />
      <g strokeWidth={0}>
        <Label x={x + shift} y={(row ? 36 : 20) * px} px={px} text={callout.text} colour={colour} anchor={anchor} />
      </g>
    </g>
  );
}

function Wheel({ x, r, stroke, colour }: { x: number; r: number; stroke: number; colour: string }) {
  return (
    <g fill={paper} stroke={colour} strokeWidth={stroke}>
      <circle cx={x} cy={-r} r={r} strokeWidth={stroke * 2.4} />
      <circle cx={x} cy={-r} r={r * 0.58} />
      <circle cx={x} cy={-r} r={r * 0.14} fill={colour} />
    </g>
  );
}

function Part({ name, label, pick, children }: { name: string; label: string; pick: ((part: string) => void) | undefined; children: ReactNode }) {
  if (!pick) return <g>{children}</g>;
  return (
    <g
      role="button"
      tabIndex={0}
      aria-label={`${label}: go to its figures`}
      style={{ cursor: "pointer" }}
      onClick={() => pick(name)}
      onKeyDown={(event: KeyboardEvent) => {
        if (event.key === "Enter" || event.key === " ") {
          event.preventDefault();
          pick(name);
        }
      }}
    >
      <title>{`${label}: go to its figures`}</title>
      {children}
    </g>
  );
}
