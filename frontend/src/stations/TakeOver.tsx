/** A part of the rig that the catalogue now describes otherwise: its figures of today can be taken over. */
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import { useMutation, useQueryClient } from "@tanstack/react-query";

import { api, type Refusal } from "../api/client";
import type { RigRecord } from "../api/types";
import { pencil } from "../app/theme";
import { useUnits } from "../app/units";
import { useRig } from "../rig/context";

const PATHS = { kit: "hitch.kit", shank: "hitch.shank", ball: "hitch.ball" } as const;

export function TakeOver() {
  const { assessment, draft } = useRig();
  const queries = useQueryClient();
  const take = useMutation<RigRecord, Refusal, { record: RigRecord; path: (typeof PATHS)[keyof typeof PATHS] }>({
    mutationFn: ({ record, path }) => api.settled<RigRecord>(api.client.POST("/api/rigs/{id}/take-over/", { params: { path: { id: record.id } }, body: { version: record.version, path } })),
    onSuccess: (written) => {
      queries.setQueryData(["rig", String(written.id)], written);
      void queries.invalidateQueries({ queryKey: ["live"] });
      void queries.invalidateQueries({ queryKey: ["floor"] });
    },
  });
  const differing = (Object.keys(PATHS) as (keyof typeof PATHS)[]).filter((what) => assessment.findings.some((found) => found.key === "part_differs" && found.subject === what));
  const record = draft.record;
  const { system } = useUnits();
  if (!record || differing.length === 0) return null;
  const lowered = record.lowered.filter((one) => !Object.values(draft.entries).some((entry) => entry.is === one.answer));
  return (
    <Box sx={{ mt: 1 }}>
      {lowered.map((one) => (
        <Button key={one.answer} disabled={take.isPending} onClick={() => draft.set(`answers.stamp_${one.what}.as_read`, { is: one.answer, from: "measured", system })} sx={{ mr: 1 }}>
          I read the {one.what}&apos;s stamp: as before
        </Button>
      ))}
      {differing.map((what) => (
        <Button key={what} disabled={draft.dirty || take.isPending} onClick={() => take.mutate({ record, path: PATHS[what] })}>
          Take over the catalogue&apos;s {what} of today
        </Button>
      ))}
      {take.isError && <Box role="alert" sx={{ color: pencil, fontWeight: 600 }}>{take.error.message}</Box>}
    </Box>
  );
}
