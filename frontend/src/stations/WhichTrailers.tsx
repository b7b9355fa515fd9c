/** Which trailers it may be, before one is chosen: those that hold whatever is read, and those that hang on it, the heaviest first. */
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { useState } from "react";

import { api } from "../api/client";
import type { WhichTrailers as Told } from "../api/types";
import { hairline, inkSoft, pencil } from "../app/theme";
import { useUnits } from "../app/units";
import { usePickOf } from "../catalogue/picks";
import { useLater } from "../parts/later";
import { Panel } from "../parts/Rows";
import { StateMark } from "../parts/StateMark";
import { useRig } from "../rig/context";

const PAUSE_MS = 300;
const MARK = { fits_whatever: "within", hangs: "unknown", cannot: "over" } as const;

export function WhichTrailers() {
  const { draft } = useRig();
  const { read, system } = useUnits();
  const pickOf = usePickOf();
  const [failed, fail] = useState("");
  const entries = useLater(draft.entries, PAUSE_MS);
  const body = { entries, rig: draft.record?.id ?? null, system };
  const found = useQuery({
    queryKey: ["which trailers", body],
    queryFn: () => api.settled<Told>(api.client.POST("/api/desk/trailers/", { body })),
    placeholderData: keepPreviousData,
    gcTime: 10_000,
  });

  async function put(name: string) {
    try {
      const pick = await pickOf("trailers", name);
      if (!pick) return fail(`${name} is no longer in the catalogue.`);
      draft.setMany(Object.fromEntries(Object.entries(pick.entries).map(([field, entry]) => [`trailer.${field}`, entry])), `${name} from the catalogue`, { trailer_name: name });
    } catch (error) {
      fail((error as Error).message);
    }
  }

  const told = found.data;
  if (!told || told.unread.length > 0) return null;
  const count = (state: Told["rows"][number]["state"]) => told.counts.find((one) => one.state === state)?.count ?? 0;
  return (
    <Panel title="Which trailers?" note="each filled to its GVWR, with the school's upper share on the tongue">
      <Box role="status" sx={{ mb: 0.5 }}>
        <b>{count("fits_whatever")} OK in every case</b>, {count("hangs")} depend on what isn&rsquo;t read yet, {count("cannot")} over in every case. An estimate, not an approval.
      </Box>
      {told.waited_for.length > 0 && <Box sx={{ mb: 0.5, color: inkSoft }}>Still needed for some: {told.waited_for.join(", ")}.</Box>}
      <Box sx={{ display: "none" }}>
      </Box>
      {failed && (
        <Box role="alert" sx={{ color: pencil, fontWeight: 600 }}>
          {failed}
        </Box>
      )}
      <Box component="ul" sx={{ listStyle: "none", m: 0, p: 0 }}>
        {told.rows.map((row) => (
          <Box component="li" key={row.name} data-which={row.name} data-state={row.state} sx={{ display: "flex", gap: 1.5, alignItems: "center", py: 0.4, borderBottom: `1px solid ${hairline}` }}>
            <StateMark state={MARK[row.state]} size={14} />
            <Box sx={{ flex: 1, minWidth: 0, lineHeight: 1.2 }}>
              <b>{row.name}</b> {[row.gvwr && `GVWR ${read(row.gvwr)}`, row.sleeps && `sleeps ${row.sleeps}`, row.length && read(row.length), row.price].filter(Boolean).join(", ")}
              <Box sx={{ color: inkSoft, fontSize: "0.85rem" }}>
                {row.state === "fits_whatever" && row.left ? `OK with ${read(row.left)} of people and cargo, driver included` : "depends on what isn’t read yet"}
                {`; ${row.distributing ? "with weight-distributing bars" : "without bars"}`}
                {row.used_text && `; up to ${row.used_text} of ${row.weakest}`}
              </Box>
            </Box>
            <Button onClick={() => void put(row.name)}>Put it here</Button>
          </Box>
        ))}
      </Box>
    </Panel>
  );
}
