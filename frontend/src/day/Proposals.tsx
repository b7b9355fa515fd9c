/** Jobs that follow from the rigs and are not on the board: each with its reason, and made by a press. */
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import Link from "@mui/material/Link";
import { useMutation, useQuery } from "@tanstack/react-query";
import { Link as RouterLink } from "react-router";

import { api, type Refusal } from "../api/client";
import type { JobDetail, JobProposal } from "../api/types";
import { hairline, inkSoft, pencil } from "../app/theme";
import { Panel } from "../parts/Rows";
import { useAgain } from "./useBoard";

export function Proposals({ may, made }: { may: boolean; made: (job: number) => void }) {
  const again = useAgain();
  const told = useQuery({ queryKey: ["proposals"], queryFn: () => api.settled<JobProposal[]>(api.client.GET("/api/day/proposals/")) });
  const make = useMutation<JobDetail, Refusal, JobProposal>({
    mutationFn: ({ rig, kind, reason, why, due }) => api.settled<JobDetail>(api.client.POST("/api/jobs/", { body: { rig, kind, reason, why, due } })),
    onSuccess: (detail) => made(detail.job.id),
    onSettled: () => void again(),
  });
  return (
    <Panel title="Follows from the rigs" note={told.data ? `${told.data.length} not on the board yet` : undefined}>
      {told.isError && <Box role="alert">{told.error.message}</Box>}
      {told.data?.length === 0 && <Box>Nothing: all that is due has its job.</Box>}
      {make.isError && <Box role="alert" sx={{ color: pencil, fontWeight: 600 }}>{make.error.message}</Box>}
      <Box component="ul" aria-label="Proposed jobs" sx={{ m: 0, p: 0, listStyle: "none" }}>
        {told.data?.map((one) => (
          <Box component="li" key={`${one.rig} ${one.kind} ${one.reason}`} sx={{ display: "grid", gridTemplateColumns: "minmax(0, 1fr) auto", gap: 1, alignItems: "center", py: 0.5, borderBottom: `1px solid ${hairline}` }}>
            <span>
              <b>{one.word}</b> of{" "}
              <Link component={RouterLink} to={`/rigs/${one.rig}/record`} color="inherit">{one.customer}</Link>
              {one.due && `, by ${one.due}`}
              <Box component="span" sx={{ display: "block", color: inkSoft, fontSize: "0.9rem" }}>{one.why}</Box>
            </span>
            {may && <Button disabled={make.isPending} aria-label={`Make a job: ${one.word} of ${one.customer}`} onClick={() => make.mutate(one)}>Make a job</Button>}
          </Box>
        ))}
      </Box>
    </Panel>
  );
}
