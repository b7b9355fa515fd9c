/** The rig under every other school and reserve: what changes in verdict, height and build. */
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import { useState } from "react";

import { Panel } from "../parts/Rows";
import { ComparedTable } from "./ComparedTable";
import { useCompared } from "./useCompared";

export function OtherSchools() {
  const [open, setOpen] = useState(false);
  const compared = useCompared(open ? {} : null);
  return (
    <Panel title="Under other schools" note="the same measurements, one question at a time; handbooks win over all of them">
      <Button onClick={() => setOpen(!open)} aria-expanded={open}>
        {open ? "Close" : "Compare the schools"}
      </Button>
      {open && compared.isError && <Box role="alert">{compared.error.message}</Box>}
      {open && compared.data && <ComparedTable compared={compared.data} now="as judged now" />}
    </Panel>
  );
}
