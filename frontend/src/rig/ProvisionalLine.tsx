/** The first answer in one sentence, with the reading that is worth the walk: provisional, and drawn otherwise than a verdict. */
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";

import type { FirstAnswer } from "../api/types";
import { inkSoft, pencil } from "../app/theme";
import { useUnits } from "../app/units";
import { Slab } from "../parts/Slab";
import { StateMark } from "../parts/StateMark";

const WORD = { cannot: "Cannot fit", hangs: "It hangs", fits_whatever: "Holds so far", not_enough: "Too little read" } as const;
const MARK = { cannot: "over", hangs: "unknown", fits_whatever: "within", not_enough: "unknown" } as const;

export function ProvisionalLine({ told, older, open }: { told: FirstAnswer; older: boolean; open: () => void }) {
  const { read } = useUnits();
  return (
    <Box component="section" aria-label="First answer" sx={{ flex: "none", px: 2, py: 0.75, borderTop: `2px dashed ${told.state === "cannot" ? pencil : inkSoft}` }}>
      <Box sx={{ display: "flex", gap: 1.25, alignItems: "flex-start" }}>
        <StateMark state={MARK[told.state]} size={26} />
        <Box aria-live="polite" data-first-answer={told.state} sx={{ flex: 1, minWidth: 0 }}>
          <Slab size="inherit" component="span" sx={{ color: told.state === "cannot" ? pencil : undefined }}>
            {WORD[told.state]}.
          </Slab>{" "}
          <b>{read(told.says)}</b> {read(told.next)}
          <Box sx={{ color: inkSoft, fontSize: "0.88rem" }}>
            Provisional: from labels and ranges, nothing weighed. It is never <i>fit</i>, and is not signed.
            {told.fits !== null && told.state === "hangs" && ` In ${Math.floor(told.fits * 100)} of 100 cases inside the ranges nothing is over.`}
            {older && " Worked out before what is typed now; the next answer is under way."}
          </Box>
        </Box>
        <Button onClick={open} sx={{ flex: "none" }}>
          The full rig
        </Button>
      </Box>
    </Box>
  );
}
