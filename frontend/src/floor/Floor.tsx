/** The floor: every live rig as one strip, the worst first. */
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import Link from "@mui/material/Link";
import TextField from "@mui/material/TextField";
import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { useEffect, useState } from "react";
import { Link as RouterLink } from "react-router";

import { api } from "../api/client";
import type { Signature, Strip, VerdictState } from "../api/types";
import { useSession } from "../app/session";
import { hairline, ink, inkSoft } from "../app/theme";
import { useUnits } from "../app/units";
import { ElevationDrawing } from "../drawing/ElevationDrawing";
import { Notice } from "../parts/Notice";
import { SignMark } from "../parts/SignMark";
import { Slab } from "../parts/Slab";
import { StateMark, VERDICT_WORDS } from "../parts/StateMark";
import { PAGES, STATIONS } from "../stations/stations";

const ORDER: VerdictState[] = ["refused", "unknown", "caution", "good"];

export function Floor() {
  const [words, setWords] = useState("");
  const [q, ask] = useState("");
  const session = useSession();
  useEffect(() => {
    const timer = setTimeout(() => ask(words.trim()), 250);
    return () => clearTimeout(timer);
  }, [words]);
  const floor = useQuery({
    queryKey: ["floor", q],
    queryFn: () => api.settled<Strip[]>(api.client.GET("/api/rigs/", { params: { query: q ? { q } : {} } })),
    staleTime: 0,
    placeholderData: keepPreviousData,
  });
  if (floor.isPending) return <Notice>Looking over the floor…</Notice>;
  if (floor.isError) return <Notice>{floor.error.message}</Notice>;
  const strips = floor.data;
  return (
    <Box component="main" sx={{ flex: 1, minHeight: 0, overflow: "auto", px: 2, py: 1.5 }}>
      <Box sx={{ display: "flex", alignItems: "baseline", gap: 3, mb: 1, flexWrap: "wrap" }}>
        <Slab>
          The floor
        </Slab>
        {ORDER.map((state) => {
          const count = strips.filter((strip) => strip.verdict.state === state).length;
          return count ? (
            <span key={state}>
              <StateMark state={state} size={14} /> {count} {VERDICT_WORDS[state].toLowerCase()}
            </span>
          ) : null;
        })}
        <Box sx={{ flex: 1 }} />
        <TextField label="Customer, plate, vehicle, trailer" value={words} onChange={(event) => setWords(event.target.value)} slotProps={{ htmlInput: { maxLength: 120, type: "search" } }} sx={{ width: 280 }} />
        {session.data?.may.includes("open_rig") && (
          <Button component={RouterLink} to="/rigs/new/meet" variant="contained">
            New rig
          </Button>
        )}
      </Box>
      {strips.length === 0 && <Notice>{q ? `No rig has “${q}” in its customer, plates, vehicle or trailer.` : "No rig is open. Begin one with New rig."}</Notice>}
      <Box component="ul" sx={{ listStyle: "none", m: 0, p: 0, borderTop: `2px solid ${ink}` }}>
        {strips.map((strip) => (
          <StripRow key={strip.id} strip={strip} />
        ))}
      </Box>
    </Box>
  );
}

function StripRow({ strip }: { strip: Strip }) {
  const { read } = useUnits();
  const changed = new Date(strip.changed_at).toLocaleDateString("en", { day: "numeric", month: "short" });
  return (
    <Box
      component="li"
      sx={{
        display: "grid",
        gridTemplateColumns: "300px 230px minmax(0, 1fr) 90px",
        "@media (max-width: 900px)": { gridTemplateColumns: "200px minmax(0, 1fr)" },
        gap: 2,
        py: 0.75,
        borderBottom: `1px solid ${hairline}`,
        alignItems: "center",
        position: "relative",
        "&:hover": { bgcolor: "background.paper" },
      }}
    >
      <Box sx={{ height: 76 }}>
        <ElevationDrawing elevation={strip.elevation} title={`${strip.vehicle_name} with ${strip.trailer_name}`} mini />
      </Box>
      <Box>
        <Link
          component={RouterLink}
          to={`/rigs/${strip.id}/${strip.verdict.station}`}
          color="inherit"
          sx={{ fontWeight: 600, fontSize: "1.05rem", "&::after": { content: '""', position: "absolute", inset: 0 } }}
        >
          {strip.customer}
        </Link>
        <Box>{strip.vehicle_name || "vehicle not named"}</Box>
        <Box>{strip.trailer_name || "trailer not named"}</Box>
      </Box>
      <Box sx={{ display: "flex", gap: 1 }}>
        <StateMark state={strip.verdict.state} size={20} />
        <Box sx={{ minWidth: 0 }}>
          <b>{VERDICT_WORDS[strip.verdict.state]}.</b> {read(strip.verdict.says)}{" "}
          <Box component="span" sx={{ color: inkSoft }}>
            {strip.verdict.more > 0 && `And ${strip.verdict.more} more.`}
          </Box>
          <Signatures signatures={strip.signatures} />
        </Box>
      </Box>
      <Box sx={{ color: inkSoft, textAlign: "right" }}>
        {strip.reached && (
          <Box data-reached sx={{ color: ink, fontWeight: 600, lineHeight: 1.15 }}>
            {strip.reached}
          </Box>
        )}
        <Box>{strip.advisor}</Box>
        <Box>{changed}</Box>
      </Box>
    </Box>
  );
}

/** How far the rig has come, and what has gone stale since it was signed. */
function Signatures({ signatures }: { signatures: Signature[] }) {
  const { read } = useUnits();
  const signed = signatures.filter((one) => one.state === "signed");
  const stale = signatures.filter((one) => one.state === "stale");
  const named = (some: Signature[]) => some.map((one) => [...STATIONS, ...PAGES].find((station) => station.key === one.station)?.name).join(", ");
  const change = stale[0]?.changes[0];
  const others = new Set(stale.flatMap((one) => one.changes.map((each) => each.path))).size - 1;
  return (
    <Box sx={{ fontSize: "0.88rem" }}>
      {signed.length > 0 && (
        <Box component="span" sx={{ mr: 2 }}>
          <SignMark state="signed" size={12} /> {named(signed)} signed off
        </Box>
      )}
      {change && (
        <span>
          <SignMark state="stale" size={12} /> <b>{named(stale)} stale:</b> {change.name.toLowerCase()} {change.before || "blank"} → {change.after || (change.why ? `set aside, ${read(change.why)}` : "blank")}
          {change.by && `, by ${change.by}`}
          {others > 0 && `; and ${others} more`}
        </span>
      )}
    </Box>
  );
}
