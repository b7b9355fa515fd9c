/** What a label looks like where it is read, with the line that is asked for in pencil; a tape and a look have no print. */
import Box from "@mui/material/Box";

import type { Stand } from "../api/types";
import { hairline, ink, inkSoft, pencil, sheet, tape } from "../app/theme";

const W = 168;
const LINE = 15;

interface Props {
  form: Stand["form"];
  /** what is printed there, each with the figure it stands for */
  lines: { path: string; prints: string }[];
  asked: string | undefined;
}

export function LabelSketch({ form, lines: all, asked }: Props) {
  const lines = all.filter((one) => one.prints);
  const high = form === "tape" || form === "look" ? 44 : (form === "sidewall" ? 40 : 26) + LINE * Math.min(6, lines.length);
  const shown = lines.slice(0, 6);
  return (
    <Box component="svg" viewBox={`0 0 ${W} ${high}`} aria-hidden="true" sx={{ width: W, height: high, display: "block" }}>
      {form === "sticker" && <rect x="1" y="1" width={W - 2} height={high - 2} rx="3" fill={sheet} stroke={ink} strokeWidth="1.4" />}
      {form === "page" && <path d={`M1 1H${W - 16}L${W - 1} 14V${high - 1}H1ZM${W - 16} 1V14H${W - 1}`} fill={sheet} stroke={ink} strokeWidth="1.2" />}
      {form === "stamp" && <path d={`M4 ${high - 2}Q2 8 26 6H${W - 40}Q${W - 4} 8 ${W - 4} ${high / 2}T${W - 40} ${high - 2}Z`} fill={hairline} fillOpacity="0.35" stroke={ink} strokeWidth="1.6" />}
      {form === "sidewall" && <path d={`M2 ${high}Q${W / 2} ${-high * 0.9} ${W - 2} ${high}M14 ${high}Q${W / 2} ${-high * 0.62} ${W - 14} ${high}`} fill="none" stroke={ink} strokeWidth="1.6" />}
      {form === "tape" && (
        <g stroke={ink}>
          <rect x="1" y="14" width={W - 2} height="20" fill={tape} strokeWidth="1.2" />
          {Array.from({ length: 27 }, (_, i) => (
            <path key={i} d={`M${7 + i * 6} 14v${i % 4 === 0 ? 12 : i % 2 === 0 ? 8 : 5}`} strokeWidth="0.9" />
          ))}
        </g>
      )}
      {form === "look" && (
        <g fill="none" stroke={ink} strokeWidth="1.6">
          <path d={`M${W / 2 - 40} 22q40 -32 80 0q-40 32 -80 0z`} />
          <circle cx={W / 2} cy="22" r="9" />
          <circle cx={W / 2} cy="22" r="3" fill={ink} />
        </g>
      )}
      {form !== "tape" &&
        form !== "look" &&
        shown.map((spot, index) => {
          const here = spot.path === asked;
          const y = 20 + LINE * index;
          const stamped = form === "stamp" || form === "sidewall";
          return (
            <text key={spot.path} x={stamped ? W / 2 : 9} y={form === "sidewall" ? high - 4 - 12 * (shown.length - 1 - index) : y} textAnchor={stamped ? "middle" : "start"} fontSize="9.5" fontWeight={here ? 700 : 400} fill={here ? pencil : inkSoft} letterSpacing={stamped ? 0.8 : 0}>
              {cut(spot.prints.replace("#", here ? "▮▮▮▮" : "0000"), stamped ? 24 : 34)}
            </text>
          );
        })}
    </Box>
  );
}

/** As much of a long line as stands on the label's. */
function cut(text: string, most: number): string {
  return text.length > most ? `…${text.slice(text.length - most + 1)}` : text;
}
