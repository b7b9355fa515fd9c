/** The layout of a beam on a pivot and a bathroom scale, so that the two distances cannot be mixed up. */
import Box from "@mui/material/Box";

import { ink, paper, pencil } from "../app/theme";

export function BeamDiagram() {
  return (
    <Box component="figure" sx={{ m: 0, mb: 1 }}>
      <Box component="svg" viewBox="0 0 380 118" sx={{ width: "100%", maxWidth: 420, display: "block" }} role="img" aria-label="A beam rests on a fixed pivot at one end and on a bathroom scale at the other; the coupler presses on it between the two.">
        <g fill={paper} stroke={ink} strokeWidth="1.5">
          <path d="M8 84H372" />
          <path d="M40 56l-14 28h28z" />
          <rect x="306" y="66" width="48" height="18" />
          <rect x="26" y="44" width="320" height="12" />
          <path d="M330 66v-10" />
        </g>
        <path d="M128 8v26m0 8l-6 -12h12z" fill={pencil} stroke={pencil} strokeWidth="2.4" />
        <g fontSize="13" fontWeight="600" fill={ink}>
          <text x="138" y="20">tongue on the coupler, jack up</text>
          <text x="330" y="79" textAnchor="middle" fontSize="11">
            R
          </text>
          <text x="84" y="98" textAnchor="middle">
            d
          </text>
          <text x="186" y="114" textAnchor="middle">
            D, pivot to scale
          </text>
        </g>
        <g stroke={ink} strokeWidth="1">
          <path d="M40 88v12M128 88v12M40 94h36M92 94h36" />
          <path d="M40 102v12M330 88v26M40 110h92M240 110h90" />
        </g>
      </Box>
      <Box component="figcaption" sx={{ fontSize: "0.85rem" }}>
        TW = (R − beam alone) · D / d, with d from pivot to coupler.
      </Box>
    </Box>
  );
}
