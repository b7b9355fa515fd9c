/** What a saved rig's build wants of the shelf, and setting it aside. */
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";

import { api, type Refusal } from "../api/client";
import type { RigParts } from "../api/types";
import { pencil } from "../app/theme";
import { PartLines } from "./PartLines";

export function RigShelf({ rig, version }: { rig: number; version: number }) {
  const queries = useQueryClient();
  const path = { params: { path: { id: rig } } };
  const told = useQuery({ queryKey: ["rig-parts", rig, version], queryFn: () => api.settled<RigParts>(api.client.GET("/api/rigs/{id}/parts/", path)) });
  const aside = useMutation<RigParts, Refusal>({
    mutationFn: () => api.settled<RigParts>(api.client.POST("/api/rigs/{id}/parts/", path)),
    onSuccess: (now) => queries.setQueryData(["rig-parts", rig, version], now),
    onSettled: () => void Promise.all(["board", "shelf"].map((key) => queries.invalidateQueries({ queryKey: [key] }))),
  });
  if (!told.data?.parts.length) return null;
  const free = told.data.parts.some((one) => one.aside < one.quantity && (one.free ?? 0) > 0);
  return (
    <Box component="section" aria-label="On the shelf" sx={{ mt: 1 }}>
      <b>On the shelf</b>
      <PartLines parts={told.data.parts} />
      {free && told.data.may.includes("set_aside") && (
        <Button sx={{ mt: 0.75 }} disabled={aside.isPending} onClick={() => aside.mutate()}>Set aside what is free</Button>
      )}
      {aside.isError && <Box role="alert" sx={{ color: pencil, fontWeight: 600 }}>{aside.error.message}</Box>}
    </Box>
  );
}
