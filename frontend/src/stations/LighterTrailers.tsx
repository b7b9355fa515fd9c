/** A lighter trailer by name: those on the lot that this vehicle tows filled to their GVWR. */
import Box from "@mui/material/Box";
import Link from "@mui/material/Link";
import { useQuery } from "@tanstack/react-query";
import { Link as RouterLink } from "react-router";

import { api } from "../api/client";
import type { Lot } from "../api/types";
import { hairline, inkSoft } from "../app/theme";
import { useUnits } from "../app/units";
import { Panel } from "../parts/Rows";
import { useRig } from "../rig/context";

const SHOWN = 4;

export function LighterTrailers() {
  const { draft } = useRig();
  const { read } = useUnits();
  const rig = draft.record?.id ?? null;
  const lot = useQuery({
    queryKey: ["lot", "lighter", rig, draft.entries],
    queryFn: () => api.settled<Lot>(api.client.POST("/api/lot/", { body: { entries: draft.entries, rig, side: "trailers" } })),
    gcTime: 10_000,
  });
  // The heaviest that fit change least for the customer.
  const fitting = (lot.data?.rows ?? []).filter((row) => row.fits === "fits").reverse();
  return (
    <Panel title="Or a lighter trailer" note="from the lot, each filled to its GVWR behind this vehicle">
      {lot.isError && <Box role="alert">{lot.error.message}</Box>}
      {lot.data && fitting.length === 0 && <Box sx={{ color: inkSoft }}>None on the lot fits this vehicle as it is loaded.</Box>}
      {fitting.slice(0, SHOWN).map((row) => (
        <Box key={row.name} data-lighter={row.name} sx={{ borderBottom: `1px solid ${hairline}`, py: 0.4 }}>
          <b>{row.name}</b>, GVWR {read(row.gvwr)}; weakest {row.weakest}, {row.left_text} left
        </Box>
      ))}
      {rig !== null && (
        <Link component={RouterLink} to={`/lot/${rig}`} color="inherit">
          The whole lot for this vehicle
        </Link>
      )}
    </Panel>
  );
}
