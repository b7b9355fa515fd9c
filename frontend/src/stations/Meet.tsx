/** Meet the rig: labels, plate, equipment, load. */
import Box from "@mui/material/Box";

import { EntryField } from "../parts/EntryField";
import { Panel, Row, Rows } from "../parts/Rows";
import { useRig } from "../rig/context";

export function Meet() {
  const { assessment } = useRig();
  return (
    <Box sx={{ display: "grid", gridTemplateColumns: "repeat(auto-fit, minmax(330px, 1fr))", gap: 3 }}>
      <Panel title="Vehicle: door jamb and handbook">
        <Fields paths={["vehicle.vehicle_class", "vehicle.gvwr", "vehicle.front_gawr", "vehicle.rear_gawr", "vehicle.payload", "vehicle.gcwr", "vehicle.tow_rating", "vehicle.tongue_limit", "vehicle.frontal_area_limit"]} />
        <Heading>Weights and lengths</Heading>
        <Fields paths={["vehicle.unladen_front", "vehicle.unladen_rear", "vehicle.wheelbase", "vehicle.overhang", "vehicle.front_rate", "vehicle.rear_rate"]} />
        <Heading>Receiver and equipment</Heading>
        <Fields paths={["vehicle.receiver_size", "vehicle.receiver_wd_gross", "vehicle.receiver_wd_tongue", "vehicle.receiver_wc_gross", "vehicle.receiver_wc_tongue", "vehicle.brake_controller", "vehicle.seven_way"]} />
      </Panel>
      <Panel title="Trailer: plate, stamps, tags">
        <Fields paths={["trailer.coupling", "trailer.gvwr", "trailer.axle_rating", "trailer.axle_count", "trailer.tyre_rating", "trailer.tyre_count", "trailer.coupler_size", "trailer.coupler_rating", "trailer.chain_rating", "trailer.brakes", "trailer.breakaway"]} />
        <Heading>Brochure and tape</Heading>
        <Fields paths={["trailer.unladen_weight", "trailer.brochure_tongue", "trailer.ball_to_axle", "trailer.frame_length", "trailer.frame_depth", "trailer.frontal_area"]} />
      </Panel>
      <Panel title="How it will be loaded">
        <Fields paths={["load.front_seats", "load.rear_seats", "load.bed", "load.behind_axle", "load.trailer_cargo", "load.altitude"]} />
        <Heading>What that makes of the vehicle, uncoupled</Heading>
        <Rows>
          <Row name="Aboard, hitch hardware included" figure={assessment.standing.aboard} />
          <Row name="Front axle" figure={assessment.standing.front} />
          <Row name="Rear axle" figure={assessment.standing.rear} />
          <Row name="Gross trailer weight" figure={assessment.weights.gross} />
        </Rows>
      </Panel>
    </Box>
  );
}

export function Fields({ paths }: { paths: string[] }) {
  return (
    <>
      {paths.map((path) => (
        <EntryField key={path} path={path} />
      ))}
    </>
  );
}

export function Heading({ children }: { children: string }) {
  return (
    <Box component="h3" sx={{ m: 0, mt: 1.25, mb: 0.25, fontSize: "0.9rem", fontWeight: 600, borderBottom: 1, borderColor: "divider" }}>
      {children}
    </Box>
  );
}
