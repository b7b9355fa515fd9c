/** What the day is kept by: opening hours, who is away, bays, calendars in and out, recalls. */
import Box from "@mui/material/Box";
import Link from "@mui/material/Link";
import { useQuery } from "@tanstack/react-query";
import { Link as RouterLink } from "react-router";

import { api } from "../api/client";
import type { DayKeeping } from "../api/types";
import { Notice } from "../parts/Notice";
import { Slab } from "../parts/Slab";
import { Absences } from "./Absences";
import { Calendars } from "./Calendars";
import { Places } from "./Places";
import { Recalls } from "./Recalls";
import { KEEPING } from "./useKeep";
import { WeekHours } from "./WeekHours";

export function KeepingPage() {
  const told = useQuery({ queryKey: KEEPING, queryFn: () => api.settled<DayKeeping>(api.client.GET("/api/day/keeping/")) });
  if (!told.data) return <Notice>{told.error?.message ?? "Opening hours and absences…"}</Notice>;
  const may = told.data.may.includes("keep_hours");
  return (
    <Box component="main" sx={{ flex: 1, minHeight: 0, overflow: "auto", px: 2, py: 1.25 }}>
      <Box sx={{ display: "flex", gap: 2, alignItems: "baseline", mb: 1 }}>
        <Slab>Hours, absences, calendars</Slab>
        {!may && <span>the manager&apos;s to keep; yours to read</span>}
        <Box sx={{ flex: 1 }} />
        <Link component={RouterLink} to="/day" color="inherit">The board</Link>
      </Box>
      <Box sx={{ display: "grid", gridTemplateColumns: { xs: "minmax(0, 1fr)", lg: "minmax(0, 1fr) minmax(0, 1fr)" }, gap: 3, alignItems: "start" }}>
        <Box sx={{ display: "grid", gap: 3 }}>
          <WeekHours key={JSON.stringify(told.data.week)} told={told.data} may={may} />
          <Places told={told.data} may={may} />
          <Recalls told={told.data} may={told.data.may.includes("recall")} />
        </Box>
        <Box sx={{ display: "grid", gap: 3 }}>
          <Absences told={told.data} may={may} />
          <Calendars told={told.data} may={may} />
        </Box>
      </Box>
    </Box>
  );
}
