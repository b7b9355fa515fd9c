/** The parts list as a sheet to print: whose rig, the build, what to buy, and the cautions. */
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import Link from "@mui/material/Link";
import { useQuery } from "@tanstack/react-query";
import { Link as RouterLink, useParams } from "react-router";

import { api } from "../api/client";
import type { Live } from "../api/types";
import { inkSoft } from "../app/theme";
import { useUnits } from "../app/units";
import { Notice } from "../parts/Notice";
import { PartsTable } from "../parts/PartsTable";
import { Slab } from "../parts/Slab";
import { VERDICT_WORDS } from "../parts/StateMark";
import { useRecord } from "./draft";

export function PartsSheet() {
  const { id } = useParams();
  const { read, system } = useUnits();
  const record = useRecord(id);
  const rig = record.data;
  const live = useQuery({
    queryKey: ["sheet", id, rig?.version, system],
    queryFn: () => {
      const entries = Object.fromEntries(Object.entries(rig?.entries ?? {}).map(([path, { is, from, system, datum }]) => [path, datum ? { is, from, system, datum } : { is, from, system }]));
      return api.settled<Live>(api.client.POST("/api/assess/", { body: { entries, rig: rig?.id ?? null, station: "hitch", system } }));
    },
    enabled: rig !== undefined,
  });
  if (!rig || !live.data) return <Notice>{record.error?.message ?? live.error?.message ?? "Drawing up the list…"}</Notice>;
  const { assessment } = live.data;
  const hitch = assessment.hitch;
  if (!hitch) return null;
  const shank = hitch.shanks.find((part) => part.name === hitch.in_force.shank);
  return (
    <Box component="main" sx={{ flex: 1, overflow: "auto", px: 3, py: 2, maxWidth: 900, "@media print": { overflow: "visible", p: 0 } }}>
      <Box sx={{ display: "flex", gap: 2, mb: 2, alignItems: "center", "@media print": { display: "none" } }}>
        <Button variant="contained" onClick={() => window.print()}>
          Print
        </Button>
        <Link href={`/api/rigs/${rig.id}/parts.csv?units=${system}`} download color="inherit">
          CSV
        </Link>
        <Link component={RouterLink} to={`/rigs/${rig.id}/hitch`} color="inherit">
          Back to the rig
        </Link>
      </Box>
      <Slab>
        Parts list for {rig.customer}
      </Slab>
      <Box sx={{ color: inkSoft, mb: 1 }}>
        {rig.vehicle_name}, {rig.trailer_name}; version {rig.version} of the rig
      </Box>
      <Box sx={{ mb: 1.5 }}>
        <b>{VERDICT_WORDS[assessment.verdict.state]}.</b> {read(assessment.verdict.says)}
        {shank?.position && (
          <Box>
            {shank.name}, {shank.position.words}; top of ball at {read(hitch.ball_standing.text)} uncoupled.
          </Box>
        )}
      </Box>
      <PartsTable parts={hitch.parts} />
      <Box sx={{ mt: 2 }}>
        Ratings and handbooks rule over this list. Local law decides on brakes, chains, mirrors and licences. Structural, brake and wiring work belongs to a qualified technician.
      </Box>
    </Box>
  );
}
