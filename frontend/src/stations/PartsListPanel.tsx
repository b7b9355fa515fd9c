/** The parts list of the build, and the way to its printed sheet and its CSV. */
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import Link from "@mui/material/Link";
import { Link as RouterLink } from "react-router";

import { inkSoft } from "../app/theme";
import { FigureInput } from "../parts/EntryField";
import { PartsTable } from "../parts/PartsTable";
import { useUnits } from "../app/units";
import { Panel } from "../parts/Rows";
import { useRig, useSection } from "../rig/context";
import { RigShelf } from "../shelf/RigShelf";

export function PartsListPanel() {
  const { draft } = useRig();
  const { system } = useUnits();
  const { parts } = useSection("hitch");
  const saved = draft.record && !draft.dirty ? draft.record : null;
  return (
    <Panel title="Parts list" note="what is on the vehicle already costs nothing">
      <PartsTable parts={parts} />
      {draft.record && !draft.record.practice && <RigShelf rig={draft.record.id} version={draft.record.version} />}
      <Box sx={{ display: "grid", gridTemplateColumns: "auto minmax(0, 1fr)", columnGap: 1.5, alignItems: "center", mt: 1 }}>
        <label htmlFor="waits-for">Waits for parts</label>
        <FigureInput path="shop.waits_for" id="waits-for" placeholder="which, ordered where, expected when; blank when all are there" />
      </Box>
      <Box sx={{ mt: 0.75, display: "flex", gap: 2, alignItems: "center" }}>
        {saved ? (
          <>
            <Button component={RouterLink} to={`/rigs/${saved.id}/sheet/parts`}>
              Sheet to print
            </Button>
            <Link href={`/api/rigs/${saved.id}/parts.csv?units=${system}`} download color="inherit">
              CSV
            </Link>
          </>
        ) : (
          <Box sx={{ color: inkSoft }}>Save the rig to print the list or to take it as CSV.</Box>
        )}
      </Box>
    </Panel>
  );
}
