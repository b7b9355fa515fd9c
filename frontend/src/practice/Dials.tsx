/** A scale's needle between its marks, and a weighbridge's digits: shown as they are shown in a yard, and read by eye. */
import Box from "@mui/material/Box";

import type { Yard } from "../api/types";
import { ink, inkSoft, paper, pencil } from "../app/theme";
import { useUnits } from "../app/units";

const SHOWN = 12; // marks to either side of the needle
const SPREAD = 52; // degrees

export function Needle({ dial }: { dial: NonNullable<Yard["dial"]> }) {
  const { mark, shows, unit } = dial;
  const at = shows ?? 0;
  const first = Math.round(at / mark) - SHOWN;
  const angle = (value: number) => ((value - at) / (SHOWN * mark)) * SPREAD;
  const point = (degrees: number, r: number) => [110 + r * Math.sin((degrees * Math.PI) / 180), 132 - r * Math.cos((degrees * Math.PI) / 180)] as const;
  const said = (value: number) => (Number.isInteger(Math.round(value * 100) / 100) ? `${Math.round(value)}` : value.toFixed(1));
  return (
    <Box component="figure" aria-label="The scale" data-dial={dial.key} sx={{ m: 0, width: 220, flex: "none" }}>
      <Box component="svg" viewBox="0 0 220 150" role="img" aria-label={`${dial.words}: ${dial.near}`} sx={{ width: 220, height: 150, display: "block" }}>
        <rect x="2" y="14" width="216" height="134" rx="8" fill={paper} stroke={ink} strokeWidth="1.6" />
        {Array.from({ length: 2 * SHOWN + 1 }, (_, i) => first + i).map((n) => {
          const value = n * mark;
          if (value < -mark / 2) return null;
          const long = n % 5 === 0;
          // four digits want room
          const labelled = value >= 1000 ? n % 10 === 0 : long;
          const [x1, y1] = point(angle(value), 100);
          const [x2, y2] = point(angle(value), long ? 82 : 90);
          const [tx, ty] = point(angle(value), 68);
          return (
            <g key={n}>
              <path d={`M${x1} ${y1}L${x2} ${y2}`} stroke={ink} strokeWidth={long ? 1.8 : 1} />
              {labelled && (
                <text x={tx} y={ty} fontSize="13" textAnchor="middle" fill={ink}>
                  {said(value)}
                </text>
              )}
            </g>
          );
        })}
        {shows !== null && <path d={`M110 ${142}L110 36`} stroke={pencil} strokeWidth="2" />}
        <circle cx="110" cy="140" r="6" fill={ink} />
        <text x="110" y="118" fontSize="12" textAnchor="middle" fill={inkSoft}>
          {dial.over ? "beyond its range" : unit}
        </text>
      </Box>
      <Box component="figcaption" sx={{ fontSize: "0.85rem" }}>
        {dial.words[0]?.toUpperCase()}
        {dial.words.slice(1)}. Its marks are {said(mark)} {unit} apart.
      </Box>
    </Box>
  );
}

export function Digits({ deck }: { deck: NonNullable<Yard["deck"]> }) {
  const { read } = useUnits();
  return (
    <Box component="figure" aria-label="The weighbridge" sx={{ m: 0, width: 200, flex: "none" }}>
      <Box data-deck sx={{ bgcolor: ink, color: paper, fontSize: "2rem", fontWeight: 600, fontVariantNumeric: "tabular-nums", textAlign: "right", px: 1.5, py: 0.5 }}>
        {read(deck.shows)}
      </Box>
      <Box component="figcaption" sx={{ fontSize: "0.85rem" }}>
        Weighbridge: {deck.words} on the deck.
      </Box>
    </Box>
  );
}
