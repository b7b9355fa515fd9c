/** A vehicle, a trailer, a tank: outlines as they come, each kind drawn its own way. */
import { glass, inkSoft, paper, paperDeep } from "../app/theme";
import type { Stroke } from "../api/types";

export type Point = [number, number];

/** How each kind is filled, how heavy its line is, and whether it is dashed: what is moved is not there while towing. */
const LOOKS: Record<Stroke["kind"], { fill: string; weight: number; dashed?: boolean; soft?: boolean }> = {
  body: { fill: paper, weight: 1 },
  load: { fill: paper, weight: 1 },
  glass: { fill: glass, weight: 0.6 },
  line: { fill: "none", weight: 0.6 },
  part: { fill: paperDeep, weight: 0.7 },
  moved: { fill: "none", weight: 0.6, dashed: true, soft: true },
};

/** An outline on the paper, where heights run down. */
export function pathOf(stroke: Stroke, at: (point: Point) => Point = (point) => point): string {
  const points = stroke.x.map((x, i) => at([x, stroke.y[i] ?? 0]));
  return points.map(([x, y], i) => `${i ? "L" : "M"}${x.toFixed(1)} ${(-y).toFixed(1)}`).join("") + (stroke.closed ? "Z" : "");
}

export function Figure({ strokes, at, colour, stroke, px }: { strokes: Stroke[]; at?: (point: Point) => Point; colour: string; stroke: number; px: number }) {
  return (
    <g strokeLinejoin="round">
      {strokes.map((one, i) => {
        const look = LOOKS[one.kind];
        return <path key={i} d={pathOf(one, at)} fill={look.fill} stroke={look.soft ? inkSoft : colour} strokeWidth={stroke * look.weight} strokeDasharray={look.dashed ? `${5 * px} ${4 * px}` : undefined} />;
      })}
    </g>
  );
}
