/** A password on a slip: shown this once. */
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import Dialog from "@mui/material/Dialog";
import DialogContent from "@mui/material/DialogContent";
import DialogTitle from "@mui/material/DialogTitle";

import type { GivenPassword } from "../api/types";
import { day } from "../app/dates";
import { ink, sheet, slab } from "../app/theme";

export function Slip({ given, close }: { given: GivenPassword; close: () => void }) {
  const { person, password } = given;
  return (
    <Dialog open onClose={(_, why) => why === "escapeKeyDown" && close()} aria-labelledby="slip-title">
      <DialogTitle id="slip-title" sx={{ fontFamily: slab }}>
        For {person.name}, {person.role_word}
      </DialogTitle>
      <DialogContent sx={{ width: 440 }}>
        <Box sx={{ border: `1.5px dashed ${ink}`, bgcolor: sheet, p: 2, display: "grid", gridTemplateColumns: "auto 1fr", columnGap: 2, rowGap: 0.5, alignItems: "baseline" }}>
          <span>Signs in as</span>
          <Box component="b" sx={{ fontSize: "1.2rem" }}>{person.username}</Box>
          <span>Password</span>
          <Box component="b" data-password sx={{ fontFamily: slab, fontSize: "1.5rem", userSelect: "all" }}>{password}</Box>
        </Box>
        <Box sx={{ my: 1.5 }}>
          It is shown only now. It holds until {day(person.given_until ?? "")} and for one thing: choosing a password of their own.
        </Box>
        <Button variant="contained" autoFocus onClick={close}>
          It is written down
        </Button>
      </DialogContent>
    </Dialog>
  );
}
