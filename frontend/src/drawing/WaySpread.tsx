/** One way of weighing among all of them on one scale: a dot with its spread, the reconciled figure as a band behind. */
import Box from "@mui/material/Box";

import type { Figure, Way } from "../api/types";
import { band, ink, inkSoft, paper, pencil } from "../app/theme";

const W = 190;

const ends = (figure: Figure) => {
  const value = figure.value ?? 0;
  const half = figure.spread_value ?? 0;
  return [value - half, value + half] as const;
};

export function WaySpread({ way, all, reconciled }: { way: Way; all: Way[]; reconciled: Figure }) {
  const limits = all.flatMap((one) => ends(one.figure));
  const [low, high] = [Math.min(...limits), Math.max(...limits)];
  const x = (value: number) => 8 + ((value - low) / Math.max(high - low, 1e-6)) * (W - 16);
  const [from, to] = ends(way.figure);
  const at = x(way.figure.value ?? 0);
  const colour = way.became === "odd one out" ? pencil : way.became === "used" ? ink : inkSoft;
  const [bandFrom, bandTo] = ends(reconciled);
  return (
    <Box component="svg" viewBox={`0 0 ${W} 24`} sx={{ width: W, height: 24, display: "block" }} aria-hidden="true">
      {reconciled.value !== undefined && <rect x={x(bandFrom)} y="0" width={Math.max(2, x(bandTo) - x(bandFrom))} height="24" fill={band} />}
      <path d={`M${x(from)} 12H${x(to)}M${x(from)} 8v8M${x(to)} 8v8`} stroke={colour} strokeWidth="1.6" />
      {way.became === "odd one out" ? (
        <path d={`M${at - 4} 8l8 8m0 -8l-8 8`} stroke={colour} strokeWidth="2" />
      ) : (
        <circle cx={at} cy="12" r="4" fill={way.became === "used" ? colour : paper} stroke={colour} strokeWidth="1.6" />
      )}
    </Box>
  );
}
