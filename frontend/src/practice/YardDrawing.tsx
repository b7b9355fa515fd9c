/**
 * The yard at this moment, to scale: the rig as it truly stands, its jack, its bars, what is aboard, and where a tape can be put.
 * The tape is put by a press on a place, by dragging it there, or by the arrow keys.
 */
import Box from "@mui/material/Box";
import { useRef, useState, type KeyboardEvent, type PointerEvent } from "react";

import type { YardPicture } from "../api/types";
import { hairline, ink, inkSoft, paper, paperDeep, pencil, wash } from "../app/theme";
import { VEHICLE_WHEEL } from "../drawing/ElevationDrawing";
import { Figure, type Point } from "../drawing/Figure";
import { useSize } from "../drawing/useSize";

const TRAILER_WHEEL = 350;
const ABOVE = 3050;
const BELOW = 320;
/** near the hitch: from the vehicle's rear axle to where the trailer's body begins */
const CLOSE_ABOVE = 1250;

interface Props {
  picture: YardPicture;
  tape: string;
  put: (place: string) => void;
  /** which side of the vehicle is taped: left and right lie behind each other */
  side: "left" | "right";
  /** only the hitch, large */
  close: boolean;
  /** the most it may stand high, px */
  high: number;
}

export function YardDrawing({ picture: p, tape, put, side, close, high: most }: Props) {
  const [box, [wide, high]] = useSize<HTMLDivElement>([1200, 300]);
  const svg = useRef<SVGSVGElement>(null);
  const [dragged, setDragged] = useState<Point | null>(null);
  const left = close ? p.ball_x - 1500 : -1500;
  const right = close ? p.coupler_x + 2300 : p.rail_to_x + 500;
  const above = close ? CLOSE_ABOVE : ABOVE;
  const px = Math.max((right - left) / wide, (above + BELOW) / high);
  const [from, width] = [left - (px * wide - (right - left)) / 2, px * wide];

  const onVehicle = ([x, y]: Point): Point => [x, y - (p.front_drop + ((p.rear_drop - p.front_drop) * x) / p.wheelbase)];
  const level = p.coupler_level;
  const onTrailer = ([x, y]: Point): Point => [x, y + p.slope * (p.axle_x - x)];
  const path = (points: Point[]) => points.map(([x, y], i) => `${i ? "L" : "M"}${x.toFixed(1)} ${(-y).toFixed(1)}`).join("") + "Z";
  const frame: Point[] = [[p.rail_from_x, level - 10], [p.rail_to_x, level - 10], [p.rail_to_x, level - 140], [p.rail_from_x, level - 140]];
  const drawbar: Point[] = [[p.coupler_x - 60, level], [p.coupler_x + 240, level - 25], [p.rail_from_x + 500, level - 10], [p.rail_from_x + 500, level - 130], [p.coupler_x + 240, level - 120], [p.coupler_x - 60, level - 85]];
  const axles = Array.from({ length: p.axle_count }, (_, i) => p.axle_x + (i - (p.axle_count - 1) / 2) * p.axle_spacing);
  const shown = p.places.filter((one) => !one.side || one.side === side);
  const taped = shown.find((one) => one.key === tape) ?? p.places.find((one) => one.key === tape);
  const top = onTrailer([p.jack_x, level + 260]);

  const at = (event: PointerEvent): Point => {
    const matrix = svg.current?.getScreenCTM()?.inverse();
    if (!matrix) return [0, 0];
    const point = new DOMPoint(event.clientX, event.clientY).matrixTransform(matrix);
    return [point.x, -point.y];
  };
  const nearest = ([x, y]: Point) => shown.reduce((best, one) => (Math.hypot(one.x - x, (one.y - y) / 2) < Math.hypot(best.x - x, (best.y - y) / 2) ? one : best));
  const inOrder = [...shown].sort((one, other) => one.x - other.x || other.y - one.y);
  const byKeys = (event: KeyboardEvent) => {
    const step = { ArrowRight: 1, ArrowDown: 1, ArrowLeft: -1, ArrowUp: -1 }[event.key];
    if (!step) return;
    event.preventDefault();
    const now = inOrder.findIndex((one) => one.key === tape);
    const next = inOrder[(now + step + inOrder.length) % inOrder.length];
    if (next) put(next.key);
  };
  const held: Point | null = dragged ?? (taped ? [taped.x, taped.y] : null);

  return (
    <Box ref={box} sx={{ width: "100%", aspectRatio: `${right - left} / ${above + BELOW}`, maxHeight: most, minWidth: 0 }}>
      <Box
        component="svg"
        ref={svg}
        viewBox={`${from} ${-above} ${width} ${px * high}`}
        role="group"
        aria-label={p.coupled ? "The yard: the rig coupled, to scale" : "The yard: the rig uncoupled, to scale"}
        sx={{ width: "100%", height: "100%", display: "block", touchAction: "none" }}
        onPointerMove={(event: PointerEvent) => dragged && setDragged(at(event))}
        onPointerUp={(event: PointerEvent) => {
          if (!dragged) return;
          put(nearest(at(event)).key);
          setDragged(null);
        }}
      >
        <path d={`M${from} 0H${from + width}`} stroke={ink} strokeWidth={1.6 * px} />
        {Array.from({ length: Math.floor(width / 420) }, (_, i) => (
          <path key={i} d={`M${from + 420 * i} 90l90 -90`} stroke={inkSoft} strokeWidth={0.8 * px} />
        ))}
        {p.deck && <Deck p={p} axles={axles} px={px} />}

        <Figure strokes={p.vehicle_body} at={onVehicle} colour={ink} stroke={1.5 * px} px={px} />
        <Figure strokes={p.trailer_body} at={onTrailer} colour={ink} stroke={1.5 * px} px={px} />
        <path d={path(frame.map(onTrailer))} fill={inkSoft} opacity={0.55} />
        {p.ball > 0 && <path d={`M${p.wheelbase + 250} ${-(p.receiver - 20)}H${p.ball_x - 260}L${p.ball_x - 60} ${-(p.ball - 150)}H${p.ball_x + 20}`} fill="none" stroke={ink} strokeWidth={4 * px} />}
        <path d={path(drawbar.map(onTrailer))} fill={paper} stroke={ink} strokeWidth={1.5 * px} />
        {p.ball > 0 && (
          <>
            <path d={`M${p.ball_x} ${-(p.ball - 30)}V${-(p.ball - 160)}`} stroke={ink} strokeWidth={3 * px} />
            <circle cx={p.ball_x} cy={-(p.ball - 30)} r={42} fill={ink} />
          </>
        )}
        <Bars p={p} onTrailer={onTrailer} px={px} />

        {/* the jack: its foot on the ground, or clear of it */}
        <path d={`M${p.jack_x} ${-top[1]}V${-(p.foot + 18)}`} stroke={ink} strokeWidth={5 * px} />
        <path d={`M${p.jack_x - 90} ${-p.foot}h180v-18h-180z`} fill={p.foot < 1 ? ink : paper} stroke={ink} strokeWidth={1.2 * px} />
        <path d={`M${p.jack_x - 130} ${-top[1]}h150`} stroke={ink} strokeWidth={3 * px} />
        {p.scale_x !== null && <path d={`M${p.scale_x - 190} 0v-110h380v110z`} fill={paperDeep} stroke={ink} strokeWidth={1.5 * px} />}

        {[0, p.wheelbase].map((x) => (
          <Wheel key={x} x={x} r={VEHICLE_WHEEL} px={px} />
        ))}
        {axles.map((x) => (
          <Wheel key={x} x={x} r={TRAILER_WHEEL} px={px} />
        ))}
        {p.loads.filter((one) => one.x > p.coupler_x).map((one) => (
          <g key={one.key} transform={`translate(${one.x} ${-(onTrailer([one.x, level])[1] + 40)})`} opacity={one.aboard ? 1 : 0.35}>
            <path d="M-130 0v-200h260v200z" fill={wash} stroke={ink} strokeWidth={1.2 * px} strokeDasharray={one.aboard ? undefined : `${5 * px} ${4 * px}`} />
            <title>{`${one.words}${one.aboard ? "" : ", not aboard"}`}</title>
          </g>
        ))}

        {shown.map((one) => (
          <g
            key={one.key}
            role="button"
            tabIndex={one.key === (taped?.key ?? inOrder[0]?.key) ? 0 : -1}
            aria-label={`Put the tape at the ${one.words}`}
            aria-pressed={one.key === tape}
            style={{ cursor: "pointer" }}
            onClick={() => put(one.key)}
            onKeyDown={(event) => {
              byKeys(event);
              if (event.key === "Enter" || event.key === " ") {
                event.preventDefault();
                put(one.key);
              }
            }}
          >
            <circle cx={one.x} cy={-one.y} r={13 * px} fill="transparent" />
            <path d={`M${one.x - 6 * px} ${-one.y}h${12 * px}M${one.x} ${-one.y - 6 * px}v${12 * px}`} stroke={one.key === tape ? pencil : ink} strokeWidth={1.6 * px} />
            <title>{one.words}</title>
          </g>
        ))}
        {held && (
          <g stroke={pencil} onPointerDown={(event) => setDragged(at(event))} style={{ cursor: "grab" }} data-tape>
            <path d={`M${held[0]} 0V${-held[1]}`} strokeWidth={10 * px} stroke={paper} opacity={0.85} />
            <path d={`M${held[0]} 0V${-held[1]}`} strokeWidth={3 * px} />
            <path d={`M${held[0] - 10 * px} 0h${20 * px}M${held[0] - 10 * px} ${-held[1]}h${20 * px}`} strokeWidth={3 * px} />
            <rect x={held[0] - 13 * px} y={-12 * px} width={26 * px} height={24 * px} fill={pencil} stroke={paper} strokeWidth={1.5 * px} rx={3 * px} />
          </g>
        )}
        <path d={`M${from} ${-above + 2 * px}H${from + width}`} stroke={hairline} strokeWidth={px} />
      </Box>
    </Box>
  );
}

function Bars({ p, onTrailer, px }: { p: YardPicture; onTrailer: (point: Point) => Point; px: number }) {
  if (p.bracket_x === null || p.ball === 0) return null;
  const head: Point = [p.ball_x + 30, p.ball - 190];
  const bracket = onTrailer([p.bracket_x, p.coupler_level - 150]);
  // off, a bar hangs from the head
  const end: Point = p.bars_on ? [bracket[0] + 120, bracket[1] - 60] : [head[0] + 620, head[1] - 190];
  return (
    <g fill="none" stroke={ink}>
      <path d={`M${bracket[0]} ${-(bracket[1] + 130)}V${-(bracket[1] - 90)}`} strokeWidth={3 * px} />
      {p.coupled && <path d={`M${head[0]} ${-head[1]}L${end[0]} ${-end[1]}`} strokeWidth={2.6 * px} strokeDasharray={p.bars_on ? undefined : `${6 * px} ${4 * px}`} />}
    </g>
  );
}

function Deck({ p, axles, px }: { p: YardPicture; axles: number[]; px: number }) {
  const [from, to] = {
    front: [-700, 700],
    rear: [p.wheelbase - 700, p.wheelbase + 700],
    trailer: [(axles[0] ?? p.axle_x) - 600, (axles.at(-1) ?? p.axle_x) + 600],
    whole_trailer: [p.coupler_x - 200, p.rail_to_x],
  }[p.deck] ?? [0, 0];
  return <path d={`M${from} 8H${to}V110H${from}Z`} fill={paperDeep} stroke={ink} strokeWidth={1.6 * px} />;
}

function Wheel({ x, r, px }: { x: number; r: number; px: number }) {
  return (
    <g fill={paper} stroke={ink} strokeWidth={1.5 * px}>
      <circle cx={x} cy={-r} r={r} strokeWidth={3.4 * px} />
      <circle cx={x} cy={-r} r={r * 0.58} />
    </g>
  );
}
