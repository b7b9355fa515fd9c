/** Pins a thing to be compared, or takes it off again. */
import Button from "@mui/material/Button";

import type { Pin } from "../api/types";
import { ink, paper } from "../app/theme";
import type { Pins } from "./pins";

export function PinButton({ pins, pin }: { pins: Pins; pin: Pin }) {
  const on = pins.has(pin);
  return (
    <Button onClick={() => pins.turn(pin)} disabled={!on && pins.full} aria-pressed={on} aria-label={`Pin ${pin.name}`} sx={on ? { bgcolor: ink, color: paper, "&:hover": { bgcolor: ink } } : undefined}>
      {on ? "Pinned" : "Pin"}
    </Button>
  );
}
