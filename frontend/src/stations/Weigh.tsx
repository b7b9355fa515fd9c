/** Weigh: the tongue by every means at hand, how well it is known, and where its share lies under each school. */
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import { useState } from "react";

import type { Band, ShareState } from "../api/types";
import { hairline, inkSoft, pencil } from "../app/theme";
import { useUnits } from "../app/units";
import { SchoolScale } from "../drawing/SchoolScale";
import { WaySpread } from "../drawing/WaySpread";
import { EntryField } from "../parts/EntryField";
import { FigureText } from "../parts/FigureText";
import { Panel, Row, Rows } from "../parts/Rows";
import { Table } from "../parts/Table";
import { useRig, useSection } from "../rig/context";
import { History } from "./History";
import { WhyTheShare } from "./Sway";
import { WaysOfWeighing } from "./WaysOfWeighing";

export function Weigh() {
  return (
    <Box sx={{ display: "grid", gridTemplateColumns: "minmax(370px, 1fr) minmax(500px, 1.4fr)", gap: 3, "@media (max-width: 950px)": { gridTemplateColumns: "1fr" } }}>
      <WaysOfWeighing />
      <Box sx={{ display: "grid", gap: 2, alignContent: "start" }}>
        <Reconciled />
        <UnderEachSchool />
        <NextReading />
        <WhyTheShare />
      </Box>
    </Box>
  );
}

function Reconciled() {
  const { draft } = useRig();
  const weights = useSection("weights");
  const { read } = useUnits();
  const [past, setPast] = useState(false);
  const { bridge } = weights;
  return (
    <Panel
      title="What they say together"
      note={
        draft.record && (
          <Button variant="text" onClick={() => setPast(true)} sx={{ minHeight: 20, p: 0 }}>
            Every reading, and who took it
          </Button>
        )
      }
    >
      {weights.ways.map((way) => (
        <Box key={way.key} data-way={way.key} sx={{ display: "grid", gridTemplateColumns: "minmax(140px, 1fr) 194px 150px 92px", gap: 1, alignItems: "center", borderBottom: `1px solid ${hairline}` }}>
          <span>{way.name}</span>
          <WaySpread way={way} all={weights.ways} reconciled={weights.tongue_standing} />
          <Box sx={{ whiteSpace: "nowrap" }}>
            <FigureText figure={way.figure} name={way.name} /> {way.figure.spread && `± ${read(way.figure.spread)}`}
          </Box>
          <Box component="span" sx={{ fontWeight: way.became === "used" ? 600 : 400, color: way.became === "odd one out" ? pencil : undefined }}>
            {way.became}
          </Box>
        </Box>
      ))}
      {weights.ways.length === 0 && <Box sx={{ color: inkSoft }}>Nothing yet: read a scale, or weigh on a beam.</Box>}
      <Rows>
        <Row name="Tongue weight, as it stands" figure={weights.tongue_standing} strong spread />
        <Row name="Gross trailer weight, as it stands" figure={weights.gross_standing} spread />
        {weights.still_to_change > 0 && (
          <>
            <Row name="Tongue weight, as planned" figure={weights.tongue} spread />
            <Row name="Gross trailer weight, as planned" figure={weights.gross} spread />
          </>
        )}
        <Row name="Hitch load, with cargo behind the rear axle" figure={weights.hitch_load} />
        {bridge.restoration.text && <Row name="Restoration from the passes (FALR)" figure={bridge.restoration} spread />}
        {bridge.transferred.text && <Row name="Moved to the trailer's axles by the bars" figure={bridge.transferred} spread />}
      </Rows>
      {weights.warnings.map((warning, index) => (
        <Box key={index} sx={{ mt: 1, pl: 1, borderLeft: `3px solid ${pencil}` }}>
          {read(warning)}
        </Box>
      ))}
      {weights.gross_class !== null && (
        <Box sx={{ mt: 0.5, color: inkSoft, fontSize: "0.88rem" }}>
          Class {weights.gross_class} by gross trailer weight{weights.gross_class === 5 ? ", as the trade calls it" : ", SAE J684"}. Spreads are expanded uncertainties, k = 2.
        </Box>
      )}
      {draft.record && <History rig={draft.record.id} open={past} close={() => setPast(false)} />}
    </Panel>
  );
}

const SAYS: Record<ShareState, string> = {
  light: "too light: danger, the trailer sways, then whips",
  inside: "inside",
  heavy: "heavy: trouble, it squats and spoils steering and braking",
  "cannot tell": "cannot tell yet",
  unknown: "not known",
};

function UnderEachSchool() {
  const { draft } = useRig();
  const weights = useSection("weights");
  const own = draft.entries["ways.share_school"]?.is === "own";
  return (
    <Panel title="The share, under each school" note={`in force: ${weights.band.school}; ${weights.band.authority}`}>
      <Rows>
        <Row name="Tongue over gross trailer weight, as planned" figure={weights.share} strong spread />
      </Rows>
      <SchoolScale share={weights.share.value ?? null} spread={weights.share_spread} schools={weights.schools} />
      {weights.schools.map((band, index) => (
        <SchoolLine key={band.key} band={band} inForce={index === 0} />
      ))}
      <Box sx={{ mt: 1 }}>
        <EntryField path="ways.share_school" label="School for this rig" />
        {own && (
          <>
            <EntryField path="ways.share_low" />
            <EntryField path="ways.share_high" />
          </>
        )}
      </Box>
    </Panel>
  );
}

function SchoolLine({ band, inForce }: { band: Band; inForce: boolean }) {
  const { read } = useUnits();
  const off = band.state === "light" || band.state === "heavy";
  return (
    <Box data-school={band.key} sx={{ display: "grid", gridTemplateColumns: "minmax(120px, auto) 1fr", gap: 1.5, borderBottom: `1px solid ${hairline}`, py: 0.3, fontWeight: inForce ? 600 : 400 }}>
      <span>{band.school}</span>
      <Box sx={{ color: off && inForce ? pencil : undefined }}>
        {SAYS[band.state]}
        {band.state === "cannot tell" && ` (${band.sides.map((side) => (side === "low" ? "too light, or inside" : "inside, or heavy")).join("; ")})`}
        {band.correction_text && `; ${read(band.correction_text)} ${band.way === "more" ? "under its low end" : "over its high end"}`}
        {band.ask && `: go and read ${band.ask}`}
      </Box>
    </Box>
  );
}

function NextReading() {
  const { read } = useUnits();
  const { next } = useSection("weights");
  if (!next.length) return null;
  return (
    <Panel title="Which further reading would settle it" note="worked out before it is taken; likelihood that the whole spread then lies on one side">
      <Table cells={{ py: 0.3, pr: 0 }}>
        <thead>
          <tr>
            <th scope="col">Reading</th>
            <th scope="col">Tongue then</th>
            <th scope="col">Share then</th>
            <th scope="col">Settles it</th>
          </tr>
        </thead>
        <tbody>
          {next.map((one, index) => (
            <Box component="tr" key={one.key} data-next={one.key} sx={{ fontWeight: index === 0 ? 600 : 400 }}>
              <td>{one.name}</td>
              <td>± {read(one.tongue_spread)}</td>
              <td>± {one.share_spread}</td>
              <td>
                <Box component="svg" viewBox="0 0 60 10" sx={{ width: 60, height: 10, mr: 1 }} aria-hidden="true">
                  <rect x="0.5" y="0.5" width="59" height="9" fill="none" stroke="currentColor" />
                  <rect x="0.5" y="0.5" width={59 * one.settles} height="9" fill="currentColor" />
                </Box>
                {one.settles_text}
              </td>
            </Box>
          ))}
        </tbody>
      </Table>
    </Panel>
  );
}
