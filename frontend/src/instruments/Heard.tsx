/** What stood still on an agent's instrument while nobody could look: taken onto the rig later, each once. */
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";

import { api, type Refusal } from "../api/client";
import type { Instrument, InstrumentHeard, RigRecord } from "../api/types";
import { timeOfDay } from "../app/dates";
import { pencil } from "../app/theme";

interface Props {
  instrument: Instrument;
  path: string;
  record: RigRecord;
  took: (now: RigRecord) => void;
}

export function Heard({ instrument: { number, agent }, path, record, took }: Props) {
  const queries = useQueryClient();
  const told = useQuery({ queryKey: ["heard", number], queryFn: () => api.settled<InstrumentHeard>(api.client.GET("/api/instruments/{number}/heard/", { params: { path: { number } } })), refetchInterval: 2000 });
  const take = useMutation<RigRecord, Refusal, string>({
    mutationFn: (heard) => api.settled<RigRecord>(api.client.POST("/api/rigs/{id}/take/", { params: { path: { id: record.id } }, body: { instrument: number, path, version: record.version, heard } })),
    onSuccess: (now) => {
      took(now);
      void queries.invalidateQueries({ queryKey: ["heard", number] });
    },
  });
  const heard = told.data?.heard ?? [];
  if (!heard.length) return null;
  return (
    <Box role="group" aria-label={`Heard by ${agent}, not taken yet`} sx={{ borderTop: "1px solid", pt: 0.5 }}>
      <Box>Stood still on it, and not taken yet:</Box>
      <Box sx={{ display: "flex", gap: 0.75, flexWrap: "wrap" }}>
        {heard.map((one) => (
          <Button key={one.key} disabled={take.isPending || !path} onClick={() => take.mutate(one.key)}>
            {one.shows}
            {one.net && " net"}, {timeOfDay(new Date(one.at))}
          </Button>
        ))}
      </Box>
      {take.isError && (
        <Box role="alert" sx={{ color: pencil }}>
          {Object.values(take.error.problems)[0] ?? take.error.message}
        </Box>
      )}
    </Box>
  );
}
