/** A sketch for each word: a few lines, no figures. */
import Box from "@mui/material/Box";
import type { ReactElement } from "react";

import { glass, ink, inkSoft, pencil } from "../app/theme";
import type { WordKey } from "./words";

const GROUND = <path d="M4 82H216" stroke={ink} strokeWidth="1.4" />;
const wheel = (x: number, r = 11) => <circle key={x} cx={x} cy={82 - r} r={r} fill="#fff" stroke={ink} strokeWidth="2.2" />;

/** A truck and a trailer, the truck's tail let down by so much. */
function Rig({ sunk = 0 }: { sunk?: number }) {
  return (
    <g fill="none" stroke={ink} strokeWidth="1.6">
      <path d={`M10 ${70 - sunk / 4}V56h14l10 -18h26v18h34V${70 + sunk}Z`} fill="#fff" />
      <path d="M128 74V30h78v44Z" fill={glass} />
      <path d={`M94 ${66 + sunk}L104 ${66 + sunk / 2}L128 70`} strokeWidth="2.4" />
      {[28, 76, 164, 186].map((x) => wheel(x))}
      {GROUND}
    </g>
  );
}

const SKETCHES: Record<WordKey, ReactElement> = {
  school: (
    <g fill="none" stroke={ink} strokeWidth="1.6">
      {[14, 40, 66].map((y, i) => (
        <g key={y}>
          <path d={`M14 ${y + 8}H206`} stroke={inkSoft} strokeWidth="0.9" />
          <rect x={60 + i * 22} y={y} width={70 - i * 18} height="15" fill={glass} />
        </g>
      ))}
      <path d="M112 4V84" stroke={pencil} strokeWidth="2.2" />
    </g>
  ),
  share: (
    <g>
      <Rig />
      <path d="M104 8V54m-6 -9l6 10l6 -10" fill="none" stroke={pencil} strokeWidth="2.4" />
      <path d="M174 2V22m-6 -8l6 9l6 -9" fill="none" stroke={ink} strokeWidth="1.6" />
    </g>
  ),
  restoration: (
    <g>
      <Rig />
      <path d="M28 16V50m-6 -9l6 10l6 -10" fill="none" stroke={pencil} strokeWidth="2.4" />
      <path d="M104 76Q136 92 150 72" fill="none" stroke={ink} strokeWidth="2.6" />
    </g>
  ),
  settle: (
    <g>
      <Rig sunk={7} />
      <path d="M94 56V30m0 0m-6 16l6 10l6 -10" fill="none" stroke={pencil} strokeWidth="2.4" />
      <path d="M60 56H110" stroke={inkSoft} strokeWidth="1" strokeDasharray="4 3" />
    </g>
  ),
  offset: (
    <g fill="none" stroke={ink} strokeWidth="1.6">
      <path d="M20 56H92" strokeWidth="6" />
      <circle cx="98" cy="42" r="10" fill={ink} />
      <path d="M118 58H206M118 58q0 -14 14 -14h74" fill={glass} />
      <path d="M98 32H150M118 44H150" stroke={inkSoft} strokeWidth="1" strokeDasharray="4 3" />
      <path d="M142 22V32m-4 -6l4 7l4 -7M142 54V44m-4 6l4 -7l4 7" stroke={pencil} strokeWidth="1.8" />
      {GROUND}
    </g>
  ),
  reserve: (
    <g fill="none" stroke={ink} strokeWidth="1.8">
      <rect x="80" y="6" width="60" height="76" fill="#fff" />
      <rect x="80" y="30" width="60" height="52" fill={ink} />
      <path d="M70 16H150" stroke={pencil} strokeWidth="2.4" />
      <path d="M160 6V16" stroke={pencil} strokeWidth="2" />
    </g>
  ),
  stale: (
    <g fill="none" stroke={ink} strokeWidth="1.6">
      <path d="M40 8h100l20 16v58H40Z" fill="#fff" />
      <path d="M58 66q14 -18 24 0t26 -6" strokeWidth="2.2" />
      <path d="M54 28H120M54 40H100" stroke={inkSoft} />
      <path d="M96 34L128 46M128 34L96 46" stroke={pencil} strokeWidth="2.4" />
    </g>
  ),
  equaliser: (
    <g fill="none" stroke={ink} strokeWidth="1.6">
      <path d="M10 30H210" strokeWidth="4" />
      <path d="M22 34Q62 62 98 46M122 42Q158 62 198 34" strokeWidth="2.4" />
      <path d="M98 46L122 42M110 32V44" stroke={pencil} strokeWidth="2.6" />
      <circle cx="110" cy="44" r="3" fill={pencil} stroke="none" />
      {wheel(60, 16)}
      {wheel(160, 16)}
      {GROUND}
    </g>
  ),
  damping: (
    <g fill="none" stroke={ink} strokeWidth="1.6">
      <path d="M10 45H210" stroke={inkSoft} strokeWidth="0.9" />
      <path d="M10 45C22 -6 34 -6 46 45S70 84 82 45S106 18 118 45S142 62 154 45S178 36 190 45H208" strokeWidth="2.2" />
      <path d="M22 10C70 26 130 38 208 42" stroke={pencil} strokeWidth="1.6" strokeDasharray="5 4" />
    </g>
  ),
};

export function Sketch({ word }: { word: WordKey }) {
  return (
    <Box component="svg" viewBox="0 0 220 90" aria-hidden="true" sx={{ width: 220, height: 90, display: "block", color: ink }}>
      {SKETCHES[word]}
    </Box>
  );
}
