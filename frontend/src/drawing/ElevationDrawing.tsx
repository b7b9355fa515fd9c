/**
 * The rig in side elevation, to scale from its own lengths and heights. Uncoupled
 * and level as a ghost; settled in ink. Positions come worked out; here they are drawn.
 */
import Box from "@mui/material/Box";
import type { KeyboardEvent, ReactNode } from "react";

import type { Elevation, Pose, Stroke } from "../api/types";
import { ink, inkSoft, paper, pencil } from "../app/theme";
import { Figure, pathOf, type Point } from "./Figure";
import { readable, type Lettered } from "./lettering";
import { LoadMarks, type LoadHandling } from "./LoadMarks";

export const VEHICLE_WHEEL = 395;
const TRAILER_WHEEL = 350;

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
  /** what it is fitted into, px; its letters keep their size */
  size?: [number, number];
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

export function ElevationDrawing({ elevation: e, pose = e.coupled, exaggerate = false, callouts = [], spans = [], alarms, title, pick, mini = false, size, handling, close, tape }: Props) {
  const by = exaggerate ? 5 : 1;
  // One pixel in mm, for lines and letters that keep their size: the drawing is fitted into this box.
  const [wide, high] = size ?? (mini ? [300, 76] : [1260, 251]);
  const { left, right, below, above, px } = close ?? frameOf(e, mini, Boolean(handling), wide, high);
  const up = (y: number) => -y;

  const sunk = (x: number) => by * (pose.front_drop + ((pose.rear_drop - pose.front_drop) * x) / e.wheelbase);
  const onVehicle = ([x, y]: Point): Point => [x, y - sunk(x)];
  const onTrailer = ([x, y]: Point): Point => [x, y + by * pose.trailer_slope * (e.trailer_axle_x - x)];

  const ball = onTrailer([e.ball_x, e.coupler_height]);
  const tube = onVehicle([e.ball_x - 260, e.receiver_height]);
  const path = (points: Point[]) => points.map(([x, y], i) => `${i ? "L" : "M"}${x.toFixed(1)} ${up(y).toFixed(1)}`).join("") + "Z";
  const frame: Point[] = [[e.rail_from_x, e.coupler_height], [e.rail_to_x, e.coupler_height], [e.rail_to_x, e.coupler_height - 130], [e.rail_from_x, e.coupler_height - 130]];
  const drawbar: Point[] = [[e.ball_x - 60, e.coupler_height + 25], [e.ball_x + 240, e.coupler_height], [e.rail_from_x + 500, e.coupler_height], [e.rail_from_x + 500, e.coupler_height - 120], [e.ball_x + 240, e.coupler_height - 95], [e.ball_x - 60, e.coupler_height - 60]];
  const axles = Array.from({ length: e.axle_count }, (_, i) => e.trailer_axle_x + (i - (e.axle_count - 1) / 2) * e.axle_spacing);

  const stands: Stands = { e, ballY: ball[1], tubeX: tube[0], tubeY: tube[1] };
  const words: Lettered<Span | Callout>[] = [...callouts.map((one) => ({ what: one, first: one.alarm, ...calloutLabel(one, stands, px) })), ...spans.map((one) => ({ what: one, ...spanLabel(one, px) }))];
  const seen = new Set<Span | Callout>(readable(words.map((one) => ({ ...one, x: (one.x - left) / px, y: one.y / px })), (right - left) / px).map((one) => one.what));

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
          {[...bodies(e.vehicle_body), ...bodies(e.trailer_body)].map((one, i) => (
            <path key={i} d={pathOf(one)} />
          ))}
        </g>
      )}

      <Part name="vehicle" label="Tow vehicle" pick={pick}>
        <Figure strokes={drawn(e.vehicle_body)} at={onVehicle} colour={hot("vehicle")} stroke={stroke} px={px} />
      </Part>

      <Part name="trailer" label="Trailer" pick={pick}>
        <Figure strokes={drawn(e.trailer_body)} at={onTrailer} colour={hot("trailer")} stroke={stroke} px={px} />
        <path d={path(frame.map(onTrailer))} fill={inkSoft} stroke="none" opacity={0.55} />
        {!mini && <Figure strokes={drawn(e.fittings)} at={onTrailer} colour={ink} stroke={stroke} px={px} />}
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
            d={`M${e.ball_x} ${up(onTrailer([e.ball_x, e.coupler_height - 205])[1])}L${e.bracket_x + 80} ${up(onTrailer([e.bracket_x + 80, e.coupler_height - 205])[1])}M${e.bracket_x} ${up(onTrailer([e.bracket_x, e.coupler_height + 20])[1])}V${up(onTrailer([e.bracket_x, e.coupler_height - 240])[1])}`}
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
        {spans.filter((span) => seen.has(span)).map((span) => (
          <g key={span.text} stroke={ink} strokeWidth={thin}>
            <path d={`M${span.from} ${20 * px}V${36 * px}M${span.to} ${20 * px}V${36 * px}M${span.from} ${30 * px}H${span.to}`} />
            <Label at={spanLabel(span, px)} px={px} />
          </g>
        ))}
        {callouts.filter((callout) => seen.has(callout)).map((callout) => (
          <CalloutMark key={callout.at + callout.kind} callout={callout} on={stands} px={px} thin={thin} />
        ))}
      </g>
      {tape && <Tape {...tape} px={px} />}
      {handling && <LoadMarks {...handling} e={e} px={px} above={above} left={left} wide={(right - left) / px} />}
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

/** Words and where they stand, mm on the paper. */
interface Words {
  text: string;
  x: number;
  y: number;
  anchor: "start" | "middle" | "end";
}

/** What callouts point to. */
interface Stands {
  e: Elevation;
  ballY: number;
  tubeX: number;
  tubeY: number;
}

/** A text wider than its span stands above the line. */
function spanLabel({ from, to, text }: Span, px: number): Words {
  return { text, x: (from + to) / 2, y: ((to - from) / px < text.length * 6.8 ? 17 : 34.5) * px, anchor: "middle" };
}

function calloutLabel(callout: Callout, { e, ballY, tubeX }: Stands, px: number): Words {
  const x = { front_axle: 0, rear_axle: e.wheelbase, ball: e.ball_x, coupler: e.ball_x, trailer_axles: e.trailer_axle_x, receiver: tubeX }[callout.at];
  const { text } = callout;
  if (callout.kind === "load") return { text, x, y: callout.at === "ball" ? -(ballY + 60) - 68 * px : 43 * px, anchor: "middle" };
  if (callout.at === "receiver") return { text, x: x - 10 * px, y: 20 * px, anchor: "end" };
  return callout.at === "coupler" ? { text, x: x + 46 * px, y: 20 * px, anchor: "start" } : { text, x, y: 36 * px, anchor: "middle" };
}

function Label({ at, px, colour = ink }: { at: Words; px: number; colour?: string }) {
  return (
    <text x={at.x} y={at.y} textAnchor={at.anchor} fill={colour} stroke={paper} strokeWidth={5 * px} paintOrder="stroke" strokeLinejoin="round">
      {at.text}
    </text>
  );
}

function CalloutMark({ callout, on, px, thin }: { callout: Callout; on: Stands; px: number; thin: number }) {
  const label = calloutLabel(callout, on, px);
  const colour = callout.alarm ? pencil : ink;
  const { x } = label;
  if (callout.kind === "load") {
    // An arrow down to the ground for an axle, down onto the ball for the tongue.
    const foot = callout.at === "ball" ? -(on.ballY + 60) : 8 * px;
    const head = callout.at === "ball" ? foot - 62 * px : 32 * px;
    return (
      <g stroke={colour} strokeWidth={thin * 1.8} fill={colour}>
        {callout.at === "ball" ? (
          <path d={`M${x} ${head}V${foot - 9 * px}M${x} ${foot}l${-4.5 * px} ${-10 * px}h${9 * px}z`} />
        ) : (
          <path d={`M${x} ${head - 4 * px}V${foot + 9 * px}M${x} ${foot}l${-4.5 * px} ${10 * px}h${9 * px}z`} />
        )}
        <g strokeWidth={0}>
          <Label at={label} px={px} colour={colour} />
        </g>
      </g>
    );
  }
  // A height: a line from the ground up to what was measured, its words under the ground line.
  const top = callout.at === "receiver" ? on.tubeY : on.ballY;
  return (
    <g stroke={colour} strokeWidth={thin * 1.3}>
      <path d={`M${x - 6 * px} ${-top}h${12 * px}M${x} ${-top}V${label.y - 12 * px}`} />
      <g strokeWidth={0}>
        <Label at={label} px={px} colour={colour} />
      </g>
    </g>
  );
}

/** A strip that an older program drew knows of no bodies. */
function drawn(strokes: Stroke[] | undefined): Stroke[] {
  return strokes ?? [];
}

function bodies(strokes: Stroke[] | undefined): Stroke[] {
  return drawn(strokes).filter((one) => one.kind === "body");
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
