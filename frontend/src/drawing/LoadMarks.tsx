/** The loads on the drawing, each a weight at its place; dragged or stepped to another place. Drawing only: places come worked out. */
import { useRef, useState, type KeyboardEvent, type PointerEvent } from "react";

import type { Elevation, PlacedLoad } from "../api/types";
import { ink, inkSoft, paper, pencil } from "../app/theme";
import { readable } from "./lettering";

export interface LoadHandling {
  loads: PlacedLoad[];
  /** What a mark says: its word and weight, and where it is. */
  tell: (load: PlacedLoad) => { label: string; place: string };
  /** A load pointed to another place: mm behind the front axle or the ball. */
  put: (load: PlacedLoad, mm: number) => void;
  /** One press of an arrow key, and one with Shift held, mm. */
  step: number;
  stride: number;
  alarms: Set<string>;
}

interface Props extends LoadHandling {
  e: Elevation;
  px: number;
  above: number;
  /** the drawing's left edge, mm, and how wide it is, px */
  left: number;
  wide: number;
}

const ROWS = 3;

export function LoadMarks({ loads, tell, put, step, stride, alarms, e, px, above, left, wide }: Props) {
  const [dragged, setDragged] = useState<{ key: string; x: number } | null>(null);
  const stepped = useRef<{ key: string; mm: number; of: number | null } | null>(null);
  const floor = { trailer: e.coupler_height + 40, vehicle: 700 };
  const where = (load: PlacedLoad) => (dragged?.key === load.key ? dragged.x : (load.to_x ?? (load.from_x + load.end_x) / 2));
  // Labels stand in rows by their order along the rig; the marks keep their own order, for one that is held must not be put elsewhere.
  const order = [...loads].sort((a, b) => where(a) - where(b)).map((load) => load.key);

  const said = (load: PlacedLoad) => `${tell(load).label}${load.to_x === null ? ", place?" : ""}`;
  const row = (load: PlacedLoad) => 16 + 17 * (order.indexOf(load.key) % ROWS);
  const seen = new Set(readable(loads.map((load) => ({ what: load.key, text: said(load), x: (where(load) - left) / px, y: row(load), anchor: "middle" as const, first: alarms.has(load.key) })), wide).map((one) => one.what));

  function x(event: PointerEvent<SVGGElement>): number {
    const matrix = event.currentTarget.ownerSVGElement?.getScreenCTM();
    return matrix ? new DOMPoint(event.clientX, event.clientY).matrixTransform(matrix.inverse()).x : 0;
  }

  function drag(event: PointerEvent<SVGGElement>, load: PlacedLoad) {
    if (!event.currentTarget.hasPointerCapture(event.pointerId)) return;
    const to = Math.min(Math.max(x(event), load.from_x), load.end_x);
    setDragged({ key: load.key, x: to });
    put(load, to - load.from_x);
  }

  function press(event: KeyboardEvent, load: PlacedLoad) {
    const way = { ArrowLeft: -1, ArrowRight: 1 }[event.key];
    if (!way) return;
    event.preventDefault();
    const now = where(load) - load.from_x;
    // Quick presses add up until the worked-out place has followed.
    const last = stepped.current;
    const from = last?.key === load.key && last.of === load.to_x ? last.mm : now;
    const to = Math.min(Math.max(from + way * (event.shiftKey ? stride : step), 0), load.end_x - load.from_x);
    stepped.current = { key: load.key, mm: to, of: load.to_x };
    put(load, to);
  }

  return (
    <g fontSize={13 * px} fontWeight={600}>
      {loads.map((load) => {
        const at = where(load);
        const { label, place } = tell(load);
        const y = -floor[load.on];
        const top = -above + row(load) * px;
        const colour = alarms.has(load.key) ? pencil : load.when === "to_come_out" ? inkSoft : ink;
        const unplaced = load.to_x === null;
        const w = 11 * px;
        const from = load.x !== null && load.to_x !== null && Math.abs(load.x - load.to_x) > 1 ? load.x : null;
        return (
          <g
            key={load.key}
            role="slider"
            tabIndex={0}
            data-load={load.key}
            aria-label={`${label}: its place`}
            aria-valuemin={0}
            aria-valuemax={Math.round(load.end_x - load.from_x)}
            aria-valuenow={Math.round(at - load.from_x)}
            aria-valuetext={place}
            style={{ cursor: "ew-resize", touchAction: "none" }}
            onPointerDown={(event) => event.currentTarget.setPointerCapture(event.pointerId)}
            onPointerMove={(event) => drag(event, load)}
            onPointerUp={(event) => {
              event.currentTarget.releasePointerCapture(event.pointerId);
              setDragged(null);
            }}
            onKeyDown={(event) => press(event, load)}
          >
            <title>{`${label}: ${place}`}</title>
            {from !== null && <path d={`M${from} ${y - w}H${at}`} stroke={colour} strokeWidth={px} strokeDasharray={`${4 * px} ${3 * px}`} />}
            <path d={`M${at} ${y - 2.4 * w}V${top + 4 * px}`} stroke={colour} strokeWidth={0.8 * px} fill="none" />
            <rect x={at - 1.3 * w} y={y - 2.6 * w} width={2.6 * w} height={2.8 * w} fill="transparent" />
            <path
              d={`M${at - w} ${y}l${0.35 * w} ${-1.5 * w}h${1.3 * w}l${0.35 * w} ${1.5 * w}zM${at - 0.3 * w} ${y - 1.5 * w}v${-0.5 * w}h${0.6 * w}v${0.5 * w}`}
              fill={load.when === "aboard" ? colour : paper}
              stroke={colour}
              strokeWidth={1.4 * px}
              strokeDasharray={unplaced || load.when !== "aboard" ? `${3 * px} ${2 * px}` : undefined}
            />
            {seen.has(load.key) && (
              <text x={at} y={top} textAnchor="middle" fill={colour} stroke={paper} strokeWidth={4 * px} paintOrder="stroke" strokeLinejoin="round">
                {said(load)}
              </text>
            )}
          </g>
        );
      })}
    </g>
  );
}
