/** A mount with balls of its own seen from behind, one of them up: the others hang beside and under it, all to one scale. */
import Box from "@mui/material/Box";

import type { Question } from "../api/types";
import { hairline, ink, pencil, sheet } from "../app/theme";

const PX_PER_MM = 0.42;
const W = 120;
const BODY = 34;
/** where the others stand, clockwise from the one that is up: of two one hangs under it */
const TURNS: Record<number, number[]> = { 2: [0, 180], 3: [0, 120, 240] };

export function BallUp({ balls, up }: { balls: Question["balls"]; up: string }) {
  const at = balls.findIndex((one) => one.name === up);
  const order = [...balls.slice(at), ...balls.slice(0, at)];
  const most = Math.max(...balls.map((one) => one.diameter)) * PX_PER_MM;
  const reach = BODY / 2 + most / 2 + 5;
  const high = 2 * (reach + most / 2) + 4;
  return (
    <Box component="svg" viewBox={`0 0 ${W} ${high}`} aria-hidden="true" sx={{ width: W, height: high, display: "block" }}>
      <g transform={`translate(${W / 2} ${high / 2})`}>
        {order.map((one, index) => {
          const turn = ((TURNS[order.length]?.[index] ?? 0) * Math.PI) / 180;
          const [x, y] = [Math.sin(turn) * reach, -Math.cos(turn) * reach];
          const isUp = index === 0;
          return (
            <g key={one.name}>
              <line x1="0" y1="0" x2={x} y2={y} stroke="currentColor" strokeWidth="9" />
              <circle cx={x} cy={y} r={(one.diameter * PX_PER_MM) / 2} fill={isUp ? sheet : hairline} stroke={isUp ? pencil : ink} strokeWidth={isUp ? 3 : 1.4} />
            </g>
          );
        })}
        <rect x={-BODY / 2} y={-BODY / 2} width={BODY} height={BODY} fill={sheet} stroke={ink} strokeWidth="1.8" />
      </g>
    </Box>
  );
}
