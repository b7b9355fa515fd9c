/** Every reading that was ever written on this rig, the newest first: who, when, with what, as typed. Nothing is overwritten. */
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import { useInfiniteQuery } from "@tanstack/react-query";

import { api } from "../api/client";
import type { History as Past } from "../api/types";
import { inkSoft } from "../app/theme";
import { useUnits } from "../app/units";
import { ReadSheet } from "../parts/ReadSheet";
import { Table } from "../parts/Table";

export function History({ rig, open, close }: { rig: number; open: boolean; close: () => void }) {
  const { read } = useUnits();
  const past = useInfiniteQuery({
    queryKey: ["history", rig],
    queryFn: ({ pageParam }) => api.settled<Past>(api.client.GET("/api/rigs/{id}/history/", { params: { path: { id: rig }, query: { weighed: true, first: pageParam } } })),
    initialPageParam: 0,
    getNextPageParam: (last, pages) => {
      const there = pages.reduce((sum, page) => sum + page.readings.length, 0);
      return last.readings.length > 0 && there < last.found ? there : null;
    },
    enabled: open,
    staleTime: 0,
  });
  const readings = past.data?.pages.flatMap((page) => page.readings) ?? [];
  return (
    <ReadSheet title="Readings and loads, as they were written" open={open} close={close} wide="lg">
        {past.isError && <p role="alert">{past.error.message}</p>}
        <Table cells={{ py: 0.4, pr: 1.5 }}>
          <thead>
            <tr>
              {["What", "As typed", "Read as", "From", "With", "By", "When", "Now"].map((head) => (
                <th key={head} scope="col">
                  {head}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {readings.map((one) => (
              <Box component="tr" key={`${one.path}/${one.revision}`} sx={{ color: one.in_force ? undefined : inkSoft }}>
                <td>{one.name}</td>
                <td>
                  <Box component="span" sx={{ textDecoration: one.in_force ? undefined : "line-through", fontWeight: 600 }}>
                    {one.typed || "taken back"}
                  </Box>
                </td>
                <td>{read(one.read)}</td>
                <td>{one.from}</td>
                <td>{one.instrument}</td>
                <td>{one.by}</td>
                <td>{new Date(one.at).toLocaleString("en", { day: "numeric", month: "short", hour: "2-digit", minute: "2-digit" })}</td>
                <td>{one.in_force ? "stands" : one.why ? `set aside: ${read(one.why)}` : one.typed ? "superseded" : ""}</td>
              </Box>
            ))}
          </tbody>
        </Table>
        {past.hasNextPage && (
          <Box sx={{ mt: 1, display: "flex", gap: 1.5, alignItems: "center" }}>
            <Button onClick={() => void past.fetchNextPage()} disabled={past.isFetchingNextPage}>
              Show more
            </Button>
            the newest {readings.length} of {past.data?.pages.at(-1)?.found}
          </Box>
        )}
    </ReadSheet>
  );
}
