/** Hitch: style, what is on the vehicle, and every part on the shelf with its reason. */
import Box from "@mui/material/Box";
import type { ReactNode } from "react";

import type { Part } from "../api/types";
import { hairline, inkSoft } from "../app/theme";
import { useUnits } from "../app/units";
import { WindowBar } from "../drawing/WindowBar";
import { EntryField, PartField } from "../parts/EntryField";
import { FigureText } from "../parts/FigureText";
import { Panel, Row, Rows } from "../parts/Rows";
import { useRig } from "../rig/context";

export function Hitch() {
  const { assessment, catalogue } = useRig();
  const { hitch, weights } = assessment;
  const most = Math.max(1, ...hitch.kits.map((kit) => kit.tongue_rating?.value ?? 0));
  return (
    <Box sx={{ display: "grid", gridTemplateColumns: "minmax(300px, 0.8fr) minmax(460px, 2fr)", gap: 3, "@media (max-width: 900px)": { gridTemplateColumns: "1fr" } }}>
      <Box sx={{ display: "grid", gap: 2, alignContent: "start" }}>
        <Panel title="Style and what is on the vehicle">
          <EntryField path="hitch.style" />
          <PartField path="hitch.kit" names={catalogue.kits} none="none: choose one" />
          <PartField path="hitch.shank" names={catalogue.shanks} none="none: choose one" />
          <PartField path="hitch.ball" names={catalogue.balls} none="none: choose one" />
          <EntryField path="ways.reserve" />
        </Panel>
        <Panel title="The build in force">
          <Rows>
            <Row name="Kit">{hitch.weight_distributing ? (hitch.in_force.kit ?? "none serves yet") : "none: weight-carrying"}</Row>
            <Row name="Shank">{hitch.in_force.shank ?? "none serves yet"}</Row>
            <Row name="Ball">{hitch.in_force.ball ?? "none serves yet"}</Row>
            <Row name="Hitch load" figure={weights.hitch_load} />
            <Row name="Hitch load, trailer at its GVWR" figure={weights.hitch_load_full} />
          </Rows>
        </Panel>
      </Box>
      <Box sx={{ display: "grid", gap: 2 }}>
        {hitch.weight_distributing && (
          <Panel title="Kits" note="window of hitch load each serves; the pencil line is this rig's">
            <Parts parts={hitch.kits} fitted={hitch.fitted_kit}>
              {(kit) => <WindowBar least={kit.tongue_minimum?.value ?? 0} rating={kit.tongue_rating?.value ?? 0} load={weights.hitch_load.value ?? null} most={most} />}
            </Parts>
          </Panel>
        )}
        <Panel title="Shanks and ball mounts">
          <Parts parts={hitch.shanks} fitted={null} />
        </Panel>
        <Panel title="Balls">
          <Parts parts={hitch.balls} fitted={null} />
        </Panel>
      </Box>
    </Box>
  );
}

function Parts({ parts, fitted, children }: { parts: Part[]; fitted: string | null; children?: (part: Part) => ReactNode }) {
  const { read } = useUnits();
  return (
    <Box component="table" sx={{ width: "100%", borderCollapse: "collapse", "& td": { py: 0.35, pr: 1.25, borderBottom: `1px solid ${hairline}`, verticalAlign: "baseline" } }}>
      <tbody>
        {parts.map((part) => (
          <Box component="tr" key={part.name} sx={{ fontWeight: part.state === "chosen" ? 600 : 400, bgcolor: part.state === "chosen" ? "#ebe2c8" : undefined }}>
            <Box component="td" sx={{ whiteSpace: "nowrap" }}>
              {part.name}
              {part.name === fitted && <Box component="span"> · on the vehicle</Box>}
            </Box>
            <Box component="td" sx={{ whiteSpace: "nowrap", fontSize: "0.85rem" }}>
              <FigureText name={`${part.name}, ${part.tongue_rating ? "tongue" : ""} rating`} figure={part.tongue_rating ?? part.gross_rating} />
            </Box>
            {children && <td>{children(part)}</td>}
            <Box component="td" sx={{ whiteSpace: "nowrap" }}>
              {part.state}
            </Box>
            <Box component="td" sx={{ color: part.state === "chosen" ? undefined : inkSoft, width: "50%" }}>
              {part.state !== "chosen" && part.state !== "serves" && <b>{part.rule}: </b>}
              {read(part.reason)}
            </Box>
          </Box>
        ))}
      </tbody>
    </Box>
  );
}
