/** What was typed is odd: asked again before it is written. */
import Box from "@mui/material/Box";

import { pencil } from "../app/theme";
import { Slab } from "../parts/Slab";
import { BigButton } from "./Keypad";

interface Props {
  is: string;
  why: string;
  no: () => void;
  yes: () => void;
}

export function Sure({ is, why, no, yes }: Props) {
  return (
    <Box role="group" aria-label="Sure?" sx={{ display: "grid", gap: 1, mt: 1 }}>
      <Slab size="bay" component="div">
        {is}
      </Slab>
      <Box role="alert" sx={{ color: pencil, fontWeight: 600, fontSize: "1.4rem" }}>
        {why}: sure?
      </Box>
      <BigButton press={no} strong>
        No, type it again
      </BigButton>
      <BigButton press={yes}>Yes, write {is}</BigButton>
    </Box>
  );
}
