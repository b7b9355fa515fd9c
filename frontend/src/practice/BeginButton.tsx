/** A practice begun: its rig opened, and its yard gone to. */
import Button from "@mui/material/Button";
import Box from "@mui/material/Box";
import { useMutation, useQueryClient } from "@tanstack/react-query";
import type { ReactNode } from "react";
import { useNavigate } from "react-router";

import { api, type Refusal } from "../api/client";
import { pencil } from "../app/theme";

interface Props {
  scenario: string;
  seed?: number;
  level?: 1 | 2 | 3;
  children: ReactNode;
}

export function BeginButton({ scenario, seed, level, children }: Props) {
  const go = useNavigate();
  const queries = useQueryClient();
  const begin = useMutation<{ rig: number }, Refusal>({
    mutationFn: () => api.settled<{ rig: number }>(api.client.POST("/api/practice/", { body: { scenario: scenario as "", ...(seed === undefined ? {} : { seed }), ...(level === undefined ? {} : { level }) } })),
    onSuccess: ({ rig }) => {
      void queries.invalidateQueries({ queryKey: ["practices"] });
      void go(`/rigs/${rig}/yard`);
    },
  });
  return (
    <>
      <Button variant="contained" disabled={begin.isPending} onClick={() => begin.mutate()}>
        {children}
      </Button>
      {begin.isError && (
        <Box role="alert" sx={{ color: pencil }}>
          {Object.values(begin.error.problems)[0] ?? begin.error.message}
        </Box>
      )}
    </>
  );
}
