/** One rig of the floor as a strip: drawn small, its verdict, its signatures, how far it has come. */
import Box from "@mui/material/Box";
import Link from "@mui/material/Link";
import { Link as RouterLink } from "react-router";

import type { Signature, Strip } from "../api/types";
import { day } from "../app/dates";
import { hairline, ink, inkSoft, pencil } from "../app/theme";
import { useUnits } from "../app/units";
import { ElevationDrawing } from "../drawing/ElevationDrawing";
import { SignMark } from "../parts/SignMark";
import { Stages } from "../parts/Stages";
import { StateMark, VERDICT_WORDS } from "../parts/StateMark";
import { PAGES, STATIONS } from "../stations/stations";
import { REACHED } from "./reached";

export function StripRow({ strip }: { strip: Strip }) {
  const { read } = useUnits();
  const reached = REACHED[strip.reached];
  const since = reached.station && strip.signatures.find((one) => one.station === reached.station)?.state === "stale" ? ", and changed since" : "";
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
          to={`/rigs/${strip.id}/${strip.archived ? "record" : strip.verdict.station}`}
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
          {strip.waits_for && (
            <Box data-waits sx={{ borderLeft: `4px solid ${pencil}`, pl: 0.75, overflowWrap: "anywhere" }}>
              <b>Waits for parts:</b> {strip.waits_for}
            </Box>
          )}
          <Stages verdict={strip.verdict} />
          <Signatures signatures={strip.signatures} />
        </Box>
      </Box>
      <Box sx={{ color: inkSoft, textAlign: "right" }}>
        {reached.past && (
          <Box data-reached sx={{ color: ink, fontWeight: 600, lineHeight: 1.15 }}>
            {reached.past}
            {since}
          </Box>
        )}
        <Box>{strip.advisor}</Box>
        <Box>{day(strip.changed_at)}</Box>
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
