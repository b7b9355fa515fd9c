/** A hitch as it is set, to scale: whole, or close around one of its places, with the tape or a ring in red pencil. */
import Box from "@mui/material/Box";

import type { HitchDrawing as Drawn } from "../api/types";
import { hairline, ink, inkSoft, pencil } from "../app/theme";
import { useUnits } from "../app/units";
import { Figure } from "./Figure";
import { useSize } from "./useSize";

interface Props {
  drawn: Drawn;
  /** the place that is pointed at; none of it where it has no such place */
  hold?: string;
  title: string;
  /** how much of it is shown to each side of the place, mm; else the whole of it */
  around?: number;
}

export function HitchDrawing({ drawn, hold, title, around }: Props) {
  const { read } = useUnits();
  const [box, [wide, high]] = useSize<HTMLDivElement>([700, 230]);
  const tape = hold ? heldAt(drawn, hold) : null;
  const rows = around && tape ? 0 : drawn.labels.length;
  const edges = around && tape ? close(tape, around) : drawn.frame;
  const px = Math.max((edges.right - edges.left) / wide, (edges.top - edges.low) / Math.max(40, high - rows * ROW - 6));
  const below = rows * ROW * px + 6 * px;
  return (
    <Box ref={box} sx={{ height: "100%", minHeight: 0 }}>
      <Box component="svg" role="img" aria-label={title} data-hitch={hold ?? ""} viewBox={fitted({ ...edges, low: edges.low - below }, wide * px, high * px)} sx={{ width: "100%", height: "100%", display: "block" }}>
        <Figure strokes={drawn.strokes} colour={ink} stroke={1.4 * px} px={px} />
        {drawn.labels.slice(0, rows).map((one, row) => {
          const foot = -edges.low + (row + 1) * ROW * px;
          const ends = one.x > edges.left + 0.6 * (edges.right - edges.left); // near the right edge it is written to the left
          return (
            <g key={one.name}>
              <path d={`M${one.x} ${-one.y}V${foot}`} stroke={inkSoft} strokeWidth={px} />
              <circle cx={one.x} cy={-one.y} r={2.5 * px} fill={ink} />
              <text x={one.x + (ends ? -5 : 5) * px} y={foot} textAnchor={ends ? "end" : "start"} fontSize={15 * px} fontWeight="600" fill={ink} data-label={one.name}>
                {one.name} {read(one.says)}
              </text>
            </g>
          );
        })}
        {tape && <Pointed tape={tape} px={px} ring={15} />}
      </Box>
    </Box>
  );
}

/** One place of it, small, beside what is done there; nothing where it has no such place. */
export function HitchCloseUp({ drawn, hold, around = 105 }: { drawn: Drawn; hold: string; around?: number }) {
  const tape = heldAt(drawn, hold);
  if (!tape) return null;
  const edges = close(tape, around);
  const px = Math.max((edges.right - edges.left) / CLOSE_UP.width, (edges.top - edges.low) / CLOSE_UP.height);
  return (
    <Box component="svg" aria-hidden="true" data-hitch={hold} viewBox={fitted(edges, CLOSE_UP.width * px, CLOSE_UP.height * px)} sx={{ ...CLOSE_UP, flex: "none", display: "block", border: `1px solid ${hairline}` }}>
      <Figure strokes={drawn.strokes} colour={ink} stroke={1.1 * px} px={px} />
      <Pointed tape={tape} px={px} ring={12} />
    </Box>
  );
}

/** one row of labels below the hitch, px */
const ROW = 18;
const CLOSE_UP = { width: 96, height: 60 };

interface Edges {
  left: number;
  right: number;
  low: number;
  top: number;
}

interface At {
  x: number;
  y: number;
}

/** A place, and the tape's other end where it is taped. */
interface Held {
  from: At;
  to: At | null;
}

function heldAt(drawn: Drawn, hold: string): Held | null {
  const spot = drawn.spots[hold];
  if (!spot) return null;
  return { from: spot, to: spot.to_x !== null && spot.to_y !== null ? { x: spot.to_x, y: spot.to_y } : null };
}

/** So much around a place, and all of the tape. */
function close({ from, to }: Held, around: number): Edges {
  const [xs, ys] = [[from.x, to?.x ?? from.x], [from.y, to?.y ?? from.y]];
  return { left: Math.min(...xs) - around, right: Math.max(...xs) + around, low: Math.min(...ys) - 0.4 * around, top: Math.max(...ys) + 0.4 * around };
}

/** A view box of such a size with the edges in its middle; on the paper heights run down. */
function fitted(edges: Edges, wide: number, high: number): string {
  return `${(edges.left + edges.right - wide) / 2} ${(-edges.top - edges.low - high) / 2} ${wide} ${high}`;
}

function Pointed({ tape, px, ring }: { tape: Held; px: number; ring: number }) {
  return tape.to ? <Tape from={tape.from} to={tape.to} px={px} /> : <circle cx={tape.from.x} cy={-tape.from.y} r={ring * px} fill="none" stroke={pencil} strokeWidth={2.5 * px} data-spot />;
}

function Tape({ from, to, px }: { from: At; to: At; px: number }) {
  const long = Math.max(1, Math.hypot(to.x - from.x, to.y - from.y));
  const across = { x: (-(to.y - from.y) / long) * 7 * px, y: ((to.x - from.x) / long) * 7 * px };
  const end = (at: At) => `M${at.x - across.x} ${-(at.y - across.y)}L${at.x + across.x} ${-(at.y + across.y)}`;
  return <path d={`M${from.x} ${-from.y}L${to.x} ${-to.y}${end(from)}${end(to)}`} stroke={pencil} strokeWidth={3 * px} fill="none" data-tape />;
}
