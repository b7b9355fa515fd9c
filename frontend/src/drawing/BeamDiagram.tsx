/** A beam on a pivot and a bathroom scale, the coupler between: drawn with the two distances as written, so that they cannot be mixed up. */
import Box from "@mui/material/Box";

import { ink, paper, pencil } from "../app/theme";

const FROM = 40;
const TO = 330;
const USUAL = 1 / 3;

interface Props {
  /** pivot to coupler and pivot to scale, in any one unit; null where not written */
  d: number | null;
  D: number | null;
  words: { d: string; D: string; reading: string; tongue: string };
}

export function BeamDiagram({ d, D, words }: Props) {
  const known = d !== null && D !== null && D > 0;
  const part = known ? d / D : USUAL;
  const wrong = known && part >= 1;
  const at = FROM + Math.min(part, 1.12) * (TO - FROM);
  return (
    <Box component="svg" viewBox="0 0 400 128" sx={{ width: "100%", maxWidth: 440, display: "block" }} role="img" aria-label={`A beam rests on a pivot and, ${words.D} from it, on a bathroom scale; the coupler presses on it ${words.d} from the pivot.`}>
      <g fill={paper} stroke={ink} strokeWidth="1.5">
        <path d="M8 84H392" />
        <path d={`M${FROM} 56l-14 28h28z`} />
        <rect x={TO - 24} y="66" width="48" height="18" />
        <rect x="26" y="44" width="330" height="12" />
        <path d={`M${TO} 66v-10`} />
      </g>
      <path d={`M${at} 10v24m0 8l-6 -12h12z`} fill={pencil} stroke={pencil} strokeWidth="2.4" strokeDasharray={known ? undefined : "3 3"} />
      <g stroke={ink} strokeWidth="1" fill="none">
        <path d={`M${FROM} 88v12M${at} 88v12M${FROM} 94H${at}`} strokeDasharray={known ? undefined : "4 3"} />
        <path d={`M${FROM} 102v20M${TO} 88v34M${FROM} 115H${TO}`} />
      </g>
      <g fontSize="12.5" fontWeight="600" fill={ink}>
        <text x={at < 240 ? at + 10 : at - 10} y="22" textAnchor={at < 240 ? "start" : "end"} fill={wrong ? pencil : ink}>
          {wrong ? "beyond the scale" : words.tongue}
        </text>
        <text x={TO} y="80" textAnchor="middle" fontSize="11">
          {words.reading}
        </text>
        <text x={(FROM + Math.min(at, TO)) / 2} y="99" textAnchor="middle" stroke={paper} strokeWidth="5" paintOrder="stroke">
          {words.d}
        </text>
        <text x={(FROM + TO) / 2} y="119" textAnchor="middle" stroke={paper} strokeWidth="5" paintOrder="stroke">
          {words.D}
        </text>
      </g>
    </Box>
  );
}
