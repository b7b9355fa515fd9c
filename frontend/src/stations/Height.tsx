/** Height: level coupler, settle, ball, rise or drop, hole, and how level it will stand. */
import Box from "@mui/material/Box";

import type { Figure } from "../api/types";
import { useUnits } from "../app/units";
import { inkSoft } from "../app/theme";
import { ShankDiagram } from "../drawing/ShankDiagram";
import { EntryField } from "../parts/EntryField";
import { FigureText } from "../parts/FigureText";
import { Panel, Row, Rows } from "../parts/Rows";
import { useRig } from "../rig/context";
import { Fields, Heading } from "./Meet";

export function Height() {
  const { assessment } = useRig();
  const { read } = useUnits();
  const { heights, axles, hitch, rules } = assessment;
  const shank = hitch.shanks.find((part) => part.name === hitch.in_force.shank);
  return (
    <Box sx={{ display: "grid", gridTemplateColumns: "repeat(auto-fit, minmax(330px, 1fr))", gap: 3 }}>
      <Panel title="Off the tape" note="flat ground, loaded to travel, trailer level">
        <Fields paths={["trailer.coupler_height", "vehicle.receiver_height", "hitch.ball_height"]} />
        <Heading>What the settle hangs on</Heading>
        <Fields paths={["vehicle.front_rate", "vehicle.rear_rate", "vehicle.wheelbase", "vehicle.overhang", "trailer.ball_to_axle", "trailer.frame_length"]} />
        <Heading>Schools</Heading>
        <EntryField path="ways.offset_school" />
        <EntryField path="ways.restoration_school" />
      </Panel>
      <Panel title="Height of the ball" note={`offset: ${rules.offset}`}>
        <Rows>
          <Row name="Level coupler height, to the top" figure={heights.coupler} />
          <Row name="+ offset" figure={heights.offset} />
          <Row name="= top of ball, uncoupled" figure={heights.ball_wanted} strong />
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
      </Panel>
      <Panel title="The hole">
        {shank?.position ? (
          <Box sx={{ display: "flex", gap: 2 }}>
            <ShankDiagram up={shank.position.holes_up} down={shank.position.holes_down} orientation={shank.position.orientation} />
            <Box>
              <Box sx={{ fontWeight: 600, fontSize: "1.15rem" }}>
                {shank.name}, {shank.position.words}
              </Box>
              <Box>
                makes a {shank.position.way} of {read(shank.position.rise_text)}, {read(shank.residual_text)} off
              </Box>
              <Box sx={{ color: inkSoft }}>
                {shank.position.holes_up} holes left up, {shank.position.holes_down} down
              </Box>
            </Box>
          </Box>
        ) : (
          <Box sx={{ color: inkSoft }}>No shank reaches it yet; the Hitch station says why not.</Box>
        )}
        <Heading>Settle, coupled (down +)</Heading>
        <Rows>
          <Row name="Ball, no bars" figure={heights.settle_bare} />
          <Row name="Ball, bars on" figure={heights.settle} />
          <Row name="Front, no bars / bars on">
            <Pair name="Front" one={heights.front_bare} other={heights.front} />
          </Row>
          <Row name="Rear, no bars / bars on">
            <Pair name="Rear" one={heights.rear_bare} other={heights.rear} />
          </Row>
          <Row name="Front axle, no bars / bars on">
            <Pair name="Front axle" one={axles.front_bare} other={axles.front_aim} />
          </Row>
          <Row name="Rear axle, no bars / bars on">
            <Pair name="Rear axle" one={axles.rear_bare} other={axles.rear_aim} />
          </Row>
          {hitch.weight_distributing && <Row name="Each spring bar carries" figure={axles.bar_force_each} />}
        </Rows>
      </Panel>
    </Box>
  );
}

function Pair({ name, one, other }: { name: string; one: Figure; other: Figure }) {
  return (
    <Box component="span" sx={{ whiteSpace: "nowrap" }}>
      <FigureText name={`${name}, no bars`} figure={one} /> / <FigureText name={`${name}, bars on`} figure={other} />
    </Box>
  );
}
