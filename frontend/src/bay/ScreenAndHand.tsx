/** How the screen looks in this light, and for which hand the keypad stands. */
import Box from "@mui/material/Box";
import ButtonBase from "@mui/material/ButtonBase";

import { useHand, useScheme } from "../app/scheme";
import { ink, paper, type Scheme } from "../app/theme";

const LOOKS: [Scheme, string][] = [
  ["paper", "Paper"],
  ["dark", "Dark"],
  ["sunlight", "Sunlight"],
];

export function ScreenAndHand() {
  const [scheme, wear] = useScheme();
  const [hand, hold] = useHand();
  return (
    <Box component="details" sx={{ fontSize: "1.05rem" }} className="no-print">
      <Box component="summary" sx={{ minHeight: 44, display: "flex", alignItems: "center", cursor: "pointer" }}>
        Screen and hand
      </Box>
      <Box sx={{ display: "flex", gap: 1, flexWrap: "wrap", pb: 0.5 }}>
        <Box role="group" aria-label="Screen" sx={{ display: "flex" }}>
          {LOOKS.map(([key, word]) => (
            <Choice key={key} on={scheme === key} press={() => wear(key)}>
              {word}
            </Choice>
          ))}
        </Box>
        <Box role="group" aria-label="Keypad for the" sx={{ display: "flex" }}>
          <Choice on={hand === "left"} press={() => hold("left")}>
            Left hand
          </Choice>
          <Choice on={hand === "right"} press={() => hold("right")}>
            Right hand
          </Choice>
        </Box>
      </Box>
    </Box>
  );
}

function Choice({ on, press, children }: { on: boolean; press: () => void; children: string }) {
  return (
    <ButtonBase onClick={press} aria-pressed={on} sx={{ minHeight: 44, px: 1.5, fontFamily: "inherit", fontWeight: 600, fontSize: "inherit", border: `1.5px solid ${ink}`, bgcolor: on ? ink : "background.paper", color: on ? paper : ink }}>
      {children}
    </ButtonBase>
  );
}
