/** Which state of the rig the drawing shows in ink: uncoupled, coupled without bars, or set up. */
import Box from "@mui/material/Box";
import ButtonBase from "@mui/material/ButtonBase";

import { ink, paper } from "../app/theme";

export type Shown = "uncoupled" | "bare" | "coupled";

interface Props {
  shown: Shown;
  show: (shown: Shown) => void;
  asked: boolean;
  bars: boolean;
}

export function ShownState({ shown, show, asked, bars }: Props) {
  const states: [Shown, string][] = [
    ["uncoupled", "uncoupled"],
    ["bare", bars ? "coupled, no bars" : "coupled"],
  ];
  if (bars || asked) states.push(["coupled", asked ? "as asked" : "bars on"]);
  return (
    <Box role="group" aria-label="State drawn" sx={{ position: "absolute", left: 12, bottom: 6, display: "flex", gap: 0.5, fontSize: "0.85rem" }}>
      {states.map(([key, word]) => (
        <ButtonBase key={key} aria-pressed={shown === key} onClick={() => show(key)} sx={{ font: "inherit", px: 0.75, py: 0.25, border: `1px solid ${ink}`, bgcolor: shown === key ? ink : paper, color: shown === key ? paper : ink }}>
          {word}
        </ButtonBase>
      ))}
    </Box>
  );
}
