/** The manager's page: what is open, stale, overridden and due; and everything taken out or brought in. */
import Box from "@mui/material/Box";
import Link from "@mui/material/Link";
import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { Link as RouterLink } from "react-router";

import { api, type Refusal } from "../api/client";
import type { BroughtIn, Overview } from "../api/types";
import { hairline, inkSoft, pencil } from "../app/theme";
import { FileButton } from "../parts/FileButton";
import { Notice } from "../parts/Notice";
import { Panel } from "../parts/Rows";
import { Slab } from "../parts/Slab";
import { StateMark } from "../parts/StateMark";
import { day, timeOfDay } from "../app/dates";
import { Plots } from "./Plots";

const LISTS: { key: "open" | "stale" | "overridden" | "due"; title: string; none: string; to: string; of: [string, string] }[] = [
  { key: "open", title: "Open", none: "No rig is open.", to: "meet", of: ["rig", "rigs"] },
  { key: "stale", title: "Stale sign-offs", none: "Every signature stands.", to: "record", of: ["rig", "rigs"] },
  { key: "overridden", title: "Delivered with a reserve overridden", none: "None went out so.", to: "record", of: ["override", "overrides"] },
  { key: "due", title: "Due for inspection", none: "None is due within 30 days.", to: "record", of: ["rig", "rigs"] },
];

export function OverviewPage() {
  const told = useQuery({ queryKey: ["overview"], queryFn: () => api.settled<Overview>(api.client.GET("/api/overview/")), staleTime: 0, refetchInterval: (query) => (query.state.data?.behind ? 500 : false) });
  if (!told.data) return <Notice>{told.error?.message ?? "Looking over the house…"}</Notice>;
  const overview = told.data;
  return (
    <Box component="main" sx={{ flex: 1, minHeight: 0, overflow: "auto", px: 2, py: 1.25 }}>
      <Slab sx={{ mb: 1 }}>
        The manager&apos;s page
      </Slab>
      <Box sx={{ mb: 2.5 }}>
        <Plots figures={overview.figures} />
      </Box>
      <Box sx={{ display: "grid", gridTemplateColumns: "repeat(auto-fit, minmax(min(480px, 100%), 1fr))", gap: 3 }}>
        {LISTS.map((list) => (
          <Panel key={list.key} title={list.title} note={`${overview[list.key].count} ${list.of[overview[list.key].count === 1 ? 0 : 1]}`}>
            {overview[list.key].rows.length === 0 && <Box sx={{ color: inkSoft }}>{list.none}</Box>}
            <Box component="ul" aria-label={list.title} sx={{ listStyle: "none", m: 0, p: 0 }}>
              {overview[list.key].rows.map((row, i) => (
                <Box component="li" key={i} sx={{ display: "grid", gridTemplateColumns: "64px 1fr", gap: 1, py: 0.5, borderBottom: `1px solid ${hairline}` }}>
                  <Box component="span" sx={{ color: inkSoft }}>{day(row.at)}</Box>
                  <span>
                    <Link component={RouterLink} to={`/rigs/${row.id}/${list.to}`} color="inherit" sx={{ fontWeight: 600 }}>
                      {row.customer}
                    </Link>
                    , {row.vehicle_name || "vehicle not named"} with {row.trailer_name || "trailer not named"} ({row.advisor})
                    <Box>{row.says}</Box>
                  </span>
                </Box>
              ))}
            </Box>
            {overview[list.key].count > overview[list.key].rows.length && <Box sx={{ color: inkSoft }}>These are the first; on the floor all of them are found.</Box>}
            {list.key === "stale" && overview.behind > 0 && <Box sx={{ color: inkSoft }}>{overview.behind} rigs are being looked over anew: there may be more.</Box>}
          </Panel>
        ))}
        <Everything />
        <Backups overview={overview} />
      </Box>
    </Box>
  );
}

/** When the last backup was made; that it is long ago is said by mark and word. */
function Backups({ overview }: { overview: Overview }) {
  const { backup, backup_is_old: old } = overview;
  return (
    <Panel title="Backup" note="bin/backup, by hand or every night">
      <Box sx={{ display: "flex", gap: 0.75, alignItems: "center", ...(old ? { color: pencil, fontWeight: 600 } : {}) }}>
        <StateMark state={old ? "caution" : "good"} size={15} />
        {backup ? `The last was made on ${day(backup.at)} at ${timeOfDay(new Date(backup.at))}, ${(backup.bytes / 1e6).toFixed(1)} MB.` : "None has been made yet."}
        {backup && old ? " That is more than a day ago." : ""}
      </Box>
    </Panel>
  );
}

function Everything() {
  const queries = useQueryClient();
  const bring = useMutation<BroughtIn, Refusal, File>({
    mutationFn: (chosen) => {
      const form = new FormData();
      form.append("file", chosen);
      return api.settled<BroughtIn>(api.client.POST("/api/bring-in/", { body: { file: "" }, bodySerializer: () => form }));
    },
    onSuccess: () => void queries.invalidateQueries(),
  });
  return (
    <Panel title="Everything" note="rigs, readings, signatures, cards, catalogue, house rules; no passwords">
      <Box sx={{ display: "flex", gap: 2, flexWrap: "wrap", alignItems: "center" }}>
        <Link href="/api/everything.jsonl" download color="inherit">Take out, JSON lines</Link>
        <Link href="/api/everything.csv" download color="inherit">Take out, CSV</Link>
        <FileButton label="A file that was taken out" accept=".jsonl,.csv" take={(chosen) => bring.mutate(chosen)}>
          Bring in a file…
        </FileButton>
      </Box>
      <Box sx={{ color: inkSoft, mt: 0.5 }}>All of a file is brought in or nothing of it, and never over what is here. For the whole database there are bin/backup and bin/restore.</Box>
      {bring.data && (
        <Box role="status" sx={{ fontWeight: 600, mt: 0.5 }}>
          Brought in {bring.data.rigs} rigs with {bring.data.readings} readings, {bring.data.parts} parts and {bring.data.people} people.
          {bring.data.left.length > 0 && ` ${bring.data.left.length} were here already and are left as they are.`}
        </Box>
      )}
      {bring.isError && (
        <Box role="alert" sx={{ color: pencil, fontWeight: 600, mt: 0.5 }}>
          {bring.error.message}
        </Box>
      )}
    </Panel>
  );
}
