/** A sheet to be read and closed again. */
import Button from "@mui/material/Button";
import Dialog, { type DialogProps } from "@mui/material/Dialog";
import DialogActions from "@mui/material/DialogActions";
import DialogContent from "@mui/material/DialogContent";
import DialogTitle from "@mui/material/DialogTitle";
import { useId, type ReactNode } from "react";

import { slab } from "../app/theme";

interface Props {
  title: string;
  open: boolean;
  close: () => void;
  /** as wide as this; as its content, where nothing is said */
  wide?: DialogProps["maxWidth"];
  children: ReactNode;
}

export function ReadSheet({ title, open, close, wide, children }: Props) {
  const id = useId();
  return (
    <Dialog open={open} onClose={close} aria-labelledby={id} {...(wide ? { maxWidth: wide, fullWidth: true } : {})}>
      <DialogTitle id={id} sx={{ fontFamily: slab }}>
        {title}
      </DialogTitle>
      <DialogContent>{children}</DialogContent>
      <DialogActions>
        <Button onClick={close} autoFocus>
          Close
        </Button>
      </DialogActions>
    </Dialog>
  );
}
