/** A thing of the catalogue with its dimensions beside it; it is drawn to scale, and fitted to the room there is. */
import Box from "@mui/material/Box";

import type { PartDrawing as Drawn, Stroke } from "../api/types";
import { ink, inkSoft, paper } from "../app/theme";
import { useUnits } from "../app/units";
import { Figure } from "./Figure";
import { useSize } from "./useSize";

const MARGIN = 46; // px around it, for the dimensions

export function PartDrawing({ drawn, title }: { drawn: Drawn; title: string }) {
  const { read } = useUnits();
  const [box, [wide, high]] = useSize<HTMLDivElement>([700, 230]);
  if (!drawn.strokes.length) return null;
  const xs = [...drawn.strokes.flatMap((one) => one.x), ...drawn.dimensions.flatMap((one) => [one.x1, one.x2])];
  const ys = [...drawn.strokes.flatMap((one) => one.y), ...drawn.dimensions.flatMap((one) => [one.y1, one.y2])];
  const [left, right, low, top] = [Math.min(...xs), Math.max(...xs), Math.min(...ys), Math.max(...ys)];
  const px = Math.max((right - left) / Math.max(60, wide - 2 * MARGIN), (top - low) / Math.max(60, high - 40));
  const more = { x: (wide * px - (right - left)) / 2, y: (high * px - (top - low)) / 2 };
  return (
    <Box ref={box} sx={{ height: 230 }}>
      <Box component="svg" role="img" aria-label={title} viewBox={`${left - more.x} ${-top - more.y} ${wide * px} ${high * px}`} sx={{ width: "100%", height: "100%", display: "block" }}>
        <Figure strokes={drawn.strokes} colour={ink} stroke={1.4 * px} px={px} />
        {drawn.dimensions.map((one) => {
          const along = one.y1 === one.y2;
          const end = 4 * px;
          const text = `${one.name} ${read(one.text)}`;
          return (
            <g key={one.name + one.x1} stroke={inkSoft} strokeWidth={px} data-dimension={one.name}>
              <path d={along ? `M${one.x1} ${-one.y1}H${one.x2}M${one.x1} ${-one.y1 - end}v${2 * end}M${one.x2} ${-one.y1 - end}v${2 * end}` : `M${one.x1} ${-one.y1}V${-one.y2}M${one.x1 - end} ${-one.y1}h${2 * end}M${one.x1 - end} ${-one.y2}h${2 * end}`} />
              <text x={along ? (one.x1 + one.x2) / 2 : one.x1 + 6 * px} y={along ? -one.y1 - 5 * px : -(one.y1 + one.y2) / 2 + 5 * px} textAnchor={along ? "middle" : "start"} fontSize={13 * px} fontWeight="600" fill={ink} stroke={paper} strokeWidth={4 * px} paintOrder="stroke">
                {text}
              </text>
            </g>
          );
        })}
      </Box>
    </Box>
  );
}

/** The same small, beside its name in a list. */
export function PartPicture({ strokes }: { strokes: Stroke[] }) {
  if (!strokes.length) return null;
  const [xs, ys] = [strokes.flatMap((one) => one.x), strokes.flatMap((one) => one.y)];
  const [left, right, low, top] = [Math.min(...xs), Math.max(...xs), Math.min(...ys), Math.max(...ys)];
  const px = Math.max((right - left) / 104, (top - low) / 38);
  return (
    <Box component="svg" aria-hidden="true" viewBox={`${left - px} ${-top - px} ${right - left + 2 * px} ${top - low + 2 * px}`} sx={{ width: 106, height: 40, flex: "none" }}>
      <Figure strokes={strokes.filter((one) => one.kind !== "moved")} colour={ink} stroke={px} px={px} />
    </Box>
  );
}
