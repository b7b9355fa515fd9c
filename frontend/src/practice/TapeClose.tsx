/** A tape close by, at true scale: what it shows is read by eye. In words only its neighbourhood is told. */
import Box from "@mui/material/Box";

import type { Yard } from "../api/types";
import { ink, paper, paperDeep, pencil, tape as tapeColour } from "../app/theme";
import { useUnits } from "../app/units";

/** an inch of the tape is an inch of the screen, as a page has it */
const PX_PER_MM = 96 / 25.4;
const WIDE = 132;

interface Mark {
  mm: number;
  long: number;
  label: string;
}

/** The marks between two heights: sixteenths, or millimetres. */
function marksBetween(low: number, high: number, inches: boolean): Mark[] {
  const step = inches ? 25.4 / 16 : 1;
  const first = Math.ceil(low / step);
  return Array.from({ length: Math.max(0, Math.floor(high / step) - first + 1) }, (_, i) => {
    const n = first + i;
    if (inches) {
      const long = n % 16 === 0 ? 74 : n % 8 === 0 ? 54 : n % 4 === 0 ? 40 : n % 2 === 0 ? 28 : 18;
      return { mm: n * step, long, label: n % 16 === 0 ? `${n / 16}` : "" };
    }
    return { mm: n, long: n % 10 === 0 ? 74 : n % 5 === 0 ? 44 : 22, label: n % 10 === 0 ? `${n / 10}` : "" };
  });
}

export function TapeClose({ tape, high = 300 }: { tape: NonNullable<Yard["tape"]>; high?: number }) {
  const { system, read } = useUnits();
  const half = high / 2;
  const [low, top] = [tape.shows - half / PX_PER_MM, tape.shows + half / PX_PER_MM];
  const y = (mm: number) => half - (mm - tape.shows) * PX_PER_MM;
  const where = `${tape.words}${tape.words.includes(tape.side) ? "" : `, ${tape.side}`}`;
  return (
    <Box component="figure" aria-label="The tape" data-taped={tape.place} sx={{ m: 0, width: WIDE + 66, flex: "none" }}>
      <Box component="svg" viewBox={`0 0 ${WIDE + 66} ${high}`} role="img" aria-label={`Tape at the ${where}, ground to the mark: ${read(tape.near)}`} sx={{ width: WIDE + 66, height: high, display: "block" }}>
        <clipPath id="tape-blade">
          <rect x="58" y="0" width={WIDE} height={high} />
        </clipPath>
        <g clipPath="url(#tape-blade)">
          <rect x="58" y="-2" width={WIDE} height={high + 4} fill={tapeColour} stroke={ink} strokeWidth="1.5" />
          {marksBetween(low, top, system === "us").map((one) => (
            <g key={one.mm}>
              <path d={`M58 ${y(one.mm)}h${one.long}`} stroke={ink} strokeWidth={one.label ? 1.8 : 1} />
              {one.label && (
                <text x={58 + 84} y={y(one.mm) + 8} fontSize="24" fontWeight="600" fill={ink} style={{ fontVariantNumeric: "tabular-nums" }}>
                  {one.label}
                </text>
              )}
            </g>
          ))}
          <rect x={58 + WIDE - 30} y={high - 22} width="28" height="20" fill={tapeColour} />
          <text x={58 + WIDE - 8} y={high - 8} fontSize="12" textAnchor="end" fill={ink}>
            {system === "us" ? "in" : "cm"}
          </text>
        </g>
        {/* what is measured: its lower edge stands at the reading */}
        <path d={`M2 ${half}h56v-34h-56z`} fill={paperDeep} stroke={ink} strokeWidth="1.2" />
        <path d={`M2 ${half}H74`} stroke={pencil} strokeWidth="2" />
        <path d={`M58 0V${high}`} stroke={paper} strokeWidth="0.6" />
      </Box>
      <Box component="figcaption" sx={{ fontSize: "0.85rem", lineHeight: 1.25 }}>
        Ground to the {where}. Read it at the red line.
      </Box>
    </Box>
  );
}
