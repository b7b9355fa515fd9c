/** The job that is being worked on, over the bay's own steps: begun, paused and done from there, out of reach too. */
import Box from "@mui/material/Box";
import { useQuery } from "@tanstack/react-query";

import { api } from "../api/client";
import type { Morning } from "../api/types";
import { useKeptAnswer } from "../app/kept";
import { hairline } from "../app/theme";
import { ActButtons } from "./ActButtons";
import { overlaidJob, useActs } from "./acts";

export function JobBar({ rig }: { rig: number }) {
  const told = useQuery({ queryKey: ["morning"], queryFn: () => api.settled<Morning>(api.client.GET("/api/day/morning/")) });
  const { acts } = useActs();
  const kept = useKeptAnswer("morning", told);
  const here = (kept.data?.jobs ?? []).filter((one) => one.rig === rig).map((one) => overlaidJob(one, acts)).filter((one) => one.state !== "done" || acts.some((act) => act.job === one.id));
  if (!here.length) return null;
  return (
    <Box component="section" aria-label="Your job" sx={{ px: 2, py: 0.5, borderBottom: `1px solid ${hairline}`, display: "grid", gap: 0.5 }}>
      {here.map((one) => (
        <Box key={one.id} data-job={one.id} sx={{ display: "flex", gap: 1.5, alignItems: "center", flexWrap: "wrap" }}>
          <Box sx={{ flex: 1, minWidth: 180 }}>
            <b>{one.word}</b>{one.at && `, ${one.at.text}`}, {one.planned} min{one.state === "begun" ? ", under way" : one.state === "paused" ? ", paused" : one.state === "done" ? ", done" : ""}
          </Box>
          <ActButtons job={one} />
        </Box>
      ))}
    </Box>
  );
}
