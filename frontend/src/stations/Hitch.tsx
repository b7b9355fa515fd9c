/** Hitch: is weight distribution needed, is sway control wanted; the build with its reasons, its settings and its parts list. */
import Box from "@mui/material/Box";
import type { ReactNode } from "react";

import type { Decision, Part } from "../api/types";
import { hairline, inkSoft, wash } from "../app/theme";
import { useUnits } from "../app/units";
import { BallUp } from "../drawing/BallUp";
import { WindowBar } from "../drawing/WindowBar";
import { EntryField, PartField } from "../parts/EntryField";
import { FigureText } from "../parts/FigureText";
import { Panel, Row, Rows } from "../parts/Rows";
import { Table } from "../parts/Table";
import { usePartsOnOffer, useSection } from "../rig/context";
import { Builds } from "./Builds";
import { PartsListPanel } from "./PartsListPanel";
import { TakeOver } from "./TakeOver";

export function Hitch() {
  const offered = usePartsOnOffer().data;
  const hitch = useSection("hitch");
  const decisions = useSection("decisions");
  const { read } = useUnits();
  const most = Math.max(1, ...hitch.kits.map((kit) => kit.tongue_rating?.value ?? 0));
  return (
    <Box sx={{ display: "grid", gridTemplateColumns: "minmax(320px, 0.85fr) minmax(460px, 2fr)", gap: 3, "@media (max-width: 900px)": { gridTemplateColumns: "minmax(0, 1fr)" } }}>
      <Box sx={{ display: "grid", gap: 2, alignContent: "start" }}>
        <Decided title="Weight distribution" decision={decisions.distribution} />
        <Panel title="Style and what is on the vehicle">
          <EntryField path="hitch.style" />
          <EntryField path="hitch.style_reason" />
          <PartField path="hitch.kit" names={offered?.kits ?? []} none="none: choose one" />
          {hitch.fitted_kit && <PartField path="hitch.bars" names={offered?.kits ?? []} none="its own" />}
          <PartField path="hitch.shank" names={offered?.shanks ?? []} none="none: choose one" />
          <PartField path="hitch.ball" names={hitch.own_balls.length > 0 ? hitch.own_balls.map((one) => one.name) : (offered?.balls ?? [])} none="none: choose one" />
          {hitch.own_balls.length > 1 && hitch.in_force.ball && (
            <Box sx={{ display: "flex", alignItems: "center", gap: 1, py: 0.5 }} data-ball-up={hitch.in_force.ball}>
              <BallUp balls={hitch.own_balls} up={hitch.in_force.ball} />
              <Box sx={{ lineHeight: 1.2 }}>Up, as seen from behind: {hitch.in_force.ball}</Box>
            </Box>
          )}
          <EntryField path="ways.reserve" />
          <EntryField path="hitch.rule_exception" />
          <TakeOver />
        </Panel>
        <Decided title="Sway control" decision={decisions.sway}>
          <Box sx={{ mt: 0.5 }}>{read(decisions.sway_says)}</Box>
        </Decided>
        {decisions.bars_off.length > 0 && (
          <Panel title="When the bars come off">
            <Box component="ul" sx={{ m: 0, pl: 2.5 }}>
              {decisions.bars_off.map((one, index) => (
                <li key={index}>{read(one)}</li>
              ))}
            </Box>
          </Panel>
        )}
      </Box>
      <Box sx={{ display: "grid", gap: 2, alignContent: "start", minWidth: 0 }}>
        <Box sx={{ display: "grid", gridTemplateColumns: "repeat(auto-fit, minmax(min(300px, 100%), 1fr))", gap: 3 }}>
          <Panel title="The build in force">
            <Rows>
              <Row name="Kit">{hitch.weight_distributing ? (hitch.in_force.kit ?? "none serves yet") : "none: weight-carrying"}</Row>
              <Row name="Shank">{hitch.in_force.shank ?? "none serves yet"}</Row>
              {hitch.in_force.sleeve && <Row name="Reducer sleeve">{hitch.in_force.sleeve}</Row>}
              <Row name="Ball">{hitch.in_force.ball ?? "none serves yet"}</Row>
              <Row name="Hitch load" figure={hitch.hitch_load} />
              <Row name="Hitch load, trailer at its GVWR" figure={hitch.hitch_load_full} />
            </Rows>
            {hitch.classes && <Box aria-label="Classes">{hitch.classes.says}</Box>}
          </Panel>
          {hitch.settings && <StartingSettings />}
        </Box>
        <Builds />
        <PartsListPanel />
        {hitch.weight_distributing && (
          <Panel title="Kits" note="window of hitch load each serves; the pencil line is this rig's">
            <Parts parts={hitch.kits} fitted={hitch.fitted_kit}>
              {(kit) => <WindowBar least={kit.tongue_minimum?.value ?? 0} rating={kit.tongue_rating?.value ?? 0} load={hitch.hitch_load.value ?? null} most={most} />}
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

/** A decision: the word, the sentence, and every reason with whose rule it is. */
function Decided({ title, decision, children }: { title: string; decision: Decision; children?: ReactNode }) {
  const { read } = useUnits();
  return (
    <Panel title={title} note={decision.verdict}>
      <Box sx={{ fontWeight: 600 }}>{read(decision.says)}</Box>
      <Box component="ul" sx={{ listStyle: "none", m: 0, p: 0 }}>
        {decision.reasons.map((reason, index) => (
          <Box component="li" key={index} title={`${reason.rule.says} (${reason.rule.source})`} sx={{ borderBottom: `1px solid ${hairline}`, py: 0.35 }}>
            <Box sx={{ fontSize: "0.82rem", color: inkSoft }}>
              {reason.weight} · {reason.rule.source}
            </Box>
            {read(reason.says)}
            {reason.ask && <Box sx={{ fontSize: "0.88rem" }}>Go and read: {reason.ask}.</Box>}
          </Box>
        ))}
      </Box>
      {children}
    </Panel>
  );
}

/** What the fitter begins with in the bay. */
function StartingSettings() {
  const { settings, bracket } = useSection("hitch");
  if (!settings) return null;
  return (
    <Panel title="To begin with in the bay" note={settings.source === "model" ? "from the bars' geometry" : "the family's handbook figure; the bars' geometry is not known"}>
      <Rows>
        {settings.counts.map((one) => (
          <Row key={one.kind} name={one.row}>
            {one.count}
          </Row>
        ))}
        <Row name="Ball to bracket" figure={bracket} />
        <Row name="Restoration predicted" figure={settings.restoration} spread />
        <Row name="Each spring bar carries" figure={settings.bar_each} spread />
      </Rows>
    </Panel>
  );
}

function Parts({ parts, fitted, children }: { parts: Part[]; fitted: string | null; children?: (part: Part) => ReactNode }) {
  const { read } = useUnits();
  return (
    <Table>
      <tbody>
        {parts.map((part) => (
          <Box component="tr" key={part.name} sx={{ fontWeight: part.state === "chosen" ? 600 : 400, bgcolor: part.state === "chosen" ? wash : undefined }}>
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
    </Table>
  );
}
