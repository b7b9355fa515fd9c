/** What a choice of rules would change on today's floor, before it is put in force. */
import Box from "@mui/material/Box";
import Link from "@mui/material/Link";
import { useQuery } from "@tanstack/react-query";
import { Link as RouterLink } from "react-router";

import { api, type Refusal } from "../api/client";
import type { Entry, HousePreview } from "../api/types";
import { hairline, inkSoft } from "../app/theme";
import { useUnits } from "../app/units";
import { useLater } from "../parts/later";
import { StateMark, VERDICT_WORDS } from "../parts/StateMark";

const PAUSE_MS = 500;

export function Preview({ entries }: { entries: Record<string, Entry> }) {
  const { read } = useUnits();
  const body = useLater({ entries }, PAUSE_MS);
  const preview = useQuery<HousePreview, Refusal>({ queryKey: ["house preview", body], queryFn: () => api.settled<HousePreview>(api.client.POST("/api/house/preview/", { body })), gcTime: 0, retry: false });
  if (preview.isError) return null; // what cannot be read is said at its own field
  if (!preview.data) return <Box role="status">Trying it on today&apos;s floor…</Box>;
  const { changed, same, left } = preview.data;
  return (
    <Box role="region" aria-label="What it would change" sx={{ border: "1px dashed", px: 1.25, py: 0.75 }}>
      <b>{changed.length === 0 ? "On today's floor nothing would read otherwise." : `On today's floor ${changed.length === 1 ? "1 rig" : `${changed.length} rigs`} would read otherwise:`}</b> {same} the same{left > 0 && `, ${left} not tried`}.
      <Box component="ul" sx={{ listStyle: "none", m: 0, p: 0, maxHeight: 220, overflow: "auto" }}>
        {changed.map((rig) => (
          <Box component="li" key={rig.id} data-previewed={rig.customer} sx={{ borderTop: `1px solid ${hairline}`, py: 0.4 }}>
            <Link component={RouterLink} to={`/rigs/${rig.id}/ratings`} color="inherit" sx={{ fontWeight: 600 }}>
              {rig.customer}
            </Link>
            : <StateMark state={rig.before} size={13} /> {VERDICT_WORDS[rig.before].toLowerCase()} → <StateMark state={rig.after} size={13} /> <b>{VERDICT_WORDS[rig.after].toLowerCase()}</b>
            <Box sx={{ color: inkSoft, fontSize: "0.88rem" }}>{read(rig.says)}</Box>
          </Box>
        ))}
      </Box>
    </Box>
  );
}
