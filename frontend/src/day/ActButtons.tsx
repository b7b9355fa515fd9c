/** Begin, pause, go on, done: pressed at the rig, out of reach too; what waits here and what was refused is said. */
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";

import type { Job, JobAct } from "../api/types";
import { inkSoft, pencil } from "../app/theme";
import { overlaidJob, useActs } from "./acts";

const WORDS: Record<JobAct, string> = { begin: "Begin", pause: "Pause", go_on: "Go on", done: "Done", drop: "Not wanted any more" };

export function ActButtons({ job, big = false }: { job: Job; big?: boolean }) {
  const { acts, do: act, read } = useActs();
  const now = overlaidJob(job, acts);
  const mine = acts.filter((one) => one.job === job.id);
  const waits = mine.filter((one) => !one.problem);
  const shown = now.may_do.filter((one) => one !== "drop" || !big);
  if (!shown.length && !mine.length) return null;
  return (
    <Box sx={{ display: "flex", gap: 1, flexWrap: "wrap", alignItems: "center" }}>
      {shown.map((one) => (
        <Button key={one} variant={one === "begin" || one === "go_on" || one === "done" ? "contained" : "outlined"} onClick={() => act(job.id, one)} sx={big ? { minHeight: 56, minWidth: 120, fontSize: "1.15rem" } : undefined}>
          {WORDS[one]}
        </Button>
      ))}
      {waits.length > 0 && <Box role="status" sx={{ color: inkSoft }}>{waits.map((one) => WORDS[one.act].toLowerCase()).join(", ")}: on this device, sent when the server answers.</Box>}
      {mine.filter((one) => one.problem).map((one) => (
        <Box key={one.key} role="alert" sx={{ color: pencil, fontWeight: 600 }}>
          {WORDS[one.act]}: {one.problem} <Button onClick={() => read(one.key)}>Read</Button>
        </Box>
      ))}
    </Box>
  );
}
