/** Height: level coupler, settle, ball, rise or drop, hole; the coupled rig before the parts meet, and what if. */
import Box from "@mui/material/Box";

import { useUnits } from "../app/units";
import { inkSoft } from "../app/theme";
import { ShankDiagram } from "../drawing/ShankDiagram";
import { EntryField } from "../parts/EntryField";
import { Panel, Row, Rows } from "../parts/Rows";
import { OtherSchools } from "../rig/OtherSchools";
import { Swap } from "../rig/Swap";
import { useSection } from "../rig/context";
import { Attitudes } from "./Attitudes";
import { InchOfNose } from "./Axles";
import { CoupledRig } from "./CoupledRig";
import { Fields, Heading } from "./Fields";
import { Offsets } from "./Offsets";
import { WhatIf } from "./WhatIf";

export function Height() {
  const { read } = useUnits();
  const heights = useSection("heights");
  const { shank } = heights;
  return (
    <Box sx={{ display: "grid", gap: 2.5 }}>
      <Box sx={{ display: "grid", gridTemplateColumns: "repeat(auto-fit, minmax(min(330px, 100%), 1fr))", gap: 3 }}>
        <Panel title="Off the tape" note="flat ground, loaded to travel, trailer level">
          <Fields paths={["trailer.coupler_height", "vehicle.receiver_height", "hitch.ball_height", "hitch.old_ball_height"]} />
          <Heading>What the settle hangs on</Heading>
          <Fields paths={["vehicle.front_rate", "vehicle.rear_rate", "vehicle.wheelbase", "vehicle.overhang", "vehicle.overhang_with", "trailer.ball_to_axle", "trailer.frame_length"]} />
        </Panel>
        <Panel title="Height of the ball" note={`offset: ${heights.school}, ${heights.school_authority}`}>
          <Rows>
            <Row name="Level coupler height, to the top" figure={heights.coupler} />
            <Row name="+ offset" figure={heights.offset} />
            <Row name="= top of ball, uncoupled" figure={heights.ball_wanted} strong />
            <Row name="Stands level with the ball at" figure={heights.level} />
            <Row name="− receiver, inside top" figure={heights.receiver} />
            <Row name="− head and ball = shank rise, drop −" figure={heights.rise_wanted} strong />
          </Rows>
          <Heading>As the rig would stand</Heading>
          <Rows>
            <Row name={heights.ball_is_measured ? "Top of ball, as it stands" : "Top of ball, at the chosen hole"} figure={heights.ball_standing} />
            <Row name="Off what is wanted (high +)" figure={heights.residual} />
            <Row name="Trailer pitch, nose up +" figure={heights.pitch} />
            <Row name="Rail front above rear" figure={heights.rail} strong />
          </Rows>
          <Heading>The hole</Heading>
          {shank?.position ? (
            <Box sx={{ display: "flex", gap: 2, mt: 0.5 }}>
              <ShankDiagram up={shank.position.holes_up} down={shank.position.holes_down} orientation={shank.position.orientation} />
              <Box>
                <Box sx={{ fontWeight: 600, fontSize: "1.15rem" }}>
                  {shank.name}, {shank.position.words}
                </Box>
                <Box>
                  makes a {shank.position.way} of {read(shank.position.rise_text)}, {read(shank.residual_text)} off
                  {shank.sleeve && `, in ${shank.sleeve}`}
                </Box>
                <Box sx={{ color: inkSoft }}>
                  {shank.position.holes_up} holes left up, {shank.position.holes_down} down
                </Box>
              </Box>
            </Box>
          ) : (
            <Box sx={{ color: inkSoft }}>No shank reaches it yet; the Hitch station says why not.</Box>
          )}
        </Panel>
        <Box sx={{ display: "grid", gap: 1.5, alignContent: "start", minWidth: 0 }}>
          <Attitudes />
          <InchOfNose />
          <Offsets />
          <Panel title="Schools, tailgate and jack">
            <EntryField path="ways.offset_school" />
            <EntryField path="ways.restoration_school" />
            <EntryField path="ways.bay_school" />
            <EntryField path="ways.adjust_first" />
            <EntryField path="ways.level_school" />
            <Fields paths={["vehicle.tailgate_reach", "vehicle.tailgate_height", "trailer.jack_position", "trailer.jack_height"]} />
          </Panel>
        </Box>
      </Box>
      <Box sx={{ display: "grid", gridTemplateColumns: "repeat(auto-fit, minmax(min(420px, 100%), 1fr))", gap: 3 }}>
        <CoupledRig />
        <WhatIf />
      </Box>
      <OtherSchools />
      <Swap />
    </Box>
  );
}
